import { LRUCache } from 'lru-cache'
import { decodeSvg, encodeSvg } from '#core/svg/encoding'
import { themedSvg } from '#core/svg/themedSvg'
import { renderableSvg, writeSvg } from '#core/svg/write'
import type { Hex } from '#core/color/convert'
import { closestTo } from '#core/color/difference'
import type { Artwork, ArtworkFile } from '#core/document/artwork'
import { keyOf } from '#core/formats/exportScheme'
import type { SVG_WAYS } from '#core/document/handOver'
import { areaRows, rowsWithin } from '#core/painting/areas'
import type { Painted } from '#core/painting/painting'
import type { PageColors } from '#core/pdf/write'
import type { Picture } from '#core/picture/picture'
import type { Press } from '#core/print/press'
import { takeApart } from '#core/raster/manner'
import { paintRaster } from '#core/raster/paint'
import { inPieces, paintPart } from '#core/raster/strips'
import type { Unmixed } from '#core/raster/unmix'
import { recolorPdf } from '../pdf'
import { paintedPictures } from '../pdfPictures'
import { readWithPictures, type ReadWithPictures } from '../embedded'
import { pictureFile, plainPicture, sharpOf } from '../pictures'
import { plainSvg, renderPixels, renderPng } from '../resvg'
import type { Insert } from './svgPage'

/** Where artwork comes from: what is known of a file, and its bytes; null where there is none of this hash. */
export interface ArtworkSources {
  file: (hash: string) => Promise<ArtworkFile | null>
  source: (hash: string) => Promise<Uint8Array | null>
  /** A PDF that artwork is a page of. */
  pdf: (hash: string) => Promise<{ source: Uint8Array; isForPress: boolean } | null>
}

/** An artwork opened to be written: a drawing that is read, or a picture that is decoded. */
type Opened =
  | { kind: 'svg'; reading: ReadWithPictures; encoding: ReturnType<typeof decodeSvg>['encoding'] }
  | { kind: 'raster'; file: ArtworkFile; bytes: Uint8Array; takenAt: (longest: number) => Promise<Unmixed> }
type Drawing = Extract<Opened, { kind: 'svg' }>
type Photograph = Extract<Opened, { kind: 'raster' }>

/** The most artworks open at a time: each can take a hundred megabytes. */
const MAX_OPEN = 3
/** The longest plain drawing, in characters, that is set into a PDF as shapes; a longer one is set as a picture. */
const MAX_SHAPES_LENGTH = 3_000_000
/** Features that readers of PDF do not all draw alike: such drawings are set as pictures. */
const BEYOND_SHAPES = /\sfilter="|mix-blend-mode|isolation:/
/** Width of such a picture, in pixels. */
const PICTURE_WIDTH = 1600

/** Throws where something that is handed over is not there any more. */
export const throwMissing = (what: string): never => {
  throw new Error(`${what} no longer exists.`)
}

/** The name of the swatch that a color is nearest to, as the key of a custom property. */
const namedBy =
  (scheme: ReadonlyArray<{ name: string; hex: Hex }>) =>
  (hex: Hex): string => {
    const near = closestTo(hex, scheme)
    return near ? keyOf(near.name) : 'ink'
  }

const colorIn =
  ({ colors }: Painted) =>
  (hex: Hex): Hex =>
    colors.get(hex) ?? hex

/** A drawing as it is painted, as text for a renderer. */
const writeDrawing = ({ reading: { reading, painter } }: Drawing, painted: Painted): Promise<string> => {
  const colorOf = colorIn(painted)
  return painter({})(colorOf).then(pictures =>
    renderableSvg(reading, ({ hex }) => colorOf(hex), painted.byHand.shapes, pictures),
  )
}

/** The most pixels of a picture that stay taken apart for all colors it is painted in: about 16 bytes each. */
const MAX_TAKEN_PIXELS = 4_500_000

const inksOf = ({ inks }: ArtworkFile): Hex[] => inks.map(({ hex }) => hex)

