import sharp from 'sharp'
import { Unreadable } from '#core/svg/unreadable'
import { MAX_PIXELS, workingSize, type Picture } from '#core/picture/picture'

/**
 * Known facts about a picture file before it is decoded: its size upright, in pixels, and what should be noted about it.
 */
export interface PictureInfo {
  width: number
  height: number
  media: string
  notes: string[]
}

const MEDIA: Readonly<Record<string, string>> = {
  jpeg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
  gif: 'image/gif',
}

const NO_PICTURE = 'It is not a PNG, JPEG, WebP or GIF picture.'
const BROKEN = 'The picture is damaged or incomplete; it can’t be read to its end.'

const openSharp = (bytes: Uint8Array): sharp.Sharp =>
  sharp(bytes, { failOn: 'truncated', pages: 1, limitInputPixels: MAX_PIXELS })

/** Reads the head of a picture file. Throws Unreadable, in a plain sentence, for what is no picture or too large. */
export const pictureInfo = async (bytes: Uint8Array): Promise<PictureInfo> => {
  const head = bytes.length
    ? await sharp(bytes, { limitInputPixels: false })
        .metadata()
        .catch(() => null)
    : null
  const media = MEDIA[head?.format ?? '']
  if (!head || !media || !head.width || !head.height) throw new Unreadable(NO_PICTURE)
  const pixels = head.width * (head.pageHeight ?? head.height)
  if (pixels > MAX_PIXELS)
    throw new Unreadable(
      `The picture has ${Math.round(pixels / 1e6)} megapixels; up to ${MAX_PIXELS / 1e6} can be read.`,
    )
  const [width, height] = [
    head.autoOrient.width,
    head.pages && head.pages > 1 ? (head.pageHeight ?? head.autoOrient.height) : head.autoOrient.height,
  ]
  const notes = [
    ...((head.pages ?? 1) > 1 ? ['It is animated; its first frame is used.'] : []),
    ...(head.space === 'cmyk' ? ['It is in CMYK; its colors are converted to sRGB.'] : []),
    ...(head.depth !== 'uchar' ? ['It has more than 8 bits per channel; it is read with 8.'] : []),
  ]
  return { width, height, media, notes }
}

const throwUnreadable = (): never => {
  throw new Unreadable(BROKEN)
}

/**
 * Decodes a picture upright, in sRGB with straight alpha, straight to a side no longer than asked. Throws Unreadable
 * where it is damaged.
 */
const decodeTo = (bytes: Uint8Array, size: { width: number; height: number }): sharp.Sharp =>
  openSharp(bytes)
    .autoOrient()
    .resize({ ...size, fit: 'fill', kernel: 'cubic', withoutEnlargement: true })
    .toColorspace('srgb')

/** A picture decoded at the size it is worked on. */
export const workingPicture = async (bytes: Uint8Array, info: PictureInfo): Promise<Picture> => {
  const {
    data,
    info: { width, height },
  } = await decodeTo(bytes, workingSize(info.width, info.height))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
    .catch(throwUnreadable)
  return { width, height, data }
}

/** A picture decoded in its own size, or reduced to so many pixels on its longer side. */
export const plainPicture = async (bytes: Uint8Array, longest?: number): Promise<Picture> => {
  const sized =
    longest === undefined
      ? openSharp(bytes).autoOrient()
      : openSharp(bytes)
          .autoOrient()
          .resize({ width: longest, height: longest, fit: 'inside', withoutEnlargement: true })
  const {
    data,
    info: { width, height },
  } = await sized.toColorspace('srgb').ensureAlpha().raw().toBuffer({ resolveWithObject: true }).catch(throwUnreadable)
  return { width, height, data }
}

/** The most pixels of a picture that what it is made of and its inks are looked for in. */
const MAX_WORKING_PIXELS = 12_000_000

/** A picture decoded in its own size, or reduced to what is enough to find its inks. */
export const inkPicture = (
  bytes: Uint8Array,
  { width, height }: { width: number; height: number },
): Promise<Picture> => {
  const scale = Math.sqrt(MAX_WORKING_PIXELS / (width * height))
  return plainPicture(bytes, scale < 1 ? Math.floor(Math.max(width, height) * scale) : undefined)
}

/** A picture file as a PNG of its pixels, upright in sRGB, without loss and with nothing else. */
export const plainPngOf = (bytes: Uint8Array): Promise<Buffer> =>
  openSharp(bytes)
    .autoOrient()
    .toColorspace('srgb')
    .ensureAlpha()
    .png({ compressionLevel: 6 })
    .toBuffer()
    .catch(throwUnreadable)

/** Decoded pixels as sharp takes them, to be written in any format. */
export const sharpOf = ({ width, height, data }: Picture): sharp.Sharp =>
  sharp(data, { raw: { width, height, channels: 4 } })

/** A picture as a PNG without loss, and with nothing but its pixels. */
export const plainPng = (picture: Picture): Promise<Buffer> => sharpOf(picture).png({ compressionLevel: 6 }).toBuffer()

/** A name that ends as a picture file does that can be read. */
export const PICTURE_NAME = /\.(png|jpe?g|webp|gif)$/i
/** A name that ends as a picture file does that is written. */
export const WRITTEN_NAME = /\.(png|jpe?g|webp)$/i

/** Quality of lossy pictures, of 100. */
const QUALITY = 92

/** A picture as a file of the kind its name ends in: PNG or WebP without loss, or JPEG, on white where it was clear. */
export const pictureFile = (picture: Picture, name: string): Promise<Buffer> => {
  const raw = sharpOf(picture).withIccProfile('srgb')
  if (/\.webp$/i.test(name)) return raw.webp({ lossless: true }).toBuffer()
  if (/\.jpe?g$/i.test(name))
    return raw.flatten({ background: '#ffffff' }).jpeg({ quality: QUALITY, chromaSubsampling: '4:4:4' }).toBuffer()
  return raw.png({ compressionLevel: 6 }).toBuffer()
}

/** The longer side of a thumbnail, in pixels. */
const THUMBNAIL = 360

/** The same picture as files: without loss at the size it is worked on, and as a thumbnail. */
export const workingFiles = async (picture: Picture): Promise<{ working: Uint8Array; thumbnail: Uint8Array }> => {
  const [working, thumbnail] = await Promise.all([
    sharpOf(picture).webp({ lossless: true, effort: 0 }).toBuffer(),
    sharpOf(picture)
      .resize({ width: THUMBNAIL, height: THUMBNAIL, fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 82 })
      .toBuffer(),
  ])
  return { working, thumbnail }
}
