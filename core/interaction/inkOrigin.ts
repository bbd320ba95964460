import type { Hex } from '#core/color/convert'
import type { InkInPdf, InkRecord, PdfFile } from '#core/document/artwork'
import { fullestCmyk } from '#core/print/fileInk'

const percent = (value: number): string => String(Math.round(value * 100))

/** One way an ink is written in a PDF, in words: its spot color with the tint, or its values in the space of the file. */
export const wayWords = ({ space, values, spots = [] }: InkInPdf): string => {
  const all = values.map(percent).join(' ')
  if (space === 'spot') return `spot color ${spots[0] ?? ''} ${all}%`
  if (space === 'spots') return `spot colors ${spots.join(', ')} ${all}`
  if (space === 'cmyk') return `CMYK ${all}`
  if (space === 'gray') return `gray ${all}%`
  if (space === 'lab') return `L*a*b* ${values.map(value => Math.round(value)).join(' ')}`
  return space === 'rgb' ? 'RGB' : space
}

/** The ways an ink is written in the PDF it comes from, in words; empty where it comes from none. */
export const originWords = ({ inPdf = [], stays }: Pick<InkRecord, 'inPdf' | 'stays'>): string => {
  const ways = [...new Set(inPdf.map(wayWords))].join(', ')
  return stays ? `${ways}: letters in black ink alone, left as they are unless you send them to a swatch` : ways
}

/** A sentence on the things that were taken out of a PDF; an empty list where nothing was. */
export const takenOutWords = ({ removed }: Pick<PdfFile, 'removed'>): string[] =>
  removed.length ? [`Taken out of the PDF: ${removed.join(', ')}.`] : []

/** An ink of PDF artwork that keeps its color, with the ink the file lays down for it: its CMYK, and all of it in percent. */
export interface StayingInk {
  hex: Hex
  values: readonly number[]
  total: number
  /** True for letters in black ink alone. */
  isLetters: boolean
}

/** The inks of pages of PDFs that keep their colors and are CMYK there, each once, the fullest first. */
export const stayingInks = (
  pages: ReadonlyArray<{
    inks: ReadonlyArray<Pick<InkRecord, 'hex' | 'inPdf' | 'stays'>>
    colors: ReadonlyMap<Hex, Hex>
  }>,
): StayingInk[] => {
  const found = new Map<Hex, StayingInk>()
  for (const { inks, colors } of pages)
    for (const ink of inks) {
      const own = fullestCmyk(ink)
      if (own && (colors.get(ink.hex) ?? ink.hex) === ink.hex)
        found.set(ink.hex, { hex: ink.hex, ...own, isLetters: ink.stays === true })
    }
  return [...found.values()].sort((one, other) => other.total - one.total)
}
