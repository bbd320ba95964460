import type { Hex } from '../color/convert'
import { measure, type Renderer } from './measure'
import { NO_PICTURES } from './embedded'
import type { InkMap } from './inkmap'
import type { Reading } from './reading'

/**
 * An ink as others see it: its color, the share of the painted surface it covers in [0, 1], and how often it paints.
 */
export interface InkSummary {
  hex: Hex
  area: number
  uses: number
}

/**
 * The inks of a reading with their areas, by falling area, and the map of them, measured on a rendering whose longer
 * side has so many pixels; `paint` paints the pictures within it. Where the file cannot be rendered, areas are 0 and a
 * note says so.
 */
export const measuredInks = async (
  reading: Reading,
  render: Renderer,
  pixels: number,
  paint = NO_PICTURES,
): Promise<{ inks: InkSummary[]; map: InkMap | null }> => {
  const { areas, map } = await measure(reading, render, pixels, paint).catch((error: unknown) => {
    reading.notes.push(`The areas could not be measured: ${error instanceof Error ? error.message : String(error)}`)
    return { areas: reading.inks.map(() => 0), map: null }
  })
  const inks = reading.inks
    .map(({ hex, uses }, place) => ({ hex, area: Math.round((areas[place] as number) * 1e5) / 1e5, uses }))
    .sort((one, other) => other.area - one.area || other.uses - one.uses)
  return { inks, map }
}
