import { contrastOf, inkOn, ratioWords } from '#core/color/contrast'
import type { Hex } from '#core/color/convert'
import type { Project } from '#core/document/project'
import type { Swatch } from '#core/document/scheme'
import { isFollowing } from '#core/scheme/wearScheme'
import type { PressedKey } from './arrowKeys'
import { clamp } from '#core/math/clamp'

/** The smallest share a joint leaves to either of its swatches. */
const MIN_SHARE = 0.01

type Shared = Pick<Swatch, 'id' | 'share'>

/** Returns the sum of all shares; 1 where all are 0. */
export const totalShare = (scheme: readonly Pick<Swatch, 'share'>[]): number =>
  scheme.reduce((sum, { share }) => sum + share, 0) || 1

/** Returns a share of a total as whole percent. */
export const sharePercent = (swatch: Pick<Swatch, 'share'> | undefined, total: number): number =>
  Math.round(((swatch?.share ?? 0) / total) * 100)

/**
 * Returns the shares of all swatches, adding up to 1, after the joint behind the swatch at `place` moved by a part of the
 * whole. Only the two at the joint change; each keeps at least 1%. Empty where there is no such joint.
 */
export const sharesAtJoint = (scheme: readonly Shared[], place: number, by: number): Record<string, number> => {
  const [one, other] = [scheme[place], scheme[place + 1]]
  if (!one || !other) return {}
  const total = totalShare(scheme)
  const sum = (one.share + other.share) / total
  const first = clamp(one.share / total + by, MIN_SHARE, sum - MIN_SHARE)
  return Object.fromEntries(
    scheme.map(({ id, share }) => [id, id === one.id ? first : id === other.id ? sum - first : share / total]),
  )
}

/** Returns the shares after a swatch got more of the whole by `by` percent, at the cost of its neighbor. */
export const sharesWithMore = (scheme: readonly Shared[], id: string, by: number): Record<string, number> => {
  const at = scheme.findIndex(each => each.id === id)
  const isLast = at === scheme.length - 1
  return sharesAtJoint(scheme, isLast ? at - 1 : at, (isLast ? -by : by) / 100)
}

/** Returns ids with one of them moved by so many places, within the list. */
export const moveId = (ids: readonly string[], id: string, by: number): string[] => {
  const at = ids.indexOf(id)
  if (at < 0) return [...ids]
  const to = clamp(at + by, 0, ids.length - 1)
  const others = ids.filter(each => each !== id)
  return [...others.slice(0, to), id, ...others.slice(to)]
}

/** The action of a key on the swatch of the band that has the focus. */
export type BandAction =
  | { kind: 'remove' }
  | { kind: 'lock' }
  | { kind: 'copy' }
  | { kind: 'move'; by: number }
  | { kind: 'share'; by: number }

/** Returns what a key does to a swatch of the band; null for other keys. */
export const bandAction = ({ key, shiftKey, ctrlKey, metaKey }: Omit<PressedKey, 'altKey'>): BandAction | null => {
  const isModified = ctrlKey || metaKey
  const across = ({ ArrowLeft: -1, ArrowRight: 1 } as Record<string, number>)[key]
  const up = ({ ArrowUp: 1, ArrowDown: -1 } as Record<string, number>)[key]
  if (key === 'Delete') return { kind: 'remove' }
  if (key.toLowerCase() === 'l' && !isModified) return { kind: 'lock' }
  if (key.toLowerCase() === 'c' && isModified) return { kind: 'copy' }
  if (across && isModified) return { kind: 'move', by: across }
  if (up && !isModified) return { kind: 'share', by: up * (shiftKey ? 10 : 1) }
  return null
}

/**
 * Returns the part of the artwork that each swatch covers, by its id, in [0, 1]: the areas of the inks that go to it, of all inks that
 * go to some swatch. Empty where none does.
 */
export const coverage = (
  inks: ReadonlyArray<{ hex: Hex; area: number }>,
  targets: ReadonlyMap<Hex, string | null>,
): Map<string, number> => {
  const areas = new Map<string, number>()
  let all = 0
  for (const { hex, area } of inks) {
    const to = targets.get(hex)
    if (!to) continue
    areas.set(to, (areas.get(to) ?? 0) + area)
    all += area
  }
  return new Map([...areas].map(([id, area]) => [id, all ? area / all : 0]))
}

/**
 * Returns how a swatch of the band is named to screen readers; `covers` is the part of the artwork it covers, where
 * that is known.
 */
export const bandLabel = (
  swatch: Pick<Swatch, 'name' | 'hex' | 'role' | 'share' | 'locked'>,
  total: number,
  covers?: number,
): string =>
  [
    ...[swatch.name, swatch.hex, swatch.role, `${sharePercent(swatch, total)}%`],
    ...(covers === undefined ? [] : [`covers ${Math.round(covers * 100)}%`]),
    ...(swatch.locked ? ['locked'] : []),
  ].join(', ')

const [BLACK, WHITE] = ['#000000', '#ffffff']

/** Says whether black or white letters read better on a color, with both contrasts. */
export const lettersWords = (hex: string): string => {
  const [black, white] = [ratioWords(contrastOf(hex, BLACK)), ratioWords(contrastOf(hex, WHITE))]
  return `${inkOn(hex) === BLACK ? 'Black' : 'White'} text is easier to read on it: black ${black}:1, white ${white}:1`
}

/** Returns whether a swatch has a color of its own where it would follow a harmony or a source otherwise. */
export const isCutLoose = (
  swatch: Pick<Swatch, 'own' | 'from'>,
  project: Pick<Project, 'samples' | 'derived'>,
): boolean => swatch.own !== null && isFollowing(project, swatch)

/** Says why a swatch does not follow where it came from. */
export const cutLooseWords = ({ freed, from }: Pick<Swatch, 'freed' | 'from'>): string =>
  freed
    ? 'Freed: it doesn’t follow the harmony'
    : from.kind === 'harmony'
      ? 'Its color is set by hand'
      : 'Edited by hand: no longer connected to where it came from'
