import { areasOf, type InkMap } from '#core/inkmap/inkmap'
import { withNeighbors, type InkSummary } from '#core/inkmap/measureInks'
import { contactsOf } from '#core/inkmap/neighbors'
import type { Hex } from '#core/color/convert'
import type { Picture } from '#core/picture/picture'
import { inkMapOf } from './inkmap'
import { inksOf, mannerOf, takeApart, type Manner } from './manner'
import { reducePicture, STAGED } from './reduce'

/** Measurements of a picture. */
export interface Measured {
  manner: Manner
  /** By falling area, with what lies beside each; none where all is clear. */
  inks: InkSummary[]
  map: InkMap
  /** The picture as it is shown on the stage. */
  stage: Picture
}

/**
 * Finds out what a picture is made of and its inks, or takes both as given, and measures the inks on a smaller picture
 * whose longer side has at most so many pixels: flat areas on one made of the picture itself, all else on what the stage
 * shows.
 */
export const measurePicture = (
  picture: Picture,
  pixels: number,
  given: { manner?: Manner | undefined; inks?: readonly Hex[] | undefined } = {},
): Measured => {
  const stage = reducePicture(picture, STAGED)
  const manner = given.manner ?? mannerOf(stage)
  const looked = manner === 'flat' ? picture : stage
  const hexes = given.inks ?? inksOf(looked, manner)
  const map = inkMapOf(takeApart(reducePicture(looked, pixels), hexes, manner))
  const areas = areasOf(map, hexes.length)
  const order = hexes.map((_, place) => place).sort((one, other) => (areas[other] ?? 0) - (areas[one] ?? 0))
  const inks = order.map((place, at) => ({ hex: hexes[place] ?? '#000000', area: areas[place] ?? 0, uses: 1, at }))
  const places = new Uint16Array(hexes.length)
  order.forEach((place, i) => (places[place] = i))
  const moved = (place: number): number => places[place]!
  return {
    manner,
    stage,
    inks: withNeighbors(inks, contactsOf(map, hexes.length), place => hexes[place] ?? '#000000'),
    map: { ...map, solid: map.solid.map(at => at && moved(at - 1) + 1), ink: map.ink.map(moved) },
  }
}
