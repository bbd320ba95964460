import type { Hex } from '#core/color/convert'
import type { InkArea } from './inks'

/**
 * All inks of several artworks as one list: areas and boundaries are averaged over the artworks, so that together they
 * make 1, and what each covers in each artwork is recorded.
 */
export const uniteInks = (files: ReadonlyArray<{ inks: readonly InkArea[] }>): InkArea[] => {
  interface United extends Pick<InkArea, 'area' | 'inPdf'> {
    beside: Map<string, readonly [part: number, mixed: number]>
    parts: number[]
    stays: boolean
  }
  const found = new Map<string, United>()
  files.forEach(({ inks }, i) => {
    for (const { hex, area, beside = [], stays = false, inPdf } of inks) {
      const known: United = found.get(hex) ?? { area: 0, beside: new Map(), parts: files.map(() => 0), stays: true }
      found.set(hex, known)
      known.stays &&= stays
      if (inPdf) known.inPdf = [...(known.inPdf ?? []), ...inPdf]
      known.area += area / files.length
      known.parts[i] = area
      for (const [other, part, mixed = 0] of beside) {
        const [long, shared] = known.beside.get(other) ?? [0, 0]
        known.beside.set(other, [long + part / files.length, shared + mixed / files.length])
      }
    }
  })
  return [...found]
    .map(([hex, { area, beside, parts, stays, inPdf }]) => ({
      hex,
      area,
      beside: [...beside].map(([other, [part, mixed]]) => [other, part, mixed] as const),
      parts,
      ...(stays ? { stays } : {}),
      ...(inPdf ? { inPdf } : {}),
    }))
    .sort((one, other) => other.area - one.area)
}

/**
 * The inks of one artwork of several that are united, by its place among them: what they cover of it, and what they lie beside of its
 * other inks, as in the mean of all artworks.
 */
export const inksOfOne = (united: readonly InkArea[], place: number): InkArea[] => {
  const areas = new Map<Hex, number>(united.map(({ hex, parts }) => [hex, parts?.[place] ?? 0]))
  return united.flatMap(({ hex, beside = [], stays }) => {
    const area = areas.get(hex) ?? 0
    if (!area) return []
    return [{ hex, area, beside: beside.filter(([other]) => areas.get(other)), ...(stays ? { stays } : {}) }]
  })
}
