import { numberDuplicates, plainName } from '#core/color/name'
import { hsbOf, type Hex } from '#core/color/convert'
import { derive } from '#core/harmony/derive'
import { rotateHue } from '#core/color/wheel'
import { rolesIn, sharesIn } from '#core/harmony/proportion'
import type { Role } from '#core/harmony/proportion'
import { MAX_SWATCHES, MIN_SWATCHES } from '#core/document/limits'
import type { Base, Harmony, Origin, Swatch } from '#core/document/scheme'
import type { Project } from '#core/document/project'

/** An id that is not taken: the prefix and the first free number. */
export const freshId = (prefix: 's' | 'p', taken: ReadonlySet<string>): string => {
  let n = 1
  while (taken.has(`${prefix}${n}`)) n++
  return `${prefix}${n}`
}

/** So many ids that are not taken. */
export const freshIds = (prefix: 's' | 'p', count: number, taken: readonly string[]): string[] => {
  const ids: string[] = []
  while (ids.length < count) ids.push(freshId(prefix, new Set([...taken, ...ids])))
  return ids
}

/** Ids for so many swatches: those that were there by place, then fresh ones. */
const idsFor = (count: number, before: readonly Swatch[], taken: readonly string[]): string[] => {
  const known = before.slice(0, count).map(({ id }) => id)
  return [...known, ...freshIds('s', count - known.length, [...taken, ...known])]
}

/** The scheme a base and harmony derive, with ids, names, roles and shares as they usually start. */
export const schemeOf = (base: Base, harmony: Harmony): Swatch[] => {
  const derived = derive({ ...harmony, base: base.hex, baseHue: base.hue })
  const roles = rolesIn(derived.map(({ hex }) => hex))
  const shares = sharesIn(roles)
  const names = numberDuplicates(derived.map(({ hex }) => plainName(hex)))
  return derived.map(({ hex, offset }, i) => ({
    id: `s${i + 1}`,
    hex,
    hue: hsbOf(hex, rotateHue(harmony.wheel, base.hue, harmony.turn + offset)).h,
    offset,
    name: names[i] as string,
    role: roles[i] as Role,
    share: shares[i]!,
    locked: false,
    from: { kind: 'harmony', place: i },
    own: null,
    freed: false,
  }))
}

/** Returns whether two schemes have the same swatches, in whatever color and order: then inks need not be matched anew. */
export const sameSwatches = (one: readonly Swatch[], other: readonly Swatch[]): boolean =>
  one.length === other.length && one.every(({ id }) => other.some(swatch => swatch.id === id))

/** Swatches with their shares brought to a sum of 1. */
export const normalizeShares = (scheme: readonly Swatch[]): Swatch[] => {
  const total = scheme.reduce((sum, { share }) => sum + share, 0) || 1
  return scheme.map(swatch => ({ ...swatch, share: swatch.share / total }))
}

/** Returns whether roles and shares are those the swatches' colors start with: nobody set others. */
const isAsItStarts = (scheme: readonly Swatch[]): boolean => {
  const roles = rolesIn(scheme.map(({ hex }) => hex))
  const shares = sharesIn(roles)
  return scheme.every(({ role, share }, i) => role === roles[i] && Math.abs(share - shares[i]!) < ROUNDING)
}
/** By how little shares differ that are the same. */
const ROUNDING = 1e-6

/** Swatches with the roles and shares their colors start with; locked ones keep theirs. */
const withStart = (scheme: readonly Swatch[]): Swatch[] => {
  const roles = rolesIn(scheme.map(({ hex }) => hex))
  const shares = sharesIn(roles)
  return normalizeShares(
    scheme.map((swatch, i) => (swatch.locked ? swatch : { ...swatch, share: shares[i]!, role: roles[i] as Role })),
  )
}

/** Swatches in other colors with the roles and shares those start with, where nobody had set others; locked ones stay. */
export const asTheyStart = (before: readonly Swatch[], after: readonly Swatch[]): Swatch[] => {
  return isAsItStarts(before) ? withStart(after) : [...after]
}

