import fc from 'fast-check'
import { arc } from '#core/color/convert'
import { angleOf } from '#core/color/wheel'
import { apply } from '#core/commands/commands'
import type { Project } from '#core/document/project'
import { inLook } from '#core/scheme/looks'
import { findingsOf, seriousKeys } from './check'
import { isOfColors, mendFindings, type Mending, type MendOrder } from './mend'
import { anyHex, found, known, labelIn, look } from './testing'

/** The whole search at once. */
const mending = (project: Project, order: Partial<MendOrder> = {}): Mending => {
  const keys = found(project)
    .filter(isOfColors)
    .map(({ key }) => key)
  const search = mendFindings(look(project), { keys, tolerance: 10, seed: 1, ...order }, known, look)
  for (;;) {
    const next = search.next()
    if (next.done) return next.value
    expect(next.value).toBeGreaterThanOrEqual(0)
    expect(next.value).toBeLessThanOrEqual(1)
  }
}
const BAD = ['#f8f4ea', '#c9b3a4', '#b8554f', '#8a8044']

describe('mending together', () => {
  it('settles all that is ticked, in three strengths, each further than the one before', () => {
    const project = labelIn(BAD)
    const { looks, unsettled } = mending(project)
    expect(unsettled).toEqual([])
    expect(looks.map(({ strength }) => strength)).toEqual(['just enough', 'with room', 'plainly'])
    expect(looks[0]?.settled.length).toBeGreaterThan(1)
    const costs = looks.map(({ cost }) => cost)
    expect(costs).toEqual([...costs].sort((one, other) => one - other))
    for (const { look: there, settled } of looks) {
      const after = found(inLook(project, there)).map(({ key }) => key)
      for (const key of settled) expect(after).not.toContain(key)
    }
  })
  it('moves no locked swatch, and says what cannot be settled for it', () => {
    const locked = apply(labelIn(BAD), { do: 'lock', id: 's2', locked: true }, known)
    const one = mending(locked)
    expect(one.looks.length).toBeGreaterThan(0)
    for (const { look: there } of one.looks) expect(there.scheme[1]?.hex).toBe(BAD[1])
    const all = ['s1', 's2', 's3', 's4'].reduce(
      (now, id) => apply(now, { do: 'lock', id, locked: true }, known),
      locked,
    )
    const none = mending(all)
    expect(none.looks).toEqual([])
    expect(new Set(none.unsettled.map(({ why }) => why))).toEqual(new Set(['Its swatches are locked.']))
  })
  it('gives the same for the same seed, and keeps aside what is not ticked', () => {
    const project = labelIn(BAD)
    expect(mending(project)).toEqual(mending(project))
    const [first] = found(project).filter(isOfColors)
    expect(mending(project, { keys: [first?.key ?? ''] }).looks[0]?.settled).toEqual([first?.key])
    expect(mending(project, { keys: [] })).toEqual({ looks: [], unsettled: [] })
  })
  it('says of what is no matter of color that its own mending does it', () => {
    const project = labelIn(['#f8f4ea', '#202020', '#2e4f7f', '#e8b040', '#d02060'])
    expect(mending(project, { keys: ['unused s5'] }).unsettled).toEqual([
      { key: 'unused s5', why: 'Changing colors won’t help: use its own fix.' },
    ])
  })
  it('of any scheme keeps harmony, settles what it says, brings nothing serious, and is no dearer than need be', () => {
    fc.assert(
      fc.property(fc.array(anyHex, { minLength: 4, maxLength: 5 }), fc.constantFrom(0, 5, 20), (hexes, tolerance) => {
        const project = labelIn(hexes)
        const serious = seriousKeys(look(project))
        const { wheel } = project.harmony
        const { looks, unsettled } = mending(project, { tolerance })
        for (const { look: there, settled } of looks) {
          const next = inLook(project, there)
          const after = findingsOf(look(next))
          for (const key of settled) expect(after.map(each => each.key)).not.toContain(key)
          for (const { key, severity } of after) if (severity === 'serious') expect(serious).toContain(key)
          there.scheme.forEach(({ hex }, i) => {
            const was = project.scheme[i]?.hex ?? ''
            const known = Math.min(spanOf(hex), spanOf(was))
            if (hex === was || known < 20) return
            // whole numbers of channels stand a little elsewhere
            const away = Math.abs(arc(angleOf(wheel, was), angleOf(wheel, hex)))
            expect(away).toBeLessThanOrEqual(tolerance + 0.5 + 120 / known)
          })
        }
        const keys = new Set([...(looks[0]?.settled ?? []), ...unsettled.map(({ key }) => key)])
        for (const finding of found(project)) if (isOfColors(finding)) expect(keys).toContain(finding.key)
      }),
      { numRuns: 25 },
    )
  })
})

/** Distance of the channels of a color from each other: the larger, the better its hue is known. */
const spanOf = (hex: string): number => {
  const channels = [1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16))
  return Math.max(...channels) - Math.min(...channels)
}
