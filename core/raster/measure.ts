import { areasOf, type InkMap } from '../artwork/inkmap'
import { withNeighbors, type InkSummary } from '../artwork/inks'
import { contactsOf } from '../artwork/neighbors'
import type { Hex } from '../color/convert'
import type { Picture } from '../picture/picture'
import { inkMapOf } from './inkmap'
import { inksOf, takenApart, type Manner } from './manner'
import { reducedPicture } from './reduce'

/**
 * The inks of a picture with their areas and what lies beside them, by falling area, and the map of them: measured on a
 * smaller picture whose longer side has at most so many pixels. No inks where all is clear; others can be given.
 */
export const measuredPicture = (
  picture: Picture,
  pixels: number,
  manner: Manner,
  hexes: readonly Hex[] = inksOf(picture, manner),
): { inks: InkSummary[]; map: InkMap } => {
  const map = inkMapOf(takenApart(reducedPicture(picture, pixels), hexes, manner))
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
