import type { Project } from '#core/document/project'
import { type Swatch, type Harmony, MADE, type Cast } from '#core/document/scheme'
import {
  wearScheme,
  baseSwatchOf,
  baseOf,
  bareOf,
  offsetFor,
  setByHand,
  isFollowing,
  angleOfSwatch,
  positionOf,
  dominantOf,
  baseAngleOf,
} from './wearScheme'
import { freshScheme, schemeOf, freshIds, normalizeShares } from './scheme'
import { usedSamples } from './gather'
import { offsetsOf, spreadOf } from '#core/harmony/harmony'
import { COUNT } from '#core/harmony/derive'
import { MAX_SWATCHES, MIN_SWATCHES } from '#core/document/limits'
import { type Hex, hsbOf, type Hued, arc, degrees, isNeutral } from '#core/color/convert'
import { plainName } from '#core/color/name'
import { rolesOf } from '#core/harmony/proportion'
import { deal } from '#core/harmony/deal'
import { type Adjustments, adjustColors } from '#core/harmony/adjust'
import { orderSwatches } from '#core/harmony/order'

/* Operations on a scheme in Compose. */

const changeSwatches = (project: Project, change: (swatch: Swatch) => Swatch): Project =>
  wearScheme({ ...project, scheme: project.scheme.map(change) })

/** The scheme derived afresh from base and harmony; samples of swatches that are gone go with them. */
export const deriveAfresh = (project: Project, known = 0): Project => {
  const scheme = freshScheme(project, known)
  return wearScheme({ ...project, scheme, samples: usedSamples(project.samples, scheme), derived: true, baseId: null })
}

/**
 * A harmony changed in part: a new kind opens at its usual spread, and a free one starts at the angles that were
 * there.
 */
const changeHarmony = (before: Harmony, change: Partial<Harmony>): Harmony => {
  const next: Harmony = { ...before, ...change }
  const newKind = next.kind !== before.kind
  const free =
    newKind && next.kind === 'free' && !change.free ? offsetsOf(before.kind, before.spread, before.free) : next.free
  return {
    ...next,
    free,
    spread: spreadOf(next.kind, newKind && change.spread === undefined ? undefined : next.spread),
  }
}

/** The scheme set free: every swatch keeps its color and stands at an angle of its own. */
const setFree = (project: Project, harmony: Harmony): Project => {
  const base = baseSwatchOf(project)
  const based =
    project.derived || !base
      ? { ...project, harmony }
      : { ...project, harmony: { ...harmony, turn: 0 }, base: baseOf(base.hex, base.hue) }
  const bare = bareOf(project)
  const scheme = project.scheme.map((swatch, place): Swatch => {
    const color = bare.get(swatch.id) ?? swatch
    const offset = project.derived ? swatch.offset : offsetFor(based, color.hex, color.hue)
    const from = project.derived ? swatch.from : { kind: 'harmony' as const, place }
    return swatch.own && project.derived
      ? { ...swatch, freed: false, own: { ...swatch.own, angle: swatch.own.angle + (swatch.freed ? harmony.turn : 0) } }
      : setByHand(based, { ...swatch, offset, from, freed: false }, color, swatch.own?.over ?? false)
  })
  const free = project.derived ? harmony.free : scheme.map(({ offset }) => offset)
  return wearScheme({
    ...based,
    harmony: {
      ...based.harmony,
      free,
      count: project.derived ? harmony.count : Math.min(COUNT.max, Math.max(COUNT.min, scheme.length)),
    },
    scheme,
    derived: true,
    baseId: null,
  })
}

/** Harmony swatches at the angles of a free harmony, each by its place. */
const atFreeAngles = (project: Project, free: readonly number[]): Project =>
  changeSwatches(project, swatch =>
    swatch.from.kind === 'harmony' && free.length
      ? { ...swatch, offset: free[swatch.from.place % free.length]! }
      : swatch,
  )