/**
 * The swatches of a project derived afresh from its base and harmony. Those that were there keep their ids, so that
 * what was remapped to them follows, and as long as their number stays, roles and shares somebody set. Locked ones stay
 * whole, those made beside the harmony stay too. `known` is how many places of the harmony there were before: places
 * given up stay given up, unless too few swatches were left without them.
 */
export const freshScheme = (project: Project, known: number): Swatch[] => {
  const { scheme: before, harmony, base } = project
  const own = (swatch: Swatch): boolean => project.derived && swatch.from.kind !== 'harmony'
  const slots = before.filter(swatch => !own(swatch))
  const placeOf = ({ from }: Swatch, i: number): number => (project.derived && from.kind === 'harmony' ? from.place : i)
  const places = new Map(slots.map((swatch, i) => [swatch.id, placeOf(swatch, i)]))
  const staying = before.filter(swatch => own(swatch) || swatch.locked || places.get(swatch.id)! < harmony.count)
  const taken = new Set(places.values())
  const untaken = Array.from({ length: harmony.count }, (_, i) => i).filter(i => !taken.has(i))
  const further = untaken.filter(i => i >= known || !project.derived)
  const missing = (staying.length + further.length < MIN_SWATCHES ? untaken : further).slice(
    0,
    MAX_SWATCHES - staying.length,
  )
  const fresh = schemeOf(base, harmony)
  const ids = freshIds(
    's',
    missing.length,
    before.map(({ id }) => id),
  )
  const count = staying.length + missing.length
  const same = count === before.length && !isAsItStarts(before)
  const all = [
    ...staying.map(swatch => {
      const made = fresh[places.get(swatch.id) ?? -1]
      if (own(swatch) || !made) return swatch
      const from = { kind: 'harmony' as const, place: places.get(swatch.id)! }
      if (swatch.locked) return project.derived ? swatch : { ...swatch, offset: made.offset }
      return { ...made, id: swatch.id, from, ...(same ? { role: swatch.role, share: swatch.share } : {}) }
    }),
    ...missing.map((place, i) => ({ ...(fresh[place] as Swatch), id: ids[i] as string })),
  ]
  return same ? all : withStart(all)
}

/** A color on its way into a scheme. */
export interface Gathered {
  hex: Hex
  name: string | null
  share: number | null
  /** Its role where that is known. */
  role?: Role | null | undefined
  from: Origin
}

/** The least share a gathered swatch is given, so that a small accent can still be seen and dragged. */
const MIN_SHARE = 0.02

/**
 * A scheme of gathered colors beside the swatches that are locked, which stay first. Ids go on by place among those
 * that are replaced. Shares are those found, or the usual ones of the roles.
 */
export const gatheredScheme = (colors: readonly Gathered[], before: readonly Swatch[]): Swatch[] => {
  const locked = before.filter(({ locked }) => locked)
  const fresh = colors.slice(0, MAX_SWATCHES - locked.length)
  const ids = idsFor(
    fresh.length,
    before.filter(({ locked }) => !locked),
    locked.map(({ id }) => id),
  )
  const names = numberDuplicates(fresh.map(({ hex, name }) => name ?? plainName(hex)))
  const hexes = [...locked, ...fresh].map(({ hex }) => hex)
  const usualRoles = rolesIn(hexes)
  const roles = [
    ...locked.map(({ role }) => role),
    ...fresh.map(({ role }, i) => role ?? (usualRoles[locked.length + i] as Role)),
  ]
  const usual = sharesIn(roles)
  const all = [
    ...locked,
    ...fresh.map(
      ({ hex, share, from }, i): Swatch => ({
        id: ids[i] as string,
        hex,
        hue: hsbOf(hex).h,
        name: names[i] as string,
        offset: 0,
        locked: false,
        from,
        own: null,
        freed: false,
        role: roles[locked.length + i] as Role,
        share: share === null ? usual[locked.length + i]! : Math.max(MIN_SHARE, share),
      }),
    ),
  ]
  return normalizeShares(all)
}
