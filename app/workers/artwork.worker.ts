import { expose, transfer } from 'comlink'
import { unzipSync, zipSync } from 'fflate'
import { asDataUrls, withPictures } from '#core/svg/embedded'
import { paintPictures } from '#core/raster/embedded'
import { unpackInkMap } from '#core/inkmap/codec'
import type { InkMap } from '#core/inkmap/inkmap'
import { reduceInkMap } from '#core/inkmap/reduce'
import { readSvg } from '#core/svg/read'
import type { Also, Reading } from '#core/svg/reading'
import { decodeSvg, encodeSvg, type Encoding } from '#core/svg/encoding'
import { screenSvg, writeSvg, type HandPaint } from '#core/svg/write'
import { reducePicture } from '#core/raster/reduce'
import { unmix, type Unmixed } from '#core/raster/unmix'
import { pictureOf, pngOf } from './png'

/**
 * An artwork as the screen shows it: its inks by the number of their CSS variable, the runs of its gradients, the inks
 * of the pictures within it that are recolored, and how much was left alone. A picture has no SVG.
 */
export interface ScreenArtwork {
  hash: string
  svg: string | null
  inks: string[]
  runs: string[][]
  pictures: string[][]
  left: Record<Also, number>
}

/**
 * Options of reading an artwork: what else is recolored, and an archive of the pictures within it as PNG, by their
 * place, with their inks.
 */
export interface HowRead {
  also: Also[]
  pictureInks: string[][]
  pictures: Uint8Array | null
}

/** The longer side, in pixels, of what the stage shows of a picture within an artwork. */
const SHOWN = 1280

const readings = new Map<
  string,
  { reading: Reading; encoding: Encoding; pictures: Readonly<Record<string, Uint8Array>>; shown: Map<number, Unmixed> }
>()

const opened = (hash: string) => {
  const open = readings.get(hash)
  if (!open) throw new Error('This artwork has not been opened.')
  return open
}

/** A picture within an artwork, taken apart; null where it is left. */
const takeApart = (
  { reading, pictures }: ReturnType<typeof opened>,
  place: number,
  longest: number,
): Unmixed | null => {
  const png = pictures[place]
  return png ? unmix(reducePicture(pictureOf(png), longest), reading.pictureInks[place] ?? []) : null
}

/** The buffers of an ink map, to be transferred without a copy. */
const buffersOf = (map: InkMap): ArrayBuffer[] => [
  ...new Set(Object.values(map).flatMap(part => (typeof part === 'number' ? [] : [part.buffer as ArrayBuffer]))),
]

const desk = {
  /** Reads an artwork file and keeps the reading under its hash. Throws for what cannot be read. */
  open(hash: string, bytes: Uint8Array, { also, pictureInks, pictures }: HowRead): ScreenArtwork {
    const { text, encoding } = decodeSvg(bytes)
    const reading = withPictures(readSvg(text, also), pictureInks)
    readings.set(hash, { reading, encoding, pictures: pictures ? unzipSync(pictures) : {}, shown: new Map() })
    return {
      hash,
      svg: screenSvg(reading),
      inks: reading.inks.map(({ hex }) => hex),
      runs: reading.runs,
      pictures: reading.pictureInks,
      left: reading.left,
    }
  },
  /**
   * The pictures within an opened artwork that change in other colors, as PNG at the size of the stage, by their
   * place.
   */
  async pictures(hash: string, colors: ReadonlyMap<string, string>): Promise<Map<number, Uint8Array>> {
    const open = opened(hash)
    const takenAt = (place: number): Unmixed | null => {
      const taken = open.shown.get(place) ?? takeApart(open, place, SHOWN)
      if (taken) open.shown.set(place, taken)
      return taken
    }
    return paintPictures(
      open.reading,
      takenAt,
      hex => colors.get(hex) ?? hex,
      picture => pngOf(picture, false),
    )
  },
  /** The ink map of an artwork, from its packed bytes. */
  unpack(bytes: Uint8Array): InkMap {
    const map = unpackInkMap(bytes)
    return transfer(map, buffersOf(map))
  },
  /** The same for the stage, and a coarser one whose longer side has at most `longest` pixels. */
  unpackStaged(bytes: Uint8Array, longest: number): { fine: InkMap; coarse: InkMap } {
    const fine = unpackInkMap(bytes)
    const coarse = reduceInkMap(fine, longest)
    return transfer({ fine, coarse }, [...new Set([fine, coarse].flatMap(buffersOf))])
  },
  /**
   * The bytes of an opened artwork in other colors, with its touch-ups; an ink that is not in `colors` keeps its own.
   * Pictures within it are painted in full.
   */
  async write(
    hash: string,
    colors: ReadonlyMap<string, string>,
    byHand: ReadonlyMap<number, HandPaint>,
  ): Promise<Uint8Array> {
    const open = opened(hash)
    const colorOf = (hex: string): string => colors.get(hex) ?? hex
    const pictures = asDataUrls(
      await paintPictures(
        open.reading,
        place => takeApart(open, place, Infinity),
        colorOf,
        picture => pngOf(picture),
      ),
    )
    const text = writeSvg(open.reading, ink => colorOf(ink.hex), byHand, pictures)
    return encodeSvg({ text, encoding: open.encoding })
  },
  /** A ZIP archive of files, by their names. */
  pack(all: Record<string, Uint8Array>): Uint8Array {
    const archive = zipSync(all)
    return transfer(archive, [archive.buffer as ArrayBuffer])
  },
}

export type ArtworkDesk = typeof desk

expose(desk)
