/** The rooms of core from the bottom up: each may import from those before it. */
const CORE = [
  ...['color', 'print', 'picture', 'harmony', 'extract', 'artwork', 'raster', 'remap', 'formats', 'document', 'scheme'],
  ...['painting', 'handover', 'commands', 'check', 'proofs', 'history', 'inspiration'],
]

/** What the rooms beside core may import of each other. */
const ROOMS = {
  core: ['core'],
  render: ['core', 'render'],
  server: ['core', 'render', 'server'],
  app: ['core', 'app'],
  demo: ['core', 'render', 'server', 'demo', 'app/stand-ins.json'],
  bin: ['core', 'render', 'server', 'demo', 'bin'],
}
const TEST = '\\.test\\.ts$'

const arrowsOf = ([room, allowed]) => ({
  name: `from-${room}`,
  comment: `${room} imports from ${allowed.join(', ')} only`,
  severity: 'error',
  from: { path: `^${room}/`, pathNot: TEST },
  to: { path: '^(core|render|server|app|demo|bin|tests)/', pathNot: `^(${allowed.join('|')})(/|$)` },
})
const upwards = CORE.map((room, i) => ({
  name: `up-from-core-${room}`,
  comment: `inside core, ${room} imports only from what is below it`,
  severity: 'error',
  from: { path: `^core/${room}/`, pathNot: TEST },
  to: { path: `^core/(${CORE.slice(i + 1).join('|')})/` },
}))

export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
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
    ...upwards.slice(0, -1),
  ],
  options: {
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: { extensions: ['.ts', '.vue', '.mjs', '.js', '.json'] },
  },
}
