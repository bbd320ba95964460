import type { Hex } from '../color/convert'
import { measureAreas, type Renderer } from './area'
import type { Reading } from './reading'

/** An ink as others see it: its color, the share of the painted surface it covers in [0, 1], and how often it paints. */
export interface InkSummary { hex: Hex, area: number, uses: number }

/** The inks of a reading with their areas, by falling area. Where the file cannot be rendered, areas are 0 and a note says so. */
export const inkRecords = async (reading: Reading, render: Renderer): Promise<InkSummary[]> => {
  const areas = await measureAreas(reading, render).catch((error: unknown) => {
    reading.notes.push(`The areas could not be measured: ${error instanceof Error ? error.message : String(error)}`)
    return reading.inks.map(() => 0)
  })
  return reading.inks
    .map(({ hex, uses }, place) => ({ hex, area: Math.round((areas[place] as number) * 1e5) / 1e5, uses }))
    .sort((one, other) => other.area - one.area || other.uses - one.uses)
}
