import type { Hex } from '#core/color/convert'
import { findArea, type Area, type FoundArea } from '#core/raster/area'
import type { Row } from '#core/raster/paint'
import type { Unmixed } from '#core/raster/unmix'
import { shadeInk } from '#core/remap/shading'

/**
 * The paint of an area of a raster picture by hand: a color that its inks follow, and how opaque it is, in [0,
 * 1].
 */
export interface AreaPaint {
  area: Area
  color: Hex | null
  opacity: number | null
}

/**
 * The colors of a picture's inks everywhere, and then within each area: there the ink at its point becomes the
 * color and the others keep their difference from it. Areas that were not found, or colors that are not given, change
 * nothing.
 */
export const areaRows = (
  inks: readonly Hex[],
  colors: readonly Hex[],
  areas: ReadonlyArray<{ paint: AreaPaint; found: FoundArea | null }>,
): Row[] => [
  { colors, opacity: 1 },
  ...areas.map(({ paint: { color, opacity }, found }): Row => {
    const lead = found && inks[found.inks[0]!]
    if (!found || !lead || color === null) return { colors, opacity: opacity ?? 1 }
    const own = new Set(found.inks)
    return {
      colors: colors.map((hex, i) => (own.has(i) ? shadeInk(inks[i] as Hex, lead, color) : hex)),
      opacity: opacity ?? 1,
    }
  }),
]

/**
 * For each pixel which of the rows of `areaRows` holds: the last area it lies in, one more than its place; null where
 * there is none.
 */
export const regionsOf = (pixels: number, areas: ReadonlyArray<FoundArea | null>): Uint8Array | null => {
  if (!areas.length) return null
  const regions = new Uint8Array(pixels)
  areas.forEach((found, i) => {
    found?.mask.forEach((within, p) => {
      if (within) regions[p] = i + 1
    })
  })
  return regions
}

/**
 * A picture in other colors, with areas painted by hand: the rows of colors, and where each holds. `find`
 * finds areas.
 */
export const rowsWithin = (
  taken: Unmixed,
  inks: readonly Hex[],
  colors: readonly Hex[],
  areas: readonly AreaPaint[],
  find = findArea,
): { rows: Row[]; regions: Uint8Array | null } => {
  const found = areas.map(paint => ({ paint, found: find(taken, inks, paint.area) }))
  return {
    rows: areaRows(inks, colors, found),
    regions: regionsOf(
      taken.picture.width * taken.picture.height,
      found.map(each => each.found),
    ),
  }
}
