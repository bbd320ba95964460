import { type InkArea } from './match'

/** All inks of several artworks as one list: areas are averaged over the artworks, so that together they make 1. */
export const unitedInks = (files: ReadonlyArray<{ inks: readonly InkArea[] }>): InkArea[] => {
  const areas = new Map<string, number>()
  for (const { inks } of files)
    for (const { hex, area } of inks) areas.set(hex, (areas.get(hex) ?? 0) + area / files.length)
  return [...areas].map(([hex, area]) => ({ hex, area })).sort((one, other) => other.area - one.area)
}
