import { placeCropped, type Mark, type Page, type Rect, type Words } from '#core/handover/page'
import { outlineOf, type Fonts } from './fonts'

/** Inserts of a page besides shapes and words, as SVG fragments of their own size. */
export interface Inserts {
  /** An artwork in a look, as a whole SVG document or the address of a picture. */
  artwork: (artwork: string, look: string) => Promise<Insert>
  /** A reference picture, with its shape (width by height). */
  picture: (id: string) => Promise<PictureInsert>
  /** A gradient as the address of a picture of a size in pixels. */
  gradient: (
    gradient: Extract<Mark, { mark: 'gradient' }>['gradient'],
    width: number,
    height: number,
  ) => Promise<Buffer>
}
/** An artwork to be drawn: as plain shapes, or, where those cannot be drawn everywhere, as a picture. */
export type Insert = { kind: 'shapes'; svg: string } | { kind: 'picture'; png: Buffer }
export interface PictureInsert {
  bytes: Buffer
  media: string
  ratio: number
}

export const toDataUrl = (bytes: Uint8Array, media: string): string =>
  `data:${media};base64,${Buffer.from(bytes).toString('base64')}`

const boxAttributes = ({ x, y, width, height }: Rect): string => `x="${x}" y="${y}" width="${width}" height="${height}"`

/** The outline of a box whose top right corner is cut off. */
export const chamferedPath = ({ x, y, width, height }: Rect, cut: number): string =>
  `M${x} ${y}H${x + width - cut}L${x + width} ${y + cut}V${y + height}H${x}Z`

/** Where a line of words begins, its width known. */
export const startOf = ({ x, align = 'start' }: Words, width: number): number =>
  x - (align === 'middle' ? width / 2 : align === 'end' ? width : 0)

/** A page as SVG that needs nothing else: letters as outlines, pictures within. */
export const pageSvg = async (page: Page, fonts: Fonts, inserts: Inserts, scale: number): Promise<string> => {
  let clips = 0
  /** Content clipped to a frame. */
  const clipped = (frame: Rect, inside: string): string => {
    const id = `clip${clips++}`
    return `<clipPath id="${id}"><rect ${boxAttributes(frame)}/></clipPath><g clip-path="url(#${id})">${inside}</g>`
  }
  const drawn = async (mark: Mark): Promise<string> => {
    switch (mark.mark) {
      case 'part':
        return (await Promise.all(mark.marks.map(drawn))).join('')
      case 'box': {
        const paint = `fill="${mark.fill ?? 'none'}"${mark.line ? ` stroke="${mark.line}"` : ''}`
        return mark.chamfer
          ? `<path d="${chamferedPath(mark, mark.chamfer)}" ${paint}/>`
          : `<rect ${boxAttributes(mark)} ${paint}/>`
      }
      case 'circle':
        return `<circle cx="${mark.x}" cy="${mark.y}" r="${mark.radius}" fill="${mark.fill}"${mark.line ? ` stroke="${mark.line}"` : ''}/>`
      case 'line':
        return `<path d="M${mark.from.join(' ')}L${mark.to.join(' ')}" stroke="${mark.line}" stroke-width="${mark.thick}"/>`
      case 'words': {
        const start = startOf(mark, fonts.measure(mark.text, mark))
        const pieces = fonts.piecesOf(mark.text, mark)
        const turned = mark.upward ? ` transform="rotate(-90 ${mark.x} ${mark.y})"` : ''
        return `<path d="${outlineOf(pieces, mark.size, start, mark.y)}" fill="${mark.fill}"${turned}/>`
      }
      case 'artwork': {
        const insert = await inserts.artwork(mark.artwork, mark.look)
        const href =
          insert.kind === 'shapes'
            ? toDataUrl(Buffer.from(insert.svg), 'image/svg+xml')
            : toDataUrl(insert.png, 'image/png')
        return clipped(mark, `<image ${boxAttributes(mark)} href="${href}"/>`)
      }
      case 'picture': {
        const { bytes, media, ratio } = await inserts.picture(mark.picture)
        const rim = mark.rim ? `<rect ${boxAttributes(mark)} fill="none" stroke="${mark.rim}" stroke-width="6"/>` : ''
        const at = boxAttributes(placeCropped(mark, ratio, mark.crop))
        const image = `<image ${at} preserveAspectRatio="none" href="${toDataUrl(bytes, media)}"/>`
        return clipped(mark, image) + rim
      }
      case 'gradient': {
        const png = await inserts.gradient(mark.gradient, Math.ceil(mark.width * scale), Math.ceil(mark.height * scale))
        return `<image ${boxAttributes(mark)} preserveAspectRatio="none" href="${toDataUrl(png, 'image/png')}"/>`
      }
    }
  }
  const { width, height, ground, marks } = page
  const body = await Promise.all(marks.map(drawn))
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">` +
    `<rect width="${width}" height="${height}" fill="${ground}"/>${body.join('')}</svg>`
  )
}
