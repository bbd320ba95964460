import type { Hex } from '#core/color/convert'
import { okDistance } from '#core/color/difference'
import type { Project } from '#core/document/project'
import { isHeld } from '#core/remap/shading'
import { colorsOf } from '#core/painting/painting'
import { lossesOf, weightOf, type Loss } from '#core/remap/losses'
import type { InkArea } from '#core/remap/match'
import { setGroup, sendInks, withRemap } from './remapEdits'

/* Contrast lost between inks that touch is restored by the smallest change that suffices. */

const pairOf = ({ one, other }: Pick<Loss, 'one' | 'other'>): string => [one, other].sort().join()

/** The change of an artwork, weighed by area. */
const changeOf = (inks: readonly InkArea[], was: ReadonlyMap<Hex, Hex>, is: ReadonlyMap<Hex, Hex>): number =>
  inks.reduce((sum, { hex, area }) => {
    const [before, after] = [was.get(hex) ?? hex, is.get(hex) ?? hex]
    return before === after ? sum : sum + (area + 1e-4) * okDistance(before, after)
  }, 0)

/**
 * The possible changes for a pair: the groups of the two set to *held*, with a hold that suffices, or either sent to
 * another swatch.
 */
const ways = (project: Project, { one, other }: Loss, rest: number): Project[] => {
  const { remap, scheme } = project
  const groups = [one, other].flatMap(ink => remap.targets[ink]?.to ?? [])
  const heldGroups = groups.reduce(
    (now, id) =>
      isHeld(now.remap.groups[id]?.shading ?? now.remap.shading) ? now : setGroup(now, id, { shading: 'held' }),
    project,
  )
  const closer = withRemap(heldGroups, { hold: Math.min(remap.hold, rest) })
  return [
    ...[heldGroups, closer].filter(each => each !== project),
    ...[one, other].flatMap(ink => scheme.map(({ id }) => sendInks(project, [ink], id, null))),
  ]
}

/** Weight of a lost boundary against the change of the picture. */
const LOST = 0.5

/**
 * The project with pairs of inks distinguishable again, each by the way that changes the artwork least and loses least
 * elsewhere; pairs that no way mends stay as they are.
 */
export const separatePairs = (
  project: Project,
  inks: readonly InkArea[],
  pairs: ReadonlyArray<readonly [Hex, Hex]>,
  rest: number,
): Project =>
  pairs.reduce((now, [one, other]) => {
    const before = colorsOf(now, inks)
    const losses = lossesOf(inks, before)
    const key = pairOf({ one, other })
    const loss = losses.find(each => pairOf(each) === key)
    if (!loss) return now
    let [best, min] = [now, Infinity]
    for (const way of ways(now, loss, rest)) {
      const after = colorsOf(way, inks)
      const left = lossesOf(inks, after)
      if (left.some(each => pairOf(each) === key)) continue
      const cost = changeOf(inks, before, after) + LOST * weightOf(left)
      if (cost < min) [best, min] = [way, cost]
    }
    return best
  }, project)
