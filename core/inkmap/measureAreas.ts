import type { Pixels } from '#core/picture/pixels'
import type { Hex } from '#core/color/convert'
import { NO_PICTURES, type PicturePainter } from '#core/svg/embedded'
import { codedMap, codesFor, FINER } from './codedPicture'
import { areasOf, InkMapBuilder, isCrowded, meanDifference, paintInkMap, usesOf, type InkMap } from './inkmap'
import { contactsOf, type Contact } from './neighbors'
import type { Reading } from '#core/svg/reading'
import { sizeOf } from '#core/svg/size'
import { rendering } from '#core/svg/write'

/** The size of a rendering: so many pixels along one side; `crisp` turns anti-aliasing off. */
export interface View {
  side: 'width' | 'height'
  pixels: number
  crisp: boolean
}

/** Renders an SVG to pixels. */
export type Renderer = (svg: string, view: View) => Promise<Pixels>

/** Up to this many inks are weighed exactly, three to a picture. */
const MAX_WEIGHED = 192

/** Number of shapes that are drawn for that, all pictures together. */
const MAX_DRAWN = 400_000

/** Number of pictures that are rendered side by side. */
const AT_ONCE = 2

/** So many inks a map can name, in 16 bits; those beyond are not measured. */
const MAX_MAPPED = 65_534

/** The part of what is painted, of 1, that may be blended where inks are counted. */
const BLENDED = 0.01

const PROBES: readonly Hex[] = ['#ff0000', '#00ff00', '#0000ff']

/** A reading drawn in other colors, its longer side so many pixels. */
type Drawing = (colorOf: (hex: Hex) => Hex, pixels: number, crisp: boolean) => Promise<Pixels>

const drawing = (reading: Reading, render: Renderer, paint: PicturePainter): Drawing => {
  const { width, height } = sizeOf(reading.markup)
  const side = width >= height ? 'width' : 'height'
  const written = rendering(reading)
  return async (colorOf, pixels, crisp) =>
    render(
      written(({ hex }) => colorOf(hex), await paint(colorOf)),
      { side, pixels, crisp },
    )
}

/**
 * Weighs inks exactly: three at a time are rendered as pure red, green and blue and all else as black. As rendering
 * mixes colors linearly (anti-aliasing, opacity, gradients), each channel then holds the weight of its ink in every
 * pixel. What embedded pictures add is in the picture with every ink black, and taken off.
 */
const weigh = async ({ inks }: Reading, places: readonly number[], draw: Drawing, pixels: number): Promise<InkMap> => {
  const picture = (shown: readonly number[]): Promise<Pixels> => {
    const probes = new Map(shown.map((place, i) => [inks[place]?.hex, PROBES[i] as Hex]))
    return draw(hex => probes.get(hex) ?? '#000000', pixels, false)
  }
  const builder = new InkMapBuilder(await picture([]))
  for (let i = 0; i < places.length; i += 3 * AT_ONCE) {
    const batches = Array.from({ length: AT_ONCE }, (_, k) => places.slice(i + k * 3, i + k * 3 + 3)).filter(
      ({ length }) => length,
    )
    const pictures = await Promise.all(batches.map(picture))
    pictures.forEach((each, k) => builder.add(each, batches[k] as number[]))
  }
  return builder.finish()
}

/**
 * Measurements of a reading: the area of each ink, what touches what, and the map of all of them where it can
 * be had.
 */
export interface Measured {
  areas: number[]
  contacts: Contact[]
  map: InkMap | null
}

/**
 * The part of a reading that is on the page: the colors that only feed a computation stay as they are while it is
 * measured.
 */
const pageOf = (reading: Reading): Reading => ({
  ...reading,
  inks: reading.inks.map(ink => ({ ...ink, computed: [] })),
})

/**
 * The share of the painted surface each ink covers, in [0, 1], in the order of the reading's inks, measured on a
 * rendering whose longer side has so many pixels. A few inks of not too many shapes are weighed exactly; otherwise all
 * are counted in one crisp picture, and if that does not show all, because colors are blended, as many as can be are
 * weighed (those not seen, and those of gradients). `paint` paints the pictures within the file that were taken apart,
 * as mixtures of their inks. A drawing that is shown from its map only has one even so, in which what is blended stays
 * as it came. Inks that only feed a computation have no area, and where there are any there is no map.
 */
export const measure = async (
  reading: Reading,
  render: Renderer,
  pixels: number,
  paint = NO_PICTURES,
): Promise<Measured> => {
  const page = pageOf(reading)
  const inPictures = new Set(reading.pictureInks.flat())
  const all = reading.inks.flatMap(({ hex, tokens, additions }, place) =>
    place < MAX_MAPPED && (tokens.length || additions.length || inPictures.has(hex)) ? [place] : [],
  )
  const count = reading.inks.length
  if (all.length === 0) return { areas: reading.inks.map(() => 0), contacts: [], map: null }
  const draw = drawing(page, render, paint)
  const toMeasured = (map: InkMap): Measured => ({
    areas: areasOf(map, count),
    contacts: contactsOf(map, count),
    map: all.length < count || reading.inks.some(({ computed }) => computed.length) ? null : map,
  })
  const max = Math.min(MAX_WEIGHED, Math.max(3, Math.floor((MAX_DRAWN / Math.max(1, usesOf(reading.inks))) * 3)))
  if (all.length <= max) return toMeasured(await weigh(page, all, draw, pixels))
  const codes = codesFor(page.inks.map(({ hex }) => hex))
  const picture = await draw(hex => codes.get(hex) ?? hex, pixels * FINER, true)
  const { map, blended } = codedMap(picture, Math.min(count, MAX_MAPPED))
  if (blended <= BLENDED) return toMeasured(map)
  if (isCrowded(reading.inks))
    return toMeasured(
      all.length <= MAX_WEIGHED
        ? await weigh(page, all, draw, pixels)
        : codedMap(picture, Math.min(count, MAX_MAPPED), await draw(hex => hex, pixels, false)).map,
    )
  const counted = areasOf(map, count)
  const inRuns = new Set(reading.runs.flat())
  const unsure = all.filter(place => !counted[place] || inRuns.has(reading.inks[place]?.hex ?? '')).slice(0, max)
  const weights = areasOf(await weigh(page, unsure, draw, pixels), count)
  for (const place of unsure) counted[place] = weights[place] ?? 0
  return { areas: counted, contacts: contactsOf(map, count), map: null }
}

/** Mean difference, 0 to 255, from which a map does not tell what the artwork looks like: blend modes and filters. */
const UNLIKE = 1.5

/** Returns whether a map, painted in the artwork's own colors, looks as the artwork does. */
export const isFaithful = async (reading: Reading, map: InkMap, render: Renderer): Promise<boolean> => {
  const own = await drawing(reading, render, NO_PICTURES)(hex => hex, Math.max(map.width, map.height), false)
  if (own.width !== map.width || own.height !== map.height) return false
  const painted = new Uint8ClampedArray(own.data.length)
  paintInkMap(
    map,
    reading.inks.map(({ hex }) => hex),
    painted,
  )
  const words = new Uint32Array(painted.buffer)
  for (let p = 0; p < words.length; p++) {
    const i = p * 4
    const alpha = painted[i + 3]!
    if (words[p] !== 0 && alpha !== 255)
      for (let channel = i; channel < i + 3; channel++) painted[channel] = (painted[channel]! * alpha) / 255
  }
  return meanDifference(own.data, painted) < UNLIKE
}
