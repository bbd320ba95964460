import type { Hex } from '../color/convert'
import type { Reading } from './reading'
import { sizeOf } from './size'
import { renderableSvg } from './write'

/** Pixels of a rendering: red, green, blue and alpha, 0 to 255, color premultiplied by alpha. */
export interface Pixels { width: number, height: number, data: Uint8Array }

/** How large to render: so many pixels along one side; `crisp` turns anti-aliasing off. */
export interface View { side: 'width' | 'height', pixels: number, crisp: boolean }

/** Renders an SVG to pixels. */
export type Renderer = (svg: string, view: View) => Promise<Pixels>

/** The longer side of a measuring picture, in pixels. */
const LONGEST = 256

/** Up to this many inks are measured exactly, three to a picture. */
const MOST_EXACT = 192

const viewOf = ({ markup }: Reading, pixels: number, crisp: boolean): View => {
  const { width, height } = sizeOf(markup)
  return { side: width >= height ? 'width' : 'height', pixels, crisp }
}

const PROBES: readonly Hex[] = ['#ff0000', '#00ff00', '#0000ff']

const channelSums = ({ data }: Pixels): [number, number, number, number] => {
  const sums: [number, number, number, number] = [0, 0, 0, 0]
  for (let i = 0; i < data.length; i += 4) {
    sums[0] += data[i] as number
    sums[1] += data[i + 1] as number
    sums[2] += data[i + 2] as number
    sums[3] += data[i + 3] as number
  }
  return sums
}

/**
 * Weighs inks exactly: three at a time are rendered as pure red, green and blue and all else as black. As
 * rendering mixes colors linearly (anti-aliasing, opacity, gradients), each channel then holds the weight of
 * its ink in every pixel. What embedded pictures add is measured once and taken off.
 */
const weigh = async (reading: Reading, places: readonly number[], render: Renderer): Promise<Map<number, number>> => {
  const picture = (shown: readonly number[]): Promise<Pixels> => {
    const probes = new Map(shown.map((place, i) => [reading.inks[place], PROBES[i] as Hex]))
    return render(renderableSvg(reading, ink => probes.get(ink) ?? '#000000'), viewOf(reading, LONGEST, false))
  }
  const ground = channelSums(await picture([]))
  const weights = new Map<number, number>()
  for (let i = 0; i < places.length; i += 3) {
    const shown = places.slice(i, i + 3)
    const sums = channelSums(await picture(shown))
    shown.forEach((place, channel) => {
      const own = (sums[channel] as number) - (ground[channel] as number)
      weights.set(place, ground[3] ? Math.max(0, own) / ground[3] : 0)
    })
  }
  return weights
}

const CODE_STEP = 2654435761 // Knuth's multiplicative hash: spreads the codes over all of RGB

const codeOf = (place: number): number => (Math.imul(place + 1, CODE_STEP) >>> 8) & 0xffffff

/** Counts inks in one crisp picture in which each has a color code of its own. Blended pixels are nobody's. */
const count = async (reading: Reading, render: Renderer): Promise<Map<number, number>> => {
  const places = new Map(reading.inks.map((_, place) => [codeOf(place), place]))
  const codes = new Map(reading.inks.map((ink, place) => [ink, `#${codeOf(place).toString(16).padStart(6, '0')}`]))
  const { data } = await render(renderableSvg(reading, ink => codes.get(ink) as Hex), viewOf(reading, LONGEST * 2, true))
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

/**
 * The share of the painted surface each ink covers, in [0, 1], in the order of the reading's inks, measured
 * on a rendering. Up to 192 inks are weighed exactly; of more, all are counted in a crisp picture, and the
 * first 192 that it does not show (gradients, veils) are weighed.
 */
export const measureAreas = async (reading: Reading, render: Renderer): Promise<number[]> => {
  const all = reading.inks.map((_, place) => place)
  if (all.length === 0) return []
  if (all.length <= MOST_EXACT) {
    const weights = await weigh(reading, all, render)
    return all.map(place => weights.get(place) ?? 0)
  }
  const counts = await count(reading, render)
  const hidden = all.filter(place => !counts.has(place)).slice(0, MOST_EXACT)
  const weights = await weigh(reading, hidden, render)
  return all.map(place => counts.get(place) ?? weights.get(place) ?? 0)
}
