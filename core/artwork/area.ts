import type { Hex } from '../color/convert'
import { NO_PICTURES, type PicturePainter } from './embedded'
import { areasOf, InkMapBuilder, meanDifference, paintInkMap, type InkMap } from './inkmap'
import type { Reading } from './reading'
import { sizeOf } from './size'
import { renderableSvg } from './write'

/** Pixels of a rendering: red, green, blue and alpha, 0 to 255, color premultiplied by alpha. */
export interface Pixels { width: number, height: number, data: Uint8Array }

/** How large to render: so many pixels along one side; `crisp` turns anti-aliasing off. */
export interface View { side: 'width' | 'height', pixels: number, crisp: boolean }

/** Renders an SVG to pixels. */
export type Renderer = (svg: string, view: View) => Promise<Pixels>

/** Up to this many inks are weighed exactly, three to a picture. */
const MOST_WEIGHED = 192

/** How many pictures are rendered side by side. */
const AT_ONCE = 2

const viewOf = ({ markup }: Reading, pixels: number, crisp: boolean): View => {
  const { width, height } = sizeOf(markup)
  return { side: width >= height ? 'width' : 'height', pixels, crisp }
}

const PROBES: readonly Hex[] = ['#ff0000', '#00ff00', '#0000ff']

/**
 * Weighs inks exactly: three at a time are rendered as pure red, green and blue and all else as black. As
 * rendering mixes colors linearly (anti-aliasing, opacity, gradients), each channel then holds the weight of
 * its ink in every pixel. What embedded pictures add is in the picture with every ink black, and taken off.
 */
const weigh = async (reading: Reading, places: readonly number[], render: Renderer, pixels: number, paint: PicturePainter): Promise<InkMap> => {
  const picture = async (shown: readonly number[]): Promise<Pixels> => {
    const probes = new Map(shown.map((place, i) => [reading.inks[place]?.hex, PROBES[i] as Hex]))
    const colorOf = (hex: Hex): Hex => probes.get(hex) ?? '#000000'
    return render(renderableSvg(reading, ({ hex }) => colorOf(hex), undefined, await paint(colorOf)), viewOf(reading, pixels, false))
  }
  const builder = new InkMapBuilder(await picture([]))
  for (let i = 0; i < places.length; i += 3 * AT_ONCE) {
    const batches = Array.from({ length: AT_ONCE }, (_, k) => places.slice(i + k * 3, i + k * 3 + 3)).filter(({ length }) => length)
    const pictures = await Promise.all(batches.map(picture))
    pictures.forEach((each, k) => builder.add(each, batches[k] as number[]))
  }
  return builder.finish()
}

const CODE_STEP = 2654435761 // Knuth's multiplicative hash: spreads the codes over all of RGB

const codeOf = (place: number): number => (Math.imul(place + 1, CODE_STEP) >>> 8) & 0xffffff

/** Counts inks in one crisp picture in which each has a color code of its own. Blended pixels are nobody's. */
const count = async (reading: Reading, render: Renderer, pixels: number, paint: PicturePainter): Promise<Map<number, number>> => {
  const places = new Map(reading.inks.map((_, place) => [codeOf(place), place]))
  const codes = new Map(reading.inks.map(({ hex }, place) => [hex, `#${codeOf(place).toString(16).padStart(6, '0')}`]))
  const colorOf = (hex: Hex): Hex => codes.get(hex) ?? hex
  const { data } = await render(renderableSvg(reading, ({ hex }) => colorOf(hex), undefined, await paint(colorOf)), viewOf(reading, pixels, true))
  const counts = new Map<number, number>()
  let painted = 0
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3] !== 255) continue
    painted++
    const place = places.get((data[i] as number) << 16 | (data[i + 1] as number) << 8 | (data[i + 2] as number))
    if (place !== undefined) counts.set(place, (counts.get(place) ?? 0) + 1)
  }
  for (const [place, pixels] of counts) counts.set(place, pixels / painted)
  return counts
}

/** What a rendering tells of a reading: the area of each ink, and the map of all of them where there are not too many. */
export interface Measured { areas: number[], map: InkMap | null }

/** What is on the page of a reading: the colors that only feed a computation stay as they are while it is measured. */
const pageOf = (reading: Reading): Reading => ({ ...reading, inks: reading.inks.map(ink => ({ ...ink, computed: [] })) })

/**
 * The share of the painted surface each ink covers, in [0, 1], in the order of the reading's inks, measured on
 * a rendering whose longer side has so many pixels. Up to 192 inks are weighed exactly; of more, all are counted
 * in a crisp picture, and the first 192 that it does not show (gradients, veils) are weighed. `paint` paints the
 * pictures within the file that were taken apart, as mixtures of their inks. Inks that only feed a computation have no area, and
 * where there are any there is no map.
 */
export const measure = async (reading: Reading, render: Renderer, pixels: number, paint = NO_PICTURES): Promise<Measured> => {
  const page = pageOf(reading)
  const inPictures = new Set(reading.pictureInks.flat())
  const all = reading.inks.flatMap(({ hex, tokens, additions }, place) => tokens.length || additions.length || inPictures.has(hex) ? [place] : [])
  if (all.length === 0) return { areas: reading.inks.map(() => 0), map: null }
  if (all.length <= MOST_WEIGHED) {
    const map = await weigh(page, all, render, pixels, paint)
    return { areas: areasOf(map, reading.inks.length), map: reading.inks.some(({ computed }) => computed.length) ? null : map }
  }
  const counts = await count(page, render, pixels, paint)
  const hidden = all.filter(place => !counts.has(place)).slice(0, MOST_WEIGHED)
  const weights = areasOf(await weigh(page, hidden, render, pixels, paint), reading.inks.length)
  return { areas: reading.inks.map((_, place) => counts.get(place) ?? weights[place] ?? 0), map: null }
}

/** Mean difference, 0 to 255, from which a map does not tell what the artwork looks like: blend modes and filters. */
const UNLIKE = 1.5

/** Whether a map, painted in the artwork's own colors, looks as the artwork does. */
export const isFaithful = async (reading: Reading, map: InkMap, render: Renderer): Promise<boolean> => {
  const own = await render(renderableSvg(reading, ({ hex }) => hex), viewOf(reading, Math.max(map.width, map.height), false))
  if (own.width !== map.width || own.height !== map.height) return false
  const painted = new Uint8ClampedArray(own.data.length)
  paintInkMap(map, reading.inks.map(({ hex }) => hex), painted)
  for (let i = 0; i < painted.length; i += 4) {
    const opacity = (painted[i + 3] as number) / 255
    for (let channel = i; channel < i + 3; channel++) painted[channel] = (painted[channel] as number) * opacity
  }

  return meanDifference(own.data, painted) < UNLIKE
}
