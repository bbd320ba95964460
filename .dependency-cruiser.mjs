import { fileURLToPath } from 'node:url'

/** The rooms of core from the bottom up: each may import from those before it. */
const CORE = [
  ...['math', 'color', 'print', 'picture', 'harmony', 'extract', 'svg', 'pdf', 'inkmap', 'raster', 'remap', 'formats'],
  ...['document', 'scheme', 'painting', 'handover', 'commands', 'check', 'proofs', 'history', 'interaction', 'api'],
]

/**
 * The folders of the interface from the bottom up: each may import from those before it. `words` and `browser` are plain
 * modules, `api` is the server's routes, stores know no component and no composable.
 */
const APP = [
  ...['words', 'workers', 'browser', 'api', 'stores', 'composables', 'directives'],
  ...['components', 'pages'],
]

/** Imports allowed between the rooms beside core. */
const ROOMS = {
  core: ['core'],
  render: ['core', 'render'],
  server: ['core', 'render', 'server'],
  app: ['core', 'app'],
  demo: ['core', 'render', 'server', 'demo', 'app/stand-ins.json'],
  bin: ['core', 'render', 'server', 'demo', 'bin'],
}
const TEST = '\\.test\\.ts$'
/** The stand-in for Nuxt in tests of stores: to this check, `#imports` leads there. */
const STAND_IN = 'tests/nuxt\\.ts$'

const arrowsOf = ([room, allowed]) => ({
  name: `from-${room}`,
  comment: `${room} imports from ${allowed.join(', ')} only`,
  severity: 'error',
  from: { path: `^${room}/`, pathNot: TEST },
  to: { path: '^(core|render|server|app|demo|bin|tests)/', pathNot: `^((${allowed.join('|')})(/|$)|${STAND_IN})` },
})
/** Within a room, no folder imports from one that stands above it. */
const upwards = (room, folders) =>
  folders.slice(0, -1).map((folder, i) => ({
    name: `up-from-${room}-${folder}`,
    comment: `inside ${room}, ${folder} imports only from what is below it`,
    severity: 'error',
    from: { path: `^${room}/${folder}/`, pathNot: TEST },
    to: { path: `^${room}/(${folders.slice(i + 1).join('|')})/` },
  }))

export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'resolves',
      comment: 'an import of our own that leads nowhere would be an arrow nobody sees',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, path: '^([.~]|#core)' },
    },
    {
      name: 'core-is-plain',
      comment: 'core imports nothing of a platform or a framework',
      severity: 'error',
      from: { path: '^core/', pathNot: TEST },
      to: { dependencyTypes: ['core'], path: '.' },
    },
    {
      name: 'core-has-no-framework',
      severity: 'error',
      from: { path: '^core/', pathNot: TEST },
      to: { path: 'node_modules/(vue|nuxt|pinia|h3|comlink|postgres|sharp|@vueuse|@headlessui)/' },
    },
    ...Object.entries(ROOMS).map(arrowsOf),
    ...upwards('core', CORE),
    ...upwards('app', APP),
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: fileURLToPath(new URL('tests/tsconfig.json', import.meta.url)) },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: { extensions: ['.ts', '.vue', '.mjs', '.js', '.json'] },
  },
}
