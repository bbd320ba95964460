import { createHash } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import { cleanSvg } from '#core/svg/clean'
import { decodeSvg, encodeSvg, encodingNotes, type Decoded } from '#core/svg/encoding'
import { isFaithful } from '#core/inkmap/measureAreas'
import { packInkMap } from '#core/inkmap/codec'
import { isCrowded } from '#core/inkmap/inkmap'
import { measureInks } from '#core/inkmap/measureInks'
import { readMarkup } from '#core/svg/markup'
import type { Also } from '#core/svg/reading'
import { sizeOf } from '#core/svg/size'
import type { ArtworkFile } from '#core/document/artwork'
import { readWithPictures } from '../../render/embedded'
import { renderSvg } from '../../render/resvg'
import { titleOf } from '../title'

/** Number of removals that are listed one by one. */
const MAX_TOLD = 300

const LETTERS = new Set(['text', 'tspan', 'textPath'])

/** The longer side of the ink map, in pixels: about as large as the stage. */
export const MAPPED = 640

/**
 * Artwork as it is kept: what is known of it, its clean bytes or the hash of artwork that has the same, its ink map,
 * packed and gzipped, where it has one that tells the truth, and a picture as it is shown on the stage, as PNG, where
 * it is larger.
 */
export interface Received {
  file: ArtworkFile
  source: Uint8Array | { sameAs: string }
  map: Uint8Array | null
  stage?: Uint8Array | null
}

/**
 * The hash a file is kept under: that of its bytes, and of how it is read where that is not the usual way: what is
 * recolored besides the colors on the page, or what a picture is made of and the inks it was given.
 */
export const hashOf = (source: Uint8Array, also: readonly string[]): string => {
  const hash = createHash('sha256').update(source)
  return (also.length ? hash.update(`\0${[...also].sort().join()}`) : hash).digest('hex')
}

const received = async (
  decoded: Decoded,
  { name, removed }: Pick<ArtworkFile, 'name' | 'removed'>,
  also: readonly Also[],
  markup = readMarkup(decoded.text),
): Promise<Received> => {
  const { reading, painter } = await readWithPictures(markup, also)
  const source = encodeSvg(decoded)
  const { inks, map } = await measureInks(reading, renderSvg, MAPPED, painter({ longest: MAPPED, plain: true }))
  const file: ArtworkFile = {
    kind: 'svg',
    hash: hashOf(source, also),
    name,
    ...sizeOf(reading.markup),
    inks,
    also: [...also],
    pictureInks: reading.pictureInks,
    manner: 'flat',
    removed: removed.slice(0, MAX_TOLD),
    notes: [...encodingNotes(decoded), ...reading.notes],
  }
  const lettered = reading.markup.elements.some(({ local, lettered: letters }) => letters && LETTERS.has(local))
  const shown = map && (isCrowded(inks) || (!lettered && (await isFaithful(reading, map, renderSvg))))
  return { file, source, map: shown ? gzipSync(packInkMap(map)) : null }
}

/**
 * Takes in an SVG file: decodes it, takes out what acts or reaches outside, reads its inks and measures them. Returns
 * what is kept. Letters depend on the fonts of a machine, so that artwork with live text has no map; a drawing of very
 * many shapes has one in any case, for it cannot be shown otherwise. Throws Unreadable, in a plain sentence, for what
 * cannot be taken.
 */
export const receiveSvg = (fileName: string, bytes: Uint8Array): Promise<Received> => {
  const { text, encoding, was } = decodeSvg(bytes)
  const { source, markup, removed } = cleanSvg(text)
  const name = titleOf(fileName, /\.svgz?$/i, 'Artwork')
  return received({ text: source, encoding, was }, { name, removed }, [], markup)
}

/**
 * Reads a kept SVG file again, with what is recolored besides the colors on the page. It is kept beside what it was,
 * under a hash of its own.
 */
export const receiveAgain = (file: ArtworkFile, source: Uint8Array, also: readonly Also[]): Promise<Received> =>
  received(decodeSvg(source), file, also)
