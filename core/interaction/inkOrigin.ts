import type { InkInPdf, InkRecord, PdfFile } from '#core/document/artwork'

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

/** The CMYK an ink is written with in a PDF, each in [0, 1], and what all four make, in percent; null where it has none. */
export const fileCmyk = ({
  inPdf = [],
}: Pick<InkRecord, 'inPdf'>): { values: readonly number[]; total: number } | null => {
  const own = inPdf.find(({ space }) => space === 'cmyk')
  return own ? { values: own.values, total: own.values.reduce((sum, value) => sum + value * 100, 0) } : null
}

/** A sentence on the things that were taken out of a PDF; an empty list where nothing was. */
export const takenOutWords = ({ removed }: Pick<PdfFile, 'removed'>): string[] =>
  removed.length ? [`Taken out of the PDF: ${removed.join(', ')}.`] : []
