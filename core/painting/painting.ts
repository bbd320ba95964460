import type { Project } from '#core/document/project'
import { standInColors } from './standIns'
import type { ColorSet, Following } from '#core/document/remap'
import type { Hex } from '#core/color/convert'
import { nearestIn } from '#core/remap/restrict'
import {
  type Remapped as RemapSource,
  remappingOf,
  restrictionOf,
  followColor,
  paintTouchedShapes,
  paintTouchedAreas,
} from './resolveRemap'
import type { InkArea } from '#core/remap/match'
import { recolorInks } from '#core/remap/recolor'
import type { HandPaint } from '#core/svg/write'
import type { AreaPaint } from './areas'

const hexesOf = new WeakMap<ColorSet, Hex[]>()

/** The nearest color of the set a project is restricted to; the color itself where it is not. */
const restrictTo = (set: ColorSet | null): ((hex: Hex) => Hex) => {
  if (!set) return hex => hex
  let hexes = hexesOf.get(set)
  if (!hexes) hexesOf.set(set, (hexes = set.colors.map(({ hex }) => hex)))
  const all = hexes
  return hex => nearestIn(all, hex)?.hex ?? hex
}

/**
 * The color of every ink in a project, or in one of its artworks with the exceptions it has. `united` holds the inks
 * of all its artwork, which decide who leads a group. What is left as it is, is restricted only where that is asked for.
 */
export const colorsOf = (
  project: RemapSource,
  united: readonly InkArea[],
  artwork: string | null = null,
): Map<Hex, Hex> => {
  const remapping = remappingOf(project, united, artwork)
  const colors = recolorInks(united, remapping)
  const set = restrictionOf(project)
  if (!set) return colors
  const near = restrictTo(set)
  return new Map(
    [...colors].map(([ink, hex]) => [
      ink,
      project.remap.restrictLeft || remapping.targets.get(ink) || remapping.tinted.has(ink) ? near(hex) : hex,
    ]),
  )
}

/** The color of every ink without the restriction. */
export const unrestrictedColors = (
  project: RemapSource,
  united: readonly InkArea[],
  artwork: string | null = null,
): Map<Hex, Hex> => recolorInks(united, remappingOf(project, united, artwork))

/**
 * The paint by hand on an artwork: shapes of a drawing, by their place among the elements, or areas of a
 * picture.
 */
export interface ByHand {
  shapes: ReadonlyMap<number, HandPaint>
  areas: readonly AreaPaint[]
}

export const NOTHING_BY_HAND: ByHand = { shapes: new Map(), areas: [] }

/** The paint that the touch-ups of an artwork result in. */
export const touchesOf = (project: RemapSource, artwork: string): ByHand => {
  const touches = project.remap.touches[artwork]
  if (!touches?.length) return NOTHING_BY_HAND
  const { swatches } = remappingOf(project, [])
  const near = restrictTo(restrictionOf(project))
  const colorOf = (to: Following): Hex | null => {
    const hex = followColor(swatches, to)
    return hex && near(hex)
  }
  return { shapes: paintTouchedShapes(touches, colorOf), areas: paintTouchedAreas(touches, colorOf) }
}

/** Appearance of an artwork in a project: what each of its inks becomes, and what is painted by hand on top. */
export interface Painted {
  colors: ReadonlyMap<Hex, Hex>
  byHand: ByHand
}

/** The inks to paint: those of all artwork of the project, and, for a project without any, the stand-ins' inks. */
export interface Pieces {
  inks: readonly InkArea[]
  standIns: ReadonlyArray<readonly [ink: Hex, place: number]>
}

/** The appearance of each artwork of a project; with null, any without exceptions. */
export type Painting = (artwork: string | null) => Painted

/**
 * The appearance of the artworks of a project, each computed when first asked for; those without exceptions share their
 * colors. Stage, proofs, trail, previews, files and the command line all come here.
 */
export const paintingOf = (project: Project, { inks, standIns }: Pieces): Painting => {
  const painted = new Map<string | null, Painted>()
  const colorsFor = (artwork: string | null): ReadonlyMap<Hex, Hex> =>
    project.artwork.length || !standIns.length
      ? colorsOf(project, inks, artwork)
      : standInColors(project.scheme, standIns)
  return artwork => {
    const known = painted.get(artwork)
    if (known) return known
    const usual = painted.get(null)
    const all = usual ?? { colors: colorsFor(null), byHand: NOTHING_BY_HAND }
    if (!usual) painted.set(null, all)
    if (artwork === null) return all
    const own: Painted = {
      colors: project.remap.exceptions[artwork] ? colorsFor(artwork) : all.colors,
      byHand: touchesOf(project, artwork),
    }
    painted.set(artwork, own)
    return own
  }
}

/** Appearance of an artwork before anything is done to it. */
export const UNPAINTED: Painted = { colors: new Map(), byHand: NOTHING_BY_HAND }
