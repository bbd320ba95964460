import sharp from 'sharp'
import { decodeSvg, encodeSvg } from '#core/svg/encoding'
import { themedSvg } from '#core/svg/themedSvg'
import { renderableSvg, writeSvg } from '#core/svg/write'
import type { Hex } from '#core/color/convert'
import { closestTo } from '#core/color/difference'
import type { Artwork, ArtworkFile } from '#core/document/artwork'
import { keyOf } from '#core/formats/exportScheme'
import type { SVG_WAYS } from '#core/handover/options'
import { areaRows, rowsWithin } from '#core/painting/areas'
import type { Painted } from '#core/painting/painting'
import { inPieces, paintPart } from '#core/raster/strips'
import { readWithPictures, type ReadWithPictures } from '../embedded'
import { pictureFile, plainPicture } from '../pictures'
import { plainSvg, renderPng } from '../resvg'
import type { Insert } from './svgPage'

/** Where artwork comes from: what is known of a file, and its bytes; null where there is none of this hash. */
export interface ArtworkSources {
  file: (hash: string) => Promise<ArtworkFile | null>
  source: (hash: string) => Promise<Uint8Array | null>
}

/** An artwork opened to be written: a drawing that is read, or a picture that is decoded. */
type Opened =
  | { kind: 'svg'; reading: ReadWithPictures; encoding: ReturnType<typeof decodeSvg>['encoding'] }
  | { kind: 'raster'; file: ArtworkFile; bytes: Uint8Array }
type Drawing = Extract<Opened, { kind: 'svg' }>
type Photograph = Extract<Opened, { kind: 'raster' }>

/** The most artworks kept open at a time: each can take a hundred megabytes. */
const MAX_OPEN = 3
/** The longest plain drawing, in characters, that is set into a PDF as shapes; a longer one is set as a picture. */
const MAX_SHAPES_LENGTH = 3_000_000
/** Features that readers of PDF do not all draw alike: such drawings are set as pictures. */
const BEYOND_SHAPES = /\sfilter="|mix-blend-mode|isolation:/
/** Width of such a picture, in pixels. */
const PICTURE_WIDTH = 1600

/** Throws where something that is handed over is not there any more. */
export const throwMissing = (what: string): never => {
  throw new Error(`${what} is not there any more.`)
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

/** A picture as it is painted, as PNG so many pixels wide. */
const writePicture = async (
  { file, bytes }: Photograph,
  { colors, byHand }: Painted,
  width: number,
  ground: Hex | null,
): Promise<Buffer> => {
  const inks = file.inks.map(({ hex }) => hex)
  const becoming = inks.map(hex => colors.get(hex) ?? hex)
  const picture = await plainPicture(bytes)
  const whole = inPieces(picture, inks, file.manner)
  const { rows, regions } = byHand.areas.length
    ? rowsWithin(whole.takeApart(picture), inks, becoming, byHand.areas)
    : { rows: areaRows(inks, becoming, []), regions: null }
  const out = paintPart(whole, rows, regions)
  if (width === out.width && !ground) return pictureFile(out, 'a.png')
  const sized = sharp(out.data, { raw: { width: out.width, height: out.height, channels: 4 } })
  if (width !== out.width) sized.resize({ width })
  if (ground) sized.flatten({ background: ground })
  return sized.withIccProfile('srgb').png({ compressionLevel: 6 }).toBuffer()
}

/** Writes artwork as it is painted: as SVG, as pictures, to stand on a page. The latest stay open. */
export interface ArtworkWriter {
  svg: (
    art: Artwork,
    painted: Painted,
    how: (typeof SVG_WAYS)[number],
    scheme: ReadonlyArray<{ name: string; hex: Hex }>,
  ) => Promise<Uint8Array>
  picture: (art: Artwork, painted: Painted, width: number, ground: Hex | null) => Promise<Buffer>
  insert: (art: Artwork, painted: Painted) => Promise<Insert>
}

/** A writer of artwork from where it is kept. Each way rejects where an artwork is not there any more. */
export const artworkWriter = ({ file: recordOf, source }: ArtworkSources): ArtworkWriter => {
  const open = new Map<string, Promise<Opened>>()
  const opening = async ({ hash, name }: Artwork): Promise<Opened> => {
    const [file, bytes] = await Promise.all([recordOf(hash), source(hash)])
    if (!file || !bytes) return throwMissing(`“${name}”`)
    if (file.kind === 'raster') return { kind: 'raster', file, bytes }
    const { text, encoding } = decodeSvg(bytes)
    return { kind: 'svg', encoding, reading: await readWithPictures(text, file.also, file.pictureInks) }
  }
  const opened = (art: Artwork): Promise<Opened> => {
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
    picture: async (art, painted, width, ground) => {
      const own = await opened(art)
      return own.kind === 'svg'
        ? renderPng(await writeDrawing(own, painted), width, ground)
        : writePicture(own, painted, width, ground)
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
