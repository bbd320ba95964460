import { seriousKeys } from '#core/check/check'
import { known, INKS, labelIn } from '#core/check/testing'
import { mostOf, stateOf } from '#core/check/state'
import { okDistance } from '#core/color/difference'
import { apply } from '#core/commands/commands'
import { lookOf } from '#core/document/project'
import { paintingOf } from '#core/painting/painting'
import { inLook } from '#core/scheme/looks'
import { fiveLooks, PROPOSED } from './five'

const project = apply(
  labelIn(['#f8f4ea', '#202020', '#2e4f7f', '#e8b040']),
  { do: 'compose', harmony: { kind: 'triadic' } },
  known,
)
const five = (seed: number, there = [lookOf(project)]) => fiveLooks(project, [], there, INKS, [INKS], seed)

it('five are proposed, the same for a seed, none of them serious, no two alike', () => {
  const found = five(1)
  expect(found).toHaveLength(PROPOSED)
  expect(five(1)).toEqual(found)
  const hexes = found.map(({ look }) => look.scheme.map(({ hex }) => hex).join())
  expect(new Set(hexes).size).toBe(PROPOSED)
  for (const { look } of found) {
    const now = inLook(project, look)
    const { colors } = paintingOf(now, { inks: INKS, standIns: [] })(null)
    expect(seriousKeys(stateOf(now, INKS, colors))).toEqual([])
  }
})
it('other colors cover most in them', () => {
  const matched = apply(project, { do: 'match' }, known) // nothing sent by hand
  for (const seed of [1, 2, 3]) {
    const max = fiveLooks(matched, [], [], INKS, [INKS], seed).map(({ look }) => {
      const now = inLook(matched, look)
      const { colors } = paintingOf(now, { inks: INKS, standIns: [] })(null)
      return mostOf(stateOf(now, INKS, colors))?.hex ?? ''
    })
    const apart = max.filter((hex, i) => max.slice(0, i).every(other => okDistance(hex, other) > 0.07))
    expect(apart.length).toBeGreaterThanOrEqual(2)
  }
})
it('kept looks can be among them; without inks the scheme decides', () => {
  const odd = lookOf(apply(project, { do: 'deal', seed: 9 }, known))
  const found = fiveLooks(project, [{ key: 'kept', caption: 'Sunday', look: odd }], [], INKS, [INKS], 2)
  expect(found).toHaveLength(PROPOSED)
  expect(fiveLooks(project, [], [], [], [], 3)).toHaveLength(PROPOSED)
})
