import type { Hex } from '#core/color/convert'
import type { Contact } from './neighbors'
import { measure, type Renderer } from './measureAreas'
import { NO_PICTURES } from '#core/svg/embedded'
import type { InkMap } from './inkmap'
import type { Reading } from '#core/svg/reading'

/**
 * An ink as others see it: its color, the share of the painted surface it covers in [0, 1], and how often it paints.
 */
export interface InkSummary {
  hex: Hex
  area: number
  uses: number
  /** Its index in the ink map. */
  at: number
  /**
   * The inks it lies beside that cover no more than it, with their part of all boundaries and the share of the picture
   * where the two mix, in [0, 1].
   */
  beside: Array<[hex: Hex, part: number, mixed?: number | undefined]>
}

const millionths = (part: number): number => Math.round(part * 1e6) / 1e6

/**
 * Inks, by falling area, each with what lies beside it, from what touches what by place. A pair is listed by the first of
 * the two.
 */
export const withNeighbors = <Ink extends { hex: Hex }>(
  inks: readonly Ink[],
  contacts: readonly Contact[],
  hexAt: (place: number) => Hex,
): Array<Ink & Pick<InkSummary, 'beside'>> => {
  const places = new Map(inks.map(({ hex }, i) => [hex, i]))
  const found = inks.map(ink => ({ ...ink, beside: [] as InkSummary['beside'] }))
  for (const { one, other, part, mixed } of contacts) {
    const [first, second] = [hexAt(one), hexAt(other)].sort((a, b) => (places.get(a) ?? 0) - (places.get(b) ?? 0)) as [
      Hex,
      Hex,
    ]
    found[places.get(first) ?? 0]?.beside.push([second, millionths(part), millionths(mixed)])
  }
  return found
}

/**
 * The inks of a reading with their areas, by falling area, and the map of them, measured on a rendering whose longer
 * side has so many pixels; `paint` paints the pictures within it. Where the file cannot be rendered, areas are 0 and a
 * note says so.
 */
export const measureInks = async (
  reading: Reading,
  render: Renderer,
  pixels: number,
  paint = NO_PICTURES,
): Promise<{ inks: InkSummary[]; map: InkMap | null }> => {
  const { areas, contacts, map } = await measure(reading, render, pixels, paint).catch((error: unknown) => {
    reading.notes.push(`The areas could not be measured: ${error instanceof Error ? error.message : String(error)}`)
    return { areas: reading.inks.map(() => 0), contacts: [], map: null }
  })
  const inks = reading.inks
    .map(({ hex, uses }, at) => ({ hex, area: Math.round(areas[at]! * 1e5) / 1e5, uses, at }))
    .sort((one, other) => other.area - one.area || other.uses - one.uses)
  return { inks: withNeighbors(inks, contacts, place => reading.inks[place]?.hex ?? '#000000'), map }
}
