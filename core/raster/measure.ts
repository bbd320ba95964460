import { areasOf, type InkMap } from '../artwork/inkmap'
import { withNeighbors, type InkSummary } from '../artwork/inks'
import { contactsOf } from '../artwork/neighbors'
import type { Picture } from '../picture/picture'
import { inkMapOf } from './inkmap'
import { rasterInks } from './inks'
import { reducedPicture } from './reduce'
import { unmixed } from './unmix'

/**
 * The inks of a picture with their areas and what lies beside them, by falling area, and the map of them: measured on a
 * smaller picture whose longer side has at most so many pixels. No inks where all is clear.
 */
export const measuredPicture = (picture: Picture, pixels: number): { inks: InkSummary[]; map: InkMap } => {
  const hexes = rasterInks(picture)
  const map = inkMapOf(unmixed(reducedPicture(picture, pixels), hexes))
  const areas = areasOf(map, hexes.length)
  const order = hexes.map((_, place) => place).sort((one, other) => (areas[other] ?? 0) - (areas[one] ?? 0))
  const inks = order.map(place => ({ hex: hexes[place] ?? '#000000', area: areas[place] ?? 0, uses: 1 }))
  const places = new Uint16Array(hexes.length)
  order.forEach((place, i) => (places[place] = i))
  const moved = (place: number): number => places[place] as number
  return {
    inks: withNeighbors(inks, contactsOf(map, hexes.length), place => hexes[place] ?? '#000000'),
    map: { ...map, solid: map.solid.map(at => at && moved(at - 1) + 1), ink: map.ink.map(moved) },
  }
}
