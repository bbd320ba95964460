import { type InkArea } from './match'

/**
 * All inks of several artworks as one list: areas and boundaries are averaged over the artworks, so that together they
 * make 1, and what each covers in each artwork is kept.
 */
export const unitedInks = (files: ReadonlyArray<{ inks: readonly InkArea[] }>): InkArea[] => {
  const found = new Map<string, { area: number; beside: Map<string, number>; parts: number[] }>()
  files.forEach(({ inks }, i) => {
    for (const { hex, area, beside = [] } of inks) {
      const known = found.get(hex) ?? { area: 0, beside: new Map(), parts: files.map(() => 0) }
      found.set(hex, known)
      known.area += area / files.length
      known.parts[i] = area
      for (const [other, part] of beside) known.beside.set(other, (known.beside.get(other) ?? 0) + part / files.length)
    }
  })
  return [...found]
    .map(([hex, { area, beside, parts }]) => ({ hex, area, beside: [...beside], parts }))
    .sort((one, other) => other.area - one.area)
}
