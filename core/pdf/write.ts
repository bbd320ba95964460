import type { Hex } from '#core/color/convert'
import { PdfColors } from './document'
import type { PDFContext, PDFDict } from './objects'
import { dropUnreachable } from './pages'
import { replacePictures, type PaintedPictures } from './pictures'
import { isolatePages, recoloringOf, recolorPages, type SpotNames } from './recolor'
import type { ColorManagement } from './spaces'

/**
 * New colors of the inks of a page, and pictures on it in other colors; the page by its number from 1. Inks and pictures that are not
 * named stay.
 */
export interface PageColors {
  page: number
  colors: ReadonlyMap<Hex, Hex>
  pictures?: PaintedPictures
}

/** The terms on which a file is written: its color management, whether it is for a press, new names of spot colors. */
export interface WritingPlan {
  management: ColorManagement
  isForPress: boolean
  spots: SpotNames
}

/** The changes of a page as text: pages with the same are written together. One whose pictures change stands alone. */
const keyOf = ({ page, colors, pictures }: PageColors): string =>
  [
    ...[...colors]
      .filter(([from, to]) => from !== to)
      .map(pair => pair.join())
      .sort(),
    ...(pictures?.size ? [`page ${page}`] : []),
  ].join(' ')

/** Writes pages of a PDF in other colors. Pages that share objects and change otherwise get objects of their own first. */
export const writePages = (
  context: PDFContext,
  pages: readonly PDFDict[],
  changes: readonly PageColors[],
  { management, isForPress, spots }: WritingPlan,
): void => {
  const changesOf = new Map(changes.map(change => [change.page, change]))
  const groups = new Map<string, { pages: PDFDict[]; change: PageColors }>()
  pages.forEach((page, at) => {
    const change = changesOf.get(at + 1) ?? { page: at + 1, colors: new Map<Hex, Hex>() }
    const key = keyOf(change)
    const known = groups.get(key)
    if (known) known.pages.push(page)
    else groups.set(key, { pages: [page], change })
  })
  const changing = [...groups].filter(([key]) => key !== '').map(([, group]) => group)
  // the first group may change what it shares, unless there are pages that stay
  for (const group of groups.has('') ? changing : changing.slice(1)) isolatePages(context, group.pages)
  for (const group of changing) {
    const { colors: next, pictures } = group.change
    const colors = new PdfColors(context, management, group.pages, isForPress)
    const colorOf = (hex: Hex): Hex => next.get(hex) ?? hex
    recolorPages(colors, recoloringOf(colors, colorOf, spots))
    if (pictures?.size) for (const page of group.pages) replacePictures(page, pictures, management)
  }
  dropUnreachable(context)
}