/**
 * The project with its harmony changed. A gathered scheme stays one as long as only wheel and turn change. Turn,
 * spread, wheel and number keep what was set by hand; a new kind or tone plan derives the scheme afresh, and a free one keeps all
 * colors.
 */
export const changeComposition = (project: Project, change: Partial<Harmony>): Project => {
  const { count, ...shape } = change
  const before = project.harmony
  const harmony = changeHarmony(before, shape)
  const keys = Object.keys(shape)
  if (!project.derived && !count && keys.every(key => key === 'wheel' || key === 'turn'))
    return wearScheme({ ...project, harmony })
  if (shape.kind === 'free' && (before.kind !== 'free' || !project.derived)) return setFree(project, harmony)
  if (!project.derived)
    return deriveAfresh({ ...project, harmony: { ...harmony, turn: shape.turn ?? 0, count: count ?? before.count } })
  const isOther = (shape.kind ?? before.kind) !== before.kind || (shape.plan ?? before.plan) !== before.plan
  if (isOther || shape.profile)
    return deriveAfresh({ ...project, harmony: { ...harmony, count: count ?? before.count } }, before.count)
  const shaped = shape.free ? atFreeAngles({ ...project, harmony }, harmony.free) : wearScheme({ ...project, harmony })
  return count === undefined ? shaped : resizeScheme(shaped, count)
}

/** A swatch of a harmony at its next place, as long as the harmony has one. */
const nextOfHarmony = (project: Project): { project: Project; swatch: Swatch } | null => {
  const taken = new Set(project.scheme.flatMap(({ from }) => (from.kind === 'harmony' ? [from.place] : [])))
  const place = Array.from({ length: COUNT.max }, (_, i) => i).find(i => !taken.has(i))
  if (!project.derived || project.harmony.kind === 'free' || place === undefined) return null
  const harmony = { ...project.harmony, count: Math.max(project.harmony.count, place + 1) }
  const swatch = schemeOf(project.base, harmony)[place]
  return swatch ? { project: { ...project, harmony }, swatch } : null
}

/** A further swatch beside what is there, all shares making room for it in equal parts. */
const withSwatches = (project: Project, fresh: readonly Swatch[], after: string | null = null): Project => {
  const room = fresh.slice(0, MAX_SWATCHES - project.scheme.length)
  if (!room.length) return project
  const ids = freshIds(
    's',
    room.length,
    project.scheme.map(({ id }) => id),
  )
  const share = 1 / (project.scheme.length + room.length)
  const added = room.map((swatch, i) => ({ ...swatch, id: ids[i] as string, share }))
  const left = project.scheme.map(swatch => ({ ...swatch, share: swatch.share * (1 - share * room.length) }))
  const at = after === null ? left.length : left.findIndex(({ id }) => id === after) + 1 || left.length
  return wearScheme({ ...project, scheme: normalizeShares([...left.slice(0, at), ...added, ...left.slice(at)]) })
}

/** A color to be added to a scheme, with a name where it has one. */
export interface AddedSwatch {
  hex: Hex
  hue?: number | undefined
  name?: string | undefined
}

/** The project with further swatches of given colors, after another or at the end, as far as there is room. */
export const addSwatches = (
  project: Project,
  colors: readonly AddedSwatch[],
  how: (typeof MADE)[number],
  after: string | null,
): Project => {
  const fresh = colors.map(({ hex, hue, name }): Swatch => {
    const own = hue ?? hsbOf(hex).h
    const bare: Swatch = {
      id: '',
      hex,
      hue: own,
      name: name ?? plainName(hex),
      role: isNeutral(hex) ? 'neutral' : 'detail',
      share: 0,
      offset: project.derived ? offsetFor(project, hex, own) : 0,
      locked: false,
      from: { kind: 'made', how },
      own: null,
      freed: false,
    }
    return setByHand(project, bare, { hex, hue: own }, project.cast !== null)
  })
  return withSwatches(project, fresh, after)
}

