/* A printer's profile as a file (ICC.1:2022, chapter 7). */

/** The largest profile taken, in bytes. */
export const MAX_PROFILE_BYTES = 8 * 1024 * 1024
/** The longest title of a profile, in characters. */
export const MAX_PROFILE_TITLE = 120

const HEADER = 128
/** Maximum number of tags of a profile. */
const MAX_TAGS = 200

/** Why a file cannot be used as a profile, in one plain sentence. */
export class NoProfile extends Error {
  override name = 'NoProfile'
}

const CLASSES: Readonly<Record<string, string>> = {
  ...{ scnr: 'a scanner or camera', mntr: 'a screen', link: 'a link of devices', spac: 'a color space' },
  ...{ abst: 'an abstract conversion', nmcl: 'named colors' },
}

const textIn = (bytes: Uint8Array, start: number, length: number): string => {
  let text = ''
  for (let at = start; at < Math.min(bytes.length, start + length); at++) text += String.fromCharCode(bytes[at]!)
  return text
}

/** The description of a profile: in ASCII (version 2), or in several languages (version 4), of which English counts, else the first. */
const descriptionIn = (bytes: Uint8Array, start: number, size: number): string => {
  const view = new DataView(bytes.buffer, bytes.byteOffset + start, size)
  const kind = textIn(bytes, start, 4)
  if (kind === 'desc' && size >= 12) return textIn(bytes, start + 12, Math.min(view.getUint32(8), size - 12))
  if (kind !== 'mluc' || size < 28) return ''
  const records = Math.min(view.getUint32(8), Math.floor((size - 16) / 12))
  const languages = Array.from({ length: records }, (_, i) => 16 + i * 12)
  const record = languages.find(at => textIn(bytes, start + at, 2) === 'en') ?? languages[0]
  if (record === undefined) return ''
  const [length, offset] = [view.getUint32(record + 4), view.getUint32(record + 8)]
  let text = ''
  for (let at = offset; at + 1 < Math.min(size, offset + length); at += 2)
    text += String.fromCharCode(view.getUint16(at))
  return text
}

const onOneLine = (text: string): string =>
  text
    .replace(/[\p{Cc}\p{Cf}\p{Co}\p{Cs}]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, MAX_PROFILE_TITLE)

/**
 * Checks that a file is the profile of a press in CMYK with tables in both directions, and returns its title: its own description. Throws
 * NoProfile where it is not.
 */
export const readProfile = (bytes: Uint8Array): { title: string } => {
  if (bytes.length > MAX_PROFILE_BYTES)
    throw new NoProfile(`A profile may have up to ${MAX_PROFILE_BYTES / 1048576} MB.`)
  if (bytes.length < HEADER + 4 || textIn(bytes, 36, 4) !== 'acsp') throw new NoProfile('The file is no ICC profile.')
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length)
  if (view.getUint32(0) > bytes.length) throw new NoProfile('The profile is cut off.')
  const kind = textIn(bytes, 12, 4)
  if (kind !== 'prtr') throw new NoProfile(`It is the profile of ${CLASSES[kind] ?? 'something else'}, not of a press.`)
  const space = textIn(bytes, 16, 4).trim()
  if (space !== 'CMYK') throw new NoProfile(`It is a profile for ${space || 'other colors'}, not for CMYK.`)
  const count = view.getUint32(HEADER)
  if (count > MAX_TAGS || HEADER + 4 + count * 12 > bytes.length) throw new NoProfile('The profile is damaged.')
  const tags = new Map<string, { start: number; size: number }>()
  for (let i = 0; i < count; i++) {
    const at = HEADER + 4 + i * 12
    const [start, size] = [view.getUint32(at + 4), view.getUint32(at + 8)]
    if (start + size > bytes.length || size < 8) throw new NoProfile('The profile is damaged.')
    tags.set(textIn(bytes, at, 4), { start, size })
  }
  if (!tags.has('A2B0') || !tags.has('B2A0'))
    throw new NoProfile('The profile has no tables for printing in both directions.')
  const description = tags.get('desc')
  return {
    title: (description && onOneLine(descriptionIn(bytes, description.start, description.size))) || 'Printer’s profile',
  }
}
