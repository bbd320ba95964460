import { Gunzip } from 'fflate'
import { unpackInPieces } from '#core/math/unpack'
import { MAX_SVG_BYTES, Unreadable } from './unreadable'

/** The encoding of a file, so that it can be written back in the same way. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'iso-8859-1'

export interface Decoded {
  text: string
  encoding: Encoding
  /** The encoding the file had, where it is written in UTF-8 from now on. */
  was?: string
}

const startsWithBytes = (bytes: Uint8Array, ...mark: number[]): boolean => mark.every((byte, i) => bytes[i] === byte)

const textFromCodes = (codes: Uint8Array | Uint16Array): string => {
  const parts: string[] = []
  for (let i = 0; i < codes.length; i += 8192) parts.push(String.fromCharCode(...codes.subarray(i, i + 8192)))
  return parts.join('')
}

const utf16 = (bytes: Uint8Array, little: boolean): string => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const codes = new Uint16Array(bytes.length >> 1)
  for (let i = 0; i < codes.length; i++) codes[i] = view.getUint16(i * 2, little)
  return textFromCodes(codes)
}

const tooLarge = (size: number): Unreadable =>
  new Unreadable(`The file is ${(size / 1048576).toFixed(0)} MB; an SVG may have up to 20 MB.`)

/**
 * The bytes of a gzip file, taken out piece by piece, so that one that grows without end is refused before it is
 * large.
 */
const gunzip = (bytes: Uint8Array): Uint8Array => {
  const { unpacked, error } = unpackInPieces(bytes, take => new Gunzip(take), MAX_SVG_BYTES, tooLarge)
  if (error) throw new Unreadable('The file is compressed (svgz) and damaged: it can’t be unpacked.')
  return unpacked
}

/** Length within which a browser looks for the declaration of an encoding, and more, in bytes. */
const DECLARED_WITHIN = 8192
/** The declaration of an encoding at the very start of a file (XML 1.0, section 4.3.3). */
const DECLARED = /^<\?xml\b[^>]*?\bencoding[\t\n\r ]*=[\t\n\r ]*(?:"([^"]*)"|'([^']*)')/
/**
 * The encodings in which every letter that markup is made of stands for itself and for nothing else, and UTF-16, which counts
 * only by its mark: a browser reads the same markup in them as we do.
 */
const PLAIN =
  /^(?:utf-8|utf-16(?:le|be)?|windows-125[0-8]|windows-874|iso-8859-(?:[2-8]|8-i|1[03-6])|koi8-[ru]|macintosh)$/

/** The encoding a file declares, as browsers call it, and as it is written; null where it says nothing. */
const declaredEncoding = (bytes: Uint8Array): { called: string; label: string } | null => {
  const match = DECLARED.exec(textFromCodes(bytes.subarray(0, DECLARED_WITHIN)))
  const label = (match?.[1] ?? match?.[2])?.trim()
  if (label === undefined) return null
  try {
    return { called: new TextDecoder(label).encoding, label }
  } catch {
    throw new Unreadable(`The file says its encoding is “${label.slice(0, 40)}”, which is not supported.`)
  }
}

/** The text of a file in an encoding that cannot be kept, without its encoding declaration. */
const asUtf8 = (bytes: Uint8Array, { called, label }: { called: string; label: string }): Decoded => {
  try {
    const text = new TextDecoder(called, { fatal: true }).decode(bytes)
    return { text: text.replace(DECLARED, head => head.replace(label, 'UTF-8')), encoding: 'utf-8', was: label }
  } catch {
    throw new Unreadable(`The file says its encoding is “${label.slice(0, 40)}”, but it isn’t.`)
  }
}

/** A sentence that a file is stored in another encoding than it came in; an empty list where it is not. */
export const encodingNotes = ({ was }: Decoded): string[] =>
  was === undefined
    ? []
    : [
        `The file was encoded in ${was.slice(0, 40)} and is stored as UTF-8, so that every program reads it the same way.`,
      ]

/**
 * The text of an SVG file, packed (svgz) once or not. UTF-8 and UTF-16 (by its mark) are read as such; bytes that are not
 * valid UTF-8 are read one to one as ISO 8859-1, so that every file comes back out as it went in. A byte-order mark
 * stays in the text. What says it is written in anything in which a browser would read other markup becomes UTF-8, and that
 * is returned (`was`). Throws Unreadable for an empty file, one of more than 20 MB, one packed twice, and an encoding nobody knows.
 */
export const decodeSvg = (bytes: Uint8Array, isUnpacked = false): Decoded => {
  if (bytes.length === 0) throw new Unreadable('The file is empty.')
  if (bytes.length > MAX_SVG_BYTES) throw tooLarge(bytes.length)
  if (startsWithBytes(bytes, 0x1f, 0x8b)) {
    if (isUnpacked) throw new Unreadable('The file is compressed (svgz) more than once.')
    return decodeSvg(gunzip(bytes), true)
  }
  if (startsWithBytes(bytes, 0xff, 0xfe)) return { text: utf16(bytes, true), encoding: 'utf-16le' }
  if (startsWithBytes(bytes, 0xfe, 0xff)) return { text: utf16(bytes, false), encoding: 'utf-16be' }
  const declared = startsWithBytes(bytes, 0xef, 0xbb, 0xbf) ? null : declaredEncoding(bytes)
  if (declared && !PLAIN.test(declared.called)) return asUtf8(bytes, declared)
  try {
    return { text: new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes), encoding: 'utf-8' }
  } catch {
    return { text: textFromCodes(bytes), encoding: 'iso-8859-1' }
  }
}

/** The bytes of a text in the encoding it was read from. */
export const encodeSvg = ({ text, encoding }: Decoded): Uint8Array => {
  if (encoding === 'utf-8') return new TextEncoder().encode(text)
  if (encoding === 'iso-8859-1') return Uint8Array.from(text, letter => letter.charCodeAt(0))
  const bytes = new Uint8Array(text.length * 2)
  const view = new DataView(bytes.buffer)
  for (let i = 0; i < text.length; i++) view.setUint16(i * 2, text.charCodeAt(i), encoding === 'utf-16le')
  return bytes
}
