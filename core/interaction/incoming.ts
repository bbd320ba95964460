/* Files that come into a project by dropping, choosing or pasting. */

/** A file as a browser has it, without its content. */
export interface IncomingFile {
  name: string
  /** Its media type; empty where that is not known. */
  type: string
  /** In bytes. */
  size: number
}

const PICTURE = /\.(png|jpe?g|webp|gif)$/i
const OTHER_PICTURE = /\.(tiff?|bmp|heic|avif|psd|ico)$/i
/** Kinds of files that are artwork, or an archive of it, as a file chooser takes them. */
export const ARTWORK_FILES =
  '.svg,.svgz,.pdf,.png,.jpg,.jpeg,.webp,.gif,.zip,image/svg+xml,application/pdf,image/png,image/jpeg,image/webp,image/gif,' +
  'application/zip'

/** The kind of a file by its name and type; `other picture` is one of a kind that is not read. */
export type IncomingKind = 'svg' | 'pdf' | 'picture' | 'other picture' | 'text'

/** Returns what a file is by its name and type. */
export const incomingKind = ({ name, type }: Pick<IncomingFile, 'name' | 'type'>): IncomingKind => {
  if (/\.svgz?$/i.test(name) || type === 'image/svg+xml') return 'svg'
  if (/\.pdf$/i.test(name) || type === 'application/pdf') return 'pdf'
  if (PICTURE.test(name) || /^image\/(png|jpeg|webp|gif)$/.test(type)) return 'picture'
  return OTHER_PICTURE.test(name) || type.startsWith('image/') ? 'other picture' : 'text'
}

const MB = 1024 * 1024

/** Says that a file is too large; null where it is not. `maxBytes` is what `what` may have. */
export const sizeRefusal = ({ size }: Pick<IncomingFile, 'size'>, maxBytes: number, what: string): string | null =>
  size > maxBytes
    ? `The file is ${Math.round(size / MB)} MB; ${what} may have up to ${Math.round(maxBytes / MB)} MB.`
    : null

/** Returns whether a text holds what no text holds, as files of other kinds do. */
export const isBinary = (text: string): boolean => text.includes('\u0000')