/** Opens a picture. What it is taken apart into at a size is cached for as long as it is the latest size. */
const openPicture = (file: ArtworkFile, bytes: Uint8Array): Photograph => {
  const taken = new LRUCache<number, Promise<Unmixed>>({ max: 2 })
  return {
    ...{ kind: 'raster', file, bytes },
    takenAt: longest => {
      const known = taken.get(longest)
      if (known) return known
      const own = plainPicture(bytes, longest).then(picture => takeApart(picture, inksOf(file), file.manner))
      taken.set(longest, own)
      own.catch(() => taken.delete(longest)) // whoever waits for it hears why
      return own
    },
  }
}

/**
 * A picture as it is painted, at most so many pixels wide: taken apart once at a size that is smaller than its own, in strips at its
 * own.
 */
const paintPicture = async (
  { file, bytes, takenAt }: Photograph,
  painted: Painted,
  width: number,
): Promise<Picture> => {
  const inks = inksOf(file)
  const becoming = inks.map(hex => painted.colors.get(hex) ?? hex)
  const { areas } = painted.byHand
  const height = (width / file.width) * file.height
  const longest = Math.round(Math.max(width, height))
  if (!painted.colors.size && !areas.length) return plainPicture(bytes, longest)
  if (width < file.width && width * height <= MAX_TAKEN_PIXELS) {
    const taken = await takenAt(longest)
    const { rows, regions } = rowsWithin(taken, inks, becoming, areas)
    const { width: wide, height: high } = taken.picture
    const data = new Uint8Array(wide * high * 4)
    paintRaster(taken, inks, rows, regions, data)
    return { width: wide, height: high, data }
  }
  const picture = await plainPicture(bytes)
  const whole = inPieces(picture, inks, file.manner)
  const { rows, regions } = areas.length
    ? rowsWithin(whole.takeApart(picture), inks, becoming, areas)
    : { rows: areaRows(inks, becoming, []), regions: null }
  return paintPart(whole, rows, regions)
}

/** A picture as it is painted, as PNG so many pixels wide. */
const writePicture = async (
  photograph: Photograph,
  painted: Painted,
  width: number,
  ground: Hex | null,
): Promise<Buffer> => {
  const out = await paintPicture(photograph, painted, width)
  if (width === out.width && !ground) return pictureFile(out, 'a.png')
  const sized = sharpOf(out)
  if (width !== out.width) sized.resize({ width })
  if (ground) sized.flatten({ background: ground })
  return sized.withIccProfile('srgb').png({ compressionLevel: 6 }).toBuffer()
}

/** Quality of pictures that are shown on a screen, of 100. */
const SHOWN_QUALITY = 92

/** The terms on which a PDF is written: the press that decides its CMYK, and the new names of spot colors. */
export interface PdfWriting {
  press: Press | null
  spots: ReadonlyMap<string, string>
}

/** Writes artwork as it is painted: as SVG, as pictures, to stand on a page. The latest stay open. */
export interface ArtworkWriter {
  svg: (
    art: Artwork,
    painted: Painted,
    how: (typeof SVG_WAYS)[number],
    scheme: ReadonlyArray<{ name: string; hex: Hex }>,
  ) => Promise<Uint8Array>
  /** A PDF with pages as they are painted, each by its artwork; touch-ups of shapes are not in it. */
  pdf: (hash: string, pages: ReadonlyArray<readonly [Artwork, Painted]>, how: PdfWriting) => Promise<Uint8Array>
  picture: (art: Artwork, painted: Painted, width: number, ground: Hex | null) => Promise<Buffer>
  /** WebP for a screen, at most so many pixels wide: a drawing without loss, a picture no larger than it is. */
  shown: (art: Artwork, painted: Painted, width: number) => Promise<Buffer>
  insert: (art: Artwork, painted: Painted) => Promise<Insert>
}

