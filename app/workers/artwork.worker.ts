import { expose, transfer } from 'comlink'
import { zipSync } from 'fflate'
import { unpackInkMap, type InkMap } from '../../core/artwork/inkmap'
import { reducedInkMap } from '../../core/artwork/reduce'
import { readSvg } from '../../core/artwork/read'
import type { Reading } from '../../core/artwork/reading'
import { decoded, encoded, type Encoding } from '../../core/artwork/encoding'
import { screenSvg, writeSvg, type HandPaint } from '../../core/artwork/write'

/** An artwork as the screen shows it: its inks by the number of their CSS variable, and the runs of its gradients. A picture has no SVG. */
export interface ScreenArtwork { svg: string | null, inks: string[], runs: string[][] }

const readings = new Map<string, { reading: Reading, encoding: Encoding }>()

const desk = {
  /** Reads an artwork file and keeps the reading under its hash. Throws for what cannot be read. */
  open(hash: string, bytes: Uint8Array): ScreenArtwork {
    const { text, encoding } = decoded(bytes)
    const reading = readSvg(text)
    readings.set(hash, { reading, encoding })
    return { svg: screenSvg(reading), inks: reading.inks.map(({ hex }) => hex), runs: reading.runs }
  },
  /** The ink map of an artwork, from its packed bytes, its longer side at most `longest` pixels. */
  reduced(bytes: Uint8Array, longest: number): InkMap {
    const map = reducedInkMap(unpackInkMap(bytes), longest)
    return transfer(map, [...new Set(Object.values(map).flatMap(part => typeof part === 'number' ? [] : [part.buffer as ArrayBuffer]))])
  },
  /** The bytes of an opened artwork in other colors, with its touch-ups; an ink that is not in `colors` keeps its own. */
  write(hash: string, colors: ReadonlyMap<string, string>, byHand: ReadonlyMap<number, HandPaint>): Uint8Array {
    const open = readings.get(hash)
    if (!open) throw new Error('This artwork has not been opened.')
    const text = writeSvg(open.reading, ink => colors.get(ink.hex) ?? ink.hex, byHand)
    return encoded({ text, encoding: open.encoding })
  },
  /** A ZIP archive of files, by their names. */
  pack(all: Record<string, Uint8Array>): Uint8Array {
    const archive = zipSync(all)
    return transfer(archive, [archive.buffer as ArrayBuffer])
  },
}

export type ArtworkDesk = typeof desk

expose(desk)
