import type { Hex } from '#core/color/convert'
import type { Project } from '#core/document/project'
import type { Remap, Target } from '#core/document/remap'
import { type InkArea, matchInks } from '#core/remap/match'
import type { Meant } from '#core/remap/intent'
import { inksOfOne } from '#core/remap/unite'
import { sameSwatches } from '#core/scheme/scheme'
import { baseSwatchOf } from '#core/scheme/wearScheme'
import type { Matching } from './command'

/**
 * The matching of inks to the swatches of a scheme, as the remapping has it, as targets. Inks whose target was set by
 * hand keep it as long as its swatch is there; inks that stay are left as they are.
 */
export const matchTargets = (
  inks: readonly InkArea[],
  to: Pick<Project, 'scheme' | 'baseId' | 'derived' | 'remap'>,
  before: Readonly<Record<string, Target>> = {},
): Record<string, Target> => {
  const {
    scheme,
    remap: { match, seed, meant },
  } = to
  const ids = new Set(scheme.map(({ id }) => id))
  const byHand = new Map(
    Object.entries(before).flatMap(([hex, { to: sent, by }]) =>
      by === 'hand' && (sent === null || ids.has(sent)) ? [[hex, sent] as const] : [],
    ),
  )
  const standing = new Map(inks.flatMap(({ hex, stays }) => (stays ? [[hex, null] as const] : [])))
  const given = new Map<Hex, string | null>([...standing, ...byHand])
  const matched = matchInks(inks, scheme, { match, seed, base: baseSwatchOf(to)?.id ?? null, byHand: given, meant })
  return Object.fromEntries(
    inks.map(({ hex }) => {
      const target = before[hex]
      if (target && byHand.has(hex)) return [hex, target]
      return [hex, { to: matched.get(hex) ?? null, by: 'match' as const }]
    }),
  )
}

/** Targets as if all had been sent by hand, so that they stay. */
export const asSentByHand = (targets: Readonly<Record<string, Target>>): Record<string, Target> =>
  Object.fromEntries(Object.entries(targets).map(([hex, { to }]) => [hex, { to, by: 'hand' as const }]))

/** Targets of some inks to the swatches of a scheme, matched around what was sent by hand of the others. */
export const matchAmong = (
  inks: readonly InkArea[],
  to: Parameters<typeof matchTargets>[1],
  standing: Readonly<Record<string, Target>>,
  open: readonly Hex[],
): Record<string, Target> => {
  const some = new Set(open)
  const others = Object.entries(standing).filter(([hex]) => !some.has(hex))
  const matched = matchTargets(inks, to, Object.fromEntries(others))
  return Object.fromEntries(open.flatMap(hex => (matched[hex] ? [[hex, matched[hex]]] : [])))
}

/**
 * The project with the inks of one of its artworks matched by themselves, with its own weights of shares and hues, as exceptions; those
 * that were sent by hand stay.
 */
export const matchAlone = (project: Project, inks: readonly InkArea[], artwork: string, meant: Meant): Project => {
  const { exceptions, meantIn } = project.remap
  const own = inksOfOne(
    inks,
    project.artwork.findIndex(({ id }) => id === artwork),
  )
  if (!own.length) return project
  const to = { ...project, remap: { ...project.remap, match: 'picture' as const, meant } }
  const matched = matchTargets(own, to, exceptions[artwork])
  return {
    ...project,
    remap: {
      ...project.remap,
      exceptions: { ...exceptions, [artwork]: { ...exceptions[artwork], ...matched } },
      meantIn: { ...meantIn, [artwork]: meant },
    },
  }
}

/** Exceptions that point to swatches that are there; what pointed to others follows all artwork again. */
const standingExceptions = (exceptions: Remap['exceptions'], ids: ReadonlySet<string>): Remap['exceptions'] => {
  const stands = ({ to }: Target): boolean => to === null || ids.has(to)
  if (Object.values(exceptions).every(own => Object.values(own).every(stands))) return exceptions
  const left = Object.entries(exceptions).map(([artwork, own]) => {
    const standing = Object.entries(own).filter(([, target]) => stands(target))
    return [artwork, Object.fromEntries(standing)] as const
  })
  return Object.fromEntries(left.filter(([, own]) => Object.keys(own).length))
}

const sameColors = (one: Project['scheme'], other: Project['scheme']): boolean => {
  const hexes = new Map(one.map(({ id, hex }) => [id, hex]))
  return other.every(({ id, hex }) => hexes.get(id) === hex)
}

/** The project with a target for each of its inks; the same where all have one and none needs another. */
export const settleTargets = (before: Project, after: Project, inks: readonly InkArea[], how: Matching): Project => {
  const { targets } = after.remap
  const ids = new Set(after.scheme.map(({ id }) => id))
  const others = !sameSwatches(after.scheme, before.scheme)
  const exceptions = others ? standingExceptions(after.remap.exceptions, ids) : after.remap.exceptions
  const cleaned = exceptions === after.remap.exceptions ? after : { ...after, remap: { ...after.remap, exceptions } }
  const wanting = ({ hex }: InkArea): boolean => {
    const to = targets[hex]?.to
    return to === undefined || (to !== null && !ids.has(to))
  }
  const open = inks.filter(wanting).map(({ hex }) => hex)
  const keeping = after.remap.match === 'picture'
  const recolored = how === 'recolored' && keeping && !sameColors(before.scheme, after.scheme)
  const joined = how === 'joined' && keeping && open.length > 0
  const anew = how === 'anew' || (how !== 'missing' && others) || recolored || joined
  if (!anew && !open.length) return cleaned
  const found = anew ? matchTargets(inks, cleaned, targets) : matchAmong(inks, cleaned, asSentByHand(targets), open)
  const settled = { ...cleaned, remap: { ...cleaned.remap, targets: { ...targets, ...found } } }
  return anew
    ? Object.entries(cleaned.remap.meantIn).reduce((all, [id, meant]) => matchAlone(all, inks, id, meant), settled)
    : settled
}