/** Opens artwork from where it is stored; the latest stay open. Rejects where it is not there any more. */
const artworkOpener = ({ file: recordOf, source }: Pick<ArtworkSources, 'file' | 'source'>) => {
  const open = new Map<string, Promise<Opened>>()
  const opening = async ({ hash, name }: Artwork): Promise<Opened> => {
    const [file, bytes] = await Promise.all([recordOf(hash), source(hash)])
    if (!file || !bytes) return throwMissing(`“${name}”`)
    if (file.kind === 'raster') return openPicture(file, bytes)
    const { text, encoding } = decodeSvg(bytes)
    return { kind: 'svg', encoding, reading: await readWithPictures(text, file.also, file.pictureInks) }
  }
  return (art: Artwork): Promise<Opened> => {
    const own = open.get(art.hash) ?? opening(art)
    own.catch(() => open.delete(art.hash)) // whoever waits for it hears why
    open.delete(art.hash)
    open.set(art.hash, own)
    for (const hash of open.keys()) {
      if (open.size <= MAX_OPEN) break
      open.delete(hash)
    }
    return own
  }
}

/** A writer of artwork from where it is stored. Each way rejects where an artwork is not there any more. */
export const artworkWriter = ({ pdf: pdfOf, ...stored }: ArtworkSources): ArtworkWriter => {
  const opened = artworkOpener(stored)
  return {
    svg: async (art, painted, how, scheme) => {
      const own = await opened(art)
      if (own.kind !== 'svg') return throwMissing(`The drawing of “${art.name}”`)
      const { reading, painter } = own.reading
      const colorOf = colorIn(painted)
      const pictures = await painter({})(colorOf)
      const inkColor = ({ hex }: { hex: Hex }): Hex => colorOf(hex)
      const text =
        how === 'properties'
          ? themedSvg(reading, inkColor, namedBy(scheme), painted.byHand.shapes, pictures).text
          : writeSvg(reading, inkColor, painted.byHand.shapes, pictures)
      return encodeSvg({ text, encoding: own.encoding })
    },
    pdf: async (hash, pages, { press, spots }) => {
      const found = (await pdfOf(hash)) ?? throwMissing(`The PDF of “${pages[0]?.[0].name ?? ''}”`)
      const changes: PageColors[] = []
      for (const [art, painted] of pages) {
        if (!art.page) continue
        const change = { page: art.page.number, colors: painted.colors }
        const isAsked = (await stored.file(art.hash))?.also.includes('pictures')
        const own = isAsked ? await opened(art) : null
        if (own?.kind !== 'svg') changes.push(change)
        else {
          const pictures = await paintedPictures(found.source, change.page, own.reading, colorIn(painted))
          changes.push({ ...change, pictures })
        }
      }
      return recolorPdf(found.source, changes, found.isForPress, press, spots)
    },
    picture: async (art, painted, width, ground) => {
      const own = await opened(art)
      return own.kind === 'svg'
        ? renderPng(await writeDrawing(own, painted), width, ground)
        : writePicture(own, painted, width, ground)
    },
    shown: async (art, painted, width) => {
      const own = await opened(art)
      // an image of few colors takes a tenth of the time without loss, and is exact
      if (own.kind === 'svg')
        return sharpOf(await renderPixels(await writeDrawing(own, painted), width))
          .webp({ lossless: true, effort: 0 })
          .toBuffer()
      const out = await paintPicture(own, painted, Math.min(width, art.width))
      return sharpOf(out).webp({ quality: SHOWN_QUALITY, smartSubsample: true, effort: 0 }).toBuffer()
    },
    insert: async (art, painted) => {
      const own = await opened(art)
      if (own.kind === 'raster')
        return { kind: 'picture', png: await writePicture(own, painted, Math.min(PICTURE_WIDTH, art.width), null) }
      const text = await writeDrawing(own, painted)
      const svg = await plainSvg(text)
      return svg.length > MAX_SHAPES_LENGTH || BEYOND_SHAPES.test(svg)
        ? { kind: 'picture', png: await renderPng(text, PICTURE_WIDTH) }
        : { kind: 'shapes', svg }
    },
  }
}
