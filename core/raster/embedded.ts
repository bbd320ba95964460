import type { Picture } from '#core/picture/picture'
import type { Reading } from '#core/svg/reading'
import type { Unmixed } from './unmix'
import type { Hex } from '#core/color/convert'
import { paintRaster } from './paint'

/** Writes a picture as the bytes of a PNG. */
export type PngWriter = (picture: Picture) => Promise<Uint8Array> | Uint8Array

/**
 * The pictures of a file in other colors, as PNG, by their place among them. Those none of whose inks changes stay as
 * they came, and are not among them.
 */
export const paintPictures = async (
  { pictureInks }: Pick<Reading, 'pictureInks'>,
  takenAt: (place: number) => Unmixed | null,
  colorOf: (hex: Hex) => Hex,
  png: PngWriter,
): Promise<Map<number, Uint8Array>> => {
  const painted = new Map<number, Uint8Array>()
  for (const [place, inks] of pictureInks.entries()) {
    const colors = inks.map(colorOf)
    const taken = colors.every((hex, i) => hex === inks[i]) ? null : takenAt(place)
    if (!taken) continue
    const data = new Uint8Array(taken.picture.data.length)
    paintRaster(taken, inks, [{ colors, opacity: 1 }], null, data)
    painted.set(place, await png({ ...taken.picture, data }))
  }
  return painted
}

/** A picture taken apart with nothing beside the mixture of its inks, so that it can be weighed. */
export const mixtureOf = (taken: Unmixed): Unmixed => {
  const weights = taken.weights.slice()
  for (let i = 3; i < weights.length; i += 4) weights[i] = 0
  return { ...taken, weights }
}
