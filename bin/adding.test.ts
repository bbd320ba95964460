import { execFileSync, spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fullIt } from '../tests/runs'

/*
 * The table “To add …” of the architecture page, tried: in a copy of the source a harmony, a rule, a format, a step and a
 * route are added where it says, and nowhere else. All of it compiles and works; what is left out the compiler names.
 */

const ROOT = join(__dirname, '..')
let copy = ''
beforeAll(() => {
  copy = mkdtempSync(join(tmpdir(), 'plumbago-adding-'))
  for (const each of [
    'core',
    'app',
    'server',
    'render',
    'bin',
    'demo',
    'tests',
    'package.json',
    'playwright.config.ts',
  ])
    cpSync(join(ROOT, each), join(copy, each), { recursive: true })
  for (const each of ['node_modules', '.nuxt']) symlinkSync(join(ROOT, each), join(copy, each))
})
afterAll(() => rmSync(copy, { recursive: true, force: true }))

/** Puts a text into a file of the copy, before the only place where another stands. */
const insert = (file: string, before: string, text: string): void => {
  const source = readFileSync(join(copy, file), 'utf8')
  expect(source.split(before)).toHaveLength(2)
  writeFileSync(join(copy, file), source.replace(before, text + before))
}
const compile = (project: string): string =>
  spawnSync('node', [join(ROOT, 'node_modules/typescript/bin/tsc'), '-p', project, '--noEmit'], {
    cwd: copy,
    encoding: 'utf8',
  }).stdout

fullIt(
  'a harmony, a rule, a format, a step and a route need what the table says, and the compiler says what is missing',
  () => {
    // a name without its rule is not enough
    insert('core/check/finding.ts', "  | 'ink'\n", "  | 'dummy'\n")
    expect(compile('core')).toContain('core/check/check.ts')
    writeFileSync(
      join(copy, 'server/adding.test.ts'),
      `import { STEP_WORDS } from '../app/words/steps'
import route from './api/dummy.get'
import { call } from '../app/api/call'
export const used = [route, STEP_WORDS.dummy.title, () => call('GET dummy', {}).then(({ answer }) => answer)]\n`,
    )
    writeFileSync(
      join(copy, 'server/api/dummy.get.ts'),
      `import { apiRoute } from '../apiRoute'\n\nexport default apiRoute('GET dummy', () => ({ answer: 42 }))\n`,
    )

    insert('core/harmony/harmony.ts', '  /** Stands at the angles it is given. */\n', "  'dummy': fixed(0, 45),\n")
    insert(
      'core/check/check.ts',
      '\n/** All rules, in the order of their findings. */',
      `\nconst dummy: Rule = {
  find: ({ project }) => [
    {
      ...{ key: 'dummy', rule: 'dummy', severity: 'slight', words: 'A dummy.', figure: '', measured: [] },
      ...{ swatches: project.scheme.map(({ id }) => id), inks: [] },
    },
  ],
  tries: () => [],
}\n`,
    )
    insert('core/check/check.ts', '  ink,\n}', '  dummy,\n')
    insert(
      'core/formats/formats.ts',
      '  strip: {',
      "  dummy: { title: 'Dummy', extension: '.dummy', media: 'text/plain', write: ({ title }) => `dummy of ${title}` },\n",
    )
    insert('app/words/steps.ts', '} satisfies Record<string, StepWords>', "  'dummy': { title: 'Dummy', foot: {} },\n")
    insert(
      'core/api/contracts.ts',
      "  'GET shelf/tags':",
      "  'GET dummy': { answer: z.object({ answer: z.number() }) },\n",
    )
    insert(
      'app/components/frame/benches.ts',
      "  'hand-over':",
      "  'dummy': () => import('~/components/compose/ComposeBench.vue'),\n",
    )
    expect(compile('tests')).not.toMatch(/adding|dummy|core\/|words/)

    writeFileSync(
      join(copy, 'try.mts'),
      `import { HARMONIES, offsetsOf } from '#core/harmony/harmony'
import { derive } from '#core/harmony/derive'
import { SCHEME_FORMATS } from '#core/formats/formats'
import { CONTRACTS } from '#core/api/contracts'
import { ruleOf } from '#core/check/check'
const found = ruleOf('dummy').find({ project: { scheme: [] } } as never)
console.log(HARMONIES.includes('dummy'), offsetsOf('dummy'), SCHEME_FORMATS.dummy.write({ title: 'x', swatches: [] }))
console.log('GET dummy' in CONTRACTS, found[0]?.words)
`,
    )
    const out = execFileSync('node', ['--import', 'tsx', 'try.mts'], { cwd: copy, encoding: 'utf8' })
    expect(out).toBe('true [ 0, 45 ] dummy of x\ntrue A dummy.\n')
  },
  300_000,
)