/** The project without a swatch, its sample gone too; the fewest a scheme is left with always stay. */
export const removeSwatch = (project: Project, id: string): Project => {
  const scheme = project.scheme.filter(swatch => swatch.id !== id)
  if (scheme.length < MIN_SWATCHES || scheme.length === project.scheme.length) return project
  return wearScheme({
    ...project,
    scheme: normalizeShares(scheme),
    samples: usedSamples(project.samples, scheme),
    baseId: project.baseId === id ? null : project.baseId,
  })
}

/**
 * The project with so many swatches, 2 to 12: further ones by the harmony, or dealt; the last ones that are not locked
 * go, the base never.
 */
export const resizeScheme = (project: Project, wanted: number): Project => {
  const count = Math.min(MAX_SWATCHES, Math.max(MIN_SWATCHES, Math.round(wanted)))
  if (project.scheme.length < count) {
    const next = nextOfHarmony(project)
    const base = baseSwatchOf(project)?.hex ?? project.base.hex
    const colors = [base, ...project.scheme.map(({ hex }) => hex).filter(hex => hex !== base)]
    const grown = next
      ? withSwatches(next.project, [next.swatch])
      : addSwatches(
          project,
          deal({ fixed: colors, count: 1, wheel: project.harmony.wheel }, project.scheme.length).hexes.map(hex => ({
            hex,
          })),
          'deal',
          null,
        )
    return grown.scheme.length > project.scheme.length ? resizeScheme(grown, count) : grown
  }
  const base = baseSwatchOf(project)?.id
  const last = project.scheme.findLast(({ id, locked }) => !locked && id !== base)
  return project.scheme.length > count && last ? resizeScheme(removeSwatch(project, last.id), count) : project
}

/** Swatches in other colors, set by hand; `over` a cast or under it. Locked ones stay. */
export const recolorSwatches = (project: Project, colors: Readonly<Record<string, Hued>>, over = false): Project => {
  const bare = bareOf(project)
  return changeSwatches(project, swatch => {
    const color = colors[swatch.id]
    const now = bare.get(swatch.id)
    if (!color || swatch.locked || (!over && now?.hex === color.hex && now.hue === color.hue)) return swatch
    return setByHand(project, swatch, color, over && project.cast !== null)
  })
}

/** A swatch in another color, by hand: it is cut from where it came from. A locked one is set as it stands. */
export const editSwatch = (project: Project, id: string, color: Hued): Project => {
  const set = changeSwatches(project, swatch =>
    swatch.id === id ? setByHand(project, { ...swatch, locked: false }, color, project.cast !== null) : swatch,
  )
  return { ...set, scheme: set.scheme.map((swatch, i) => ({ ...swatch, locked: project.scheme[i]?.locked ?? false })) }
}

/** A swatch as where it came from has it: what was set by hand is given up. */
export const restoreSwatch = (project: Project, id: string): Project =>
  changeSwatches(project, swatch => {
    return swatch.id === id && isFollowing(project, swatch)
      ? { ...swatch, own: null, freed: false, locked: false, offset: project.derived ? swatch.offset : 0 }
      : swatch
  })

/**
 * A swatch turned to an angle of the wheel, alone: freed from a harmony that is not free, or at another angle of a
 * free one.
 */
export const turnSwatch = (project: Project, id: string, angle: number): Project => {
  const bare = bareOf(project)
  const bound = project.derived && project.harmony.kind !== 'free'
  const next = changeSwatches(project, swatch => {
    if (swatch.id !== id || swatch.locked) return swatch
    const by = arc(angleOfSwatch(project, swatch), angle)
    const loose =
      bound && swatch.from.kind === 'harmony' && !swatch.freed
        ? { ...swatch, freed: true, ...(swatch.own ? { offset: positionOf(project, swatch) } : {}) }
        : swatch
    const set = loose.own ? loose : setByHand(project, loose, bare.get(id) ?? swatch, false)
    return { ...set, offset: set.offset + by }
  })
  if (!next.derived || next.harmony.kind !== 'free') return next
  return {
    ...next,
    harmony: {
      ...next.harmony,
      free: next.scheme.filter(({ from }) => from.kind === 'harmony').map(({ offset }) => degrees(offset)),
    },
  }
}

