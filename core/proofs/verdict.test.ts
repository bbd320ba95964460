import { stateOf } from '#core/check/state'
import type { Hex } from '#core/color/convert'
import type { Swatch } from '#core/document/scheme'
import type { InkArea } from '#core/remap/inks'
import { newProject } from '#core/scheme/create'
import { GRADES, verdictOf, verdictWords, type Verdict } from './verdict'

/* A label by hand: paper, lettering on it, a band, and a small mark on the band. */
const INKS: InkArea[] = [
  {
    hex: '#f8f4ea',
    area: 0.6,
    beside: [
      ['#202020', 0.4],
      ['#2e4f7f', 0.3],
    ],
  },
  { hex: '#202020', area: 0.05 },
  { hex: '#2e4f7f', area: 0.3, beside: [['#e8b040', 0.2]] },
  { hex: '#e8b040', area: 0.05 },
]
const swatch = (id: string, hex: Hex, role: Swatch['role']): Swatch => ({
  ...(newProject('x').scheme[0] as Swatch),
  ...{ id, hex, role, name: id },
})
/** The verdict on a scheme, where each ink goes as `targetOf` says; it is by nearness where that says nothing. */
const verdictIn = (
  inks: InkArea[],
  colors: ReadonlyMap<Hex, Hex>,
  scheme: Swatch[],
  targetOf: (ink: Hex) => string | null | undefined,
): Verdict => {
  const targets = Object.fromEntries(
    inks.flatMap(({ hex }) => {
      const to = targetOf(hex)
      return to === undefined ? [] : [[hex, { to, by: 'hand' as const }]]
    }),
  )
  const start = newProject('x')
  const project = { ...start, scheme, remap: { ...start.remap, targets } }
  return verdictOf(inks, colors, stateOf(project, inks, colors))
}
const judged = (hexes: readonly [Hex, Hex, Hex, Hex], roles: readonly Swatch['role'][] = ROLES): Verdict => {
  const scheme = hexes.map((hex, i) => swatch(`s${i}`, hex, roles[i] as Swatch['role']))
  const to = new Map(INKS.map(({ hex }, i) => [hex, `s${i}`]))
  return verdictIn(INKS, new Map(INKS.map(({ hex }, i) => [hex, hexes[i] as Hex])), scheme, ink => to.get(ink))
}
const ROLES: Swatch['role'][] = ['dominant', 'neutral', 'supporting', 'accent']
const SELF = ['#f8f4ea', '#202020', '#2e4f7f', '#e8b040'] as const

describe('how a scheme does', () => {
  it('finds nothing to complain of in the artwork’s own colors', () => {
    const verdict = judged(SELF)
    expect(verdict).toMatchObject({
      edgesKept: 1,
      strongLost: 0,
      lettering: 1,
      accent: 'seen',
      used: 4,
      swatches: 4,
      merged: 0,
    })
    for (const { of } of GRADES) expect(of(verdict)).toBe(1)
    expect(verdictWords(verdict)).toBe(
      '100% of edges kept · lettering is legible · accent seen · all 4 swatches used · told apart by color-blind readers',
    )
  })
  it('sees lettering that no more reads, and edges that are gone', () => {
    const verdict = judged(['#f8f4ea', '#e6e0d0', '#2e4f7f', '#e8b040'])
    expect(verdict.lettering).toBeLessThan(0.5)
    expect(verdict.edgesKept).toBeLessThan(0.8)
    expect(verdict.strongLost).toBe(1)
    expect(verdictWords(verdict)).toContain('letters or outlines are lost')
    expect(verdict.rank).toBeLessThan(judged(SELF).rank)
  })
  it('sees an accent that is only another tone of what dominates', () => {
    expect(judged(['#f8f4ea', '#202020', '#2e4f7f', '#f0e6cc']).accent).toBe('hidden')
    expect(judged(SELF, ['accent', 'neutral', 'supporting', 'detail']).accent).toBe('hidden')
    expect(judged(SELF, ['dominant', 'neutral', 'supporting', 'detail']).accent).toBe('none')
  })
  it('counts the swatches that color something, and says of an accent that colors nothing', () => {
    const scheme = [...SELF, '#ff00aa'].map((hex, i) => swatch(`s${i}`, hex, i === 4 ? 'accent' : 'supporting'))
    const to = new Map(INKS.map(({ hex }, i) => [hex, `s${i}`]))
    const verdict = verdictIn(INKS, new Map(), scheme, ink => to.get(ink))
    expect(verdict).toMatchObject({ used: 4, swatches: 5, accent: 'unused' })
    expect(verdictWords(verdict)).toContain('4 of 5 swatches used')
  })
  it('finds neighbors that merge for a color-blind reader, and not those all see as one', () => {
    const verdict = judged(['#b08a3c', '#202020', '#a7913f', '#c9673f'])
    const [merging] = [judged(['#c0504d', '#101010', '#7d7a3c', '#ffffff'])]
    expect(verdict.merged + merging.merged).toBeGreaterThan(0)
    expect(judged(['#f8f4ea', '#202020', '#f6f2e8', '#e8b040']).merged).toBe(0)
  })
  it('goes by nearness where nothing says the swatch, and leaves out what stays as it is', () => {
    const scheme = SELF.map((hex, i) => swatch(`s${i}`, hex, ROLES[i] as Swatch['role']))
    expect(verdictIn(INKS, new Map(), scheme, () => undefined).used).toBe(4)
    expect(verdictIn(INKS, new Map(), scheme, ink => (ink === '#e8b040' ? null : undefined)).used).toBe(3)
    expect(verdictIn([], new Map(), scheme, () => undefined)).toMatchObject({ edgesKept: 1, lettering: null, used: 0 })
  })
})
