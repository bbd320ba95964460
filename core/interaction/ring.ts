import { arc, degrees } from '#core/color/convert'
import { rotateTo } from '#core/color/wheel'
import type { Command } from '#core/commands/commands'
import { MAX_SWATCHES } from '#core/document/limits'
import type { Project } from '#core/document/project'
import type { Swatch } from '#core/document/scheme'
import { distinctColor } from '#core/harmony/distinct'
import { offsetsOf, spreadForAngle } from '#core/harmony/harmony'
import { anglesOf } from '#core/scheme/compose'
import { angleOfSwatch, baseSwatchOf } from '#core/scheme/wearScheme'
import { spot } from './dial'

/** Radii of the hue ring in units of its drawing, and how much further in each next round of swatches stands. */
export const RING = { target: 96, round: 17, rim: 122, inside: 62 } as const
/** Maximum movement of a pointer between press and release that counts as a click on the ring, in pixels. */
const CLICK_SLOP = 4
/** Distance from a swatch at which a key adds another, in degrees. */
const ADDED_BESIDE = 40
/** The innermost round; swatches of later rounds share it. */
const LAST_ROUND = 2

/** A swatch as a target on the hue ring. */
export interface RingTarget {
  swatch: Swatch
  /** Its center, in units of the drawing. */
  x: number
  y: number
  /** Its position on the wheel, in degrees. */
  angle: number
  /** Its radius, in units of the drawing. */
  size: number
  isBase: boolean
  /** 0 for the first swatch on a hue of the harmony; further ones stand further in. */
  round: number
  /** Its place in the order of tab stops: the base first, then as in the scheme. */
  stop: number
}

/** Returns whether the harmony places a swatch, so that dragging it opens or turns the whole. */
const isPlacedByHarmony = (project: Project, { freed, from }: Swatch): boolean =>
  project.derived && project.harmony.kind !== 'free' && !freed && from.kind === 'harmony'

const roundOf = (project: Project, swatch: Swatch): number => {
  if (!isPlacedByHarmony(project, swatch) || swatch.from.kind !== 'harmony') return 0
  const hues = offsetsOf(project.harmony.kind, project.harmony.spread).length
  return Math.min(LAST_ROUND, Math.floor(swatch.from.place / Math.max(1, hues)))
}

/** Returns the targets of all swatches, in the order of the scheme. */
export const ringTargets = (project: Project): RingTarget[] => {
  const base = baseSwatchOf(project)
  return project.scheme.map((swatch, i) => {
    const angle = angleOfSwatch(project, swatch)
    const round = roundOf(project, swatch)
    const [x, y] = spot(angle, RING.target - round * RING.round)
    const isBase = swatch.id === base?.id
    return { swatch, x, y, angle, size: round === 0 ? 9 : 6, isBase, round, stop: isBase ? 0 : i + 1 }
  })
}

/** Returns the polygon of the harmony as points of SVG. */
export const ringPolygon = (project: Project): string =>
  anglesOf(project)
    .sort((a, b) => degrees(a) - degrees(b))
    .map(angle => spot(angle, RING.target).join(','))
    .join(' ')

/**
 * Returns the command that brings a swatch to an angle in degrees: the base turns the whole, another opens the spread of
 * the harmony, or turns the whole where the harmony has none. `alone` frees it, so that it moves by itself, as all do in
 * free and gathered schemes. Null where the swatch is locked or gone.
 */
export const moveOnRing = (project: Project, id: string, angle: number, alone: boolean): Command | null => {
  const swatch = project.scheme.find(each => each.id === id)
  if (!swatch || swatch.locked) return null
  const isBase = swatch.id === baseSwatchOf(project)?.id
  const now = angleOfSwatch(project, swatch)
  const by = arc(now, angle)
  const single: Command = { do: 'turn swatch', id, angle: now + by }
  if (alone && !isBase) return single
  const { harmony } = project
  const turn: Command = { do: 'compose', harmony: { turn: Math.round(arc(0, harmony.turn + by)) } }
  if (isBase) return turn
  if (!isPlacedByHarmony(project, swatch) || swatch.from.kind !== 'harmony') return single
  const hues = offsetsOf(harmony.kind, harmony.spread).length
  const spread = spreadForAngle(harmony.kind, swatch.from.place % hues, arc(0, swatch.offset + by))
  return spread === null ? turn : { do: 'compose', harmony: { spread: Math.round(spread) } }
}

/** Returns the command that adds a swatch like the base at an angle in degrees; null where the scheme is full. */
export const addOnRing = (project: Project, angle: number): Command | null => {
  const like = baseSwatchOf(project)
  if (!like || project.scheme.length >= MAX_SWATCHES) return null
  const taken = project.scheme.map(each => each.hex)
  const hex = distinctColor(rotateTo(project.harmony.wheel, like.hex, angle), taken)
  return { do: 'add swatches', colors: [{ hex }], how: 'ring', after: null }
}

/** Returns the command of the key that adds a swatch beside another on the ring. */
export const addBeside = (project: Project, angle: number): Command | null => addOnRing(project, angle + ADDED_BESIDE)

/**
 * Returns whether a click means to add a swatch: it was pressed beside the swatches, hardly moved, and lies on the ring.
 *
 * @param moved distance between press and release, in pixels; null where it was not pressed beside the swatches
 * @param radius distance from the center, in units of the drawing
 */
export const addsSwatch = (moved: number | null, radius: number): boolean =>
  moved !== null && moved < CLICK_SLOP && radius > RING.inside && radius < RING.rim

/** Returns how a target is named to screen readers. */
export const ringLabel = ({ isBase, swatch: { name, locked, freed } }: RingTarget): string =>
  `${isBase ? 'Base' : name} on the hue ring${locked ? ', locked' : freed ? ', freed' : ''}`
