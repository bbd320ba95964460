import type { HandPaint } from '../artwork/write'
import { labOf, type Hex } from '../color/convert'
import type { InkArea } from '../remap/match'
import type { AreaPaint } from '../remap/areas'
import { recolored } from '../remap/remap'
import { nearestIn } from '../remap/restrict'
import { shaded } from '../remap/shading'
import { followed, remappingOf, restrictionOf, touchedAreas, touchedPaints, type Remapped } from './remapping'
import type { ColorSet, Following } from './schema'

const hexesOf = new WeakMap<ColorSet, Hex[]>()

/** The nearest color of the set a project is restricted to; the color itself where it is not. */
const within = (set: ColorSet | null): ((hex: Hex) => Hex) => {
  if (!set) return hex => hex
  let hexes = hexesOf.get(set)
  if (!hexes) hexesOf.set(set, (hexes = set.colors.map(({ hex }) => hex)))
  const all = hexes
  return hex => nearestIn(all, hex)?.hex ?? hex
}

/**
 * What every ink becomes in a project, or in one of its artworks with the exceptions it has. `united` holds the inks
 * of all its artwork, which decide who leads a group. What is left as it is, is not restricted either.
 */
export const colorsOf = (
  project: Remapped,
  united: readonly InkArea[],
  artwork: string | null = null,
): Map<Hex, Hex> => {
  const remapping = remappingOf(project, united, artwork)
  const colors = recolored(united, remapping)
  const set = restrictionOf(project)
  if (!set) return colors
  const near = within(set)
  return new Map(
    [...colors].map(([ink, hex]) => [ink, remapping.targets.get(ink) || remapping.tinted.has(ink) ? near(hex) : hex]),
  )
}

/** What every ink would become without a restriction. */
export const recoloredFreely = (
  project: Remapped,
  united: readonly InkArea[],
  artwork: string | null = null,
): Map<Hex, Hex> => recolored(united, remappingOf(project, united, artwork))

/**
 * What is painted by hand on an artwork: shapes of a drawing, by their place among the elements, or areas of a
 * picture.
 */
export interface ByHand {
  shapes: ReadonlyMap<number, HandPaint>
  areas: readonly AreaPaint[]
}

export const NOTHING_BY_HAND: ByHand = { shapes: new Map(), areas: [] }

/** What the touch-ups of an artwork come to. */
export const touchesOf = (project: Remapped, artwork: string): ByHand => {
  const touches = project.remap.touches[artwork]
  if (!touches?.length) return NOTHING_BY_HAND
  const { swatches } = remappingOf(project, [])
  const near = within(restrictionOf(project))
  const colorOf = (to: Following): Hex | null => {
    const hex = followed(swatches, to)
    return hex && near(hex)
  }
  return { shapes: touchedPaints(touches, colorOf), areas: touchedAreas(touches, colorOf) }
}

/**
 * The places of the stand-ins that are not for just any color: what covers most, paper and light lettering, dark
 * lettering.
 */
const STAND_IN = { dominant: 0, light: 1, dark: 6, count: 8 } as const

/**
 * The swatch for each place of the stand-ins: the first covers most, the lightest of the others is the paper, the
 * darkest of those left the dark lettering, and what remains goes round by order. A scheme too small for a place lends
 * one that is there.
 */
const standInSwatches = (hexes: readonly Hex[]): Hex[] => {
  const [dominant = '#808080', ...others] = hexes
  const byLightness = [...others].sort((one, other) => labOf(other).l - labOf(one).l)
  const light = byLightness[0] ?? dominant
  const dark = byLightness.length > 2 ? (byLightness.at(-1) as Hex) : dominant
  const left = others.filter(hex => hex !== light && hex !== dark)
  const round = left.length ? [...left, ...(byLightness.length > 2 ? [dark] : [])] : [...others, dominant]
  let next = 0
  return Array.from({ length: STAND_IN.count }, (_, place) =>
    place === STAND_IN.dominant
      ? dominant
      : place === STAND_IN.light
        ? light
        : place === STAND_IN.dark
          ? dark
          : (round[next++ % round.length] as Hex),
  )
}

/**
 * What every ink of the stand-ins becomes in a scheme. `inks` say the place each belongs to, the lead of a place
 * before its lights and darks.
 */
export const standInColors = (
  scheme: ReadonlyArray<{ hex: Hex }>,
  inks: ReadonlyArray<readonly [ink: Hex, place: number]>,
): Map<Hex, Hex> => {
  const swatches = standInSwatches(scheme.map(({ hex }) => hex))
  const leads = new Map<number, Hex>()
  for (const [ink, place] of inks) if (!leads.has(place)) leads.set(place, ink)
  return new Map(inks.map(([ink, place]) => [ink, shaded(ink, leads.get(place) ?? ink, swatches[place] ?? ink)]))
}