/**
 * The whole scheme adjusted at once, from the colors given. Locked swatches stay and lend no part; a cast stays on
 * top.
 */
export const adjustScheme = (
  project: Project,
  adjustments: Adjustments,
  from: Readonly<Record<string, Hued>>,
): Project => {
  const bare = bareOf(project)
  const moving = project.scheme.filter(({ locked }) => !locked)
  const colors = adjustColors(
    moving.map(swatch => from[swatch.id] ?? bare.get(swatch.id) ?? swatch),
    adjustments,
    dominantOf(project)?.hex ?? project.base.hex,
  )
  return recolorSwatches(project, Object.fromEntries(moving.map(({ id }, i) => [id, colors[i] as Hued])))
}

/** A lock set or opened: an opened swatch keeps its color until something moves it. */
export const setLock = (project: Project, id: string, lock: boolean): Project => {
  const next = {
    ...project,
    scheme: project.scheme.map(swatch => (swatch.id === id ? { ...swatch, locked: lock } : swatch)),
  }
  const [before, after] = [project.scheme, wearScheme(next).scheme].map(scheme =>
    scheme.find(swatch => swatch.id === id),
  )
  if (lock || !before || before.hex === after?.hex) return next
  return {
    ...next,
    scheme: next.scheme.map(swatch =>
      swatch.id === id ? setByHand(project, swatch, before, project.cast !== null) : swatch,
    ),
  }
}

/** The project under another cast, or none. */
export const setCast = (project: Project, cast: Cast | null): Project => wearScheme({ ...project, cast })

/** The cast made the swatches' own color: they look the same, and nothing lies over them. */
export const fixCast = (project: Project): Project => {
  const set = {
    ...project,
    scheme: project.scheme.map(swatch =>
      swatch.locked || swatch.own?.over ? swatch : setByHand(project, swatch, swatch, false),
    ),
  }
  return wearScheme({ ...set, cast: null })
}

/** The swatches in another order, by their ids; those not named follow. The base stays the base. */
export const arrangeSwatches = (project: Project, ids: readonly string[]): Project => {
  const named = ids.flatMap(id => project.scheme.find(swatch => swatch.id === id) ?? [])
  const scheme = [...new Set([...named, ...project.scheme])]
  return { ...project, scheme, order: 'as set', baseId: project.derived ? null : (baseSwatchOf(project)?.id ?? null) }
}

/** The scheme in the order it is shown in. */
export const shownScheme = ({ scheme, order, harmony }: Pick<Project, 'scheme' | 'order' | 'harmony'>): Swatch[] =>
  orderSwatches(scheme, order, harmony.wheel)

/** Every swatch in the role that its share and chroma give it. */
export const inRoles = (project: Project): Project => {
  const roles = rolesOf(project.scheme)
  return { ...project, scheme: project.scheme.map((swatch, i) => ({ ...swatch, role: roles[i] as Swatch['role'] })) }
}

/** The color opposite another on the wheel of a project, at the same saturation and brightness. */
export const complementOf = (project: Project, swatch: Swatch): Hued => {
  const set = turnSwatch(
    { ...project, cast: null, derived: false, scheme: [{ ...swatch, locked: false, own: null }] },
    swatch.id,
    angleOfSwatch(project, swatch) + 180,
  )
  const { hex, hue } = set.scheme[0] ?? swatch
  return { hex, hue }
}

/**
 * The angles of a scheme's harmony on the wheel, in degrees; of a free or gathered scheme those of its swatches,
 * neutrals left out.
 */
export const anglesOf = (project: Project): number[] => {
  const { derived, harmony } = project
  if (!derived || harmony.kind === 'free')
    return project.scheme.filter(({ hex }) => !isNeutral(hex)).map(swatch => angleOfSwatch(project, swatch))
  return offsetsOf(harmony.kind, harmony.spread).map(offset => baseAngleOf(project) + harmony.turn + offset)
}
