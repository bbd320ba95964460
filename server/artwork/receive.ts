import { createHash } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import { cleanSvg } from '../../core/artwork/clean'
import { decoded, encoded } from '../../core/artwork/encoding'
import { isFaithful } from '../../core/artwork/area'
import { isCrowded, packInkMap } from '../../core/artwork/inkmap'
import { measuredInks } from '../../core/artwork/inks'
import { readSvg } from '../../core/artwork/read'
import { sizeOf } from '../../core/artwork/size'
import type { ArtworkFile } from '../../core/project/schema'
import { renderSvg } from '../../render/resvg'
import { titleOf } from '../title'

const LETTERS = new Set(['text', 'tspan', 'textPath'])

/** The longer side of the ink map, in pixels: about as large as the stage. */
export const MAPPED = 640

/** Artwork as it is kept: what is known of it, its clean bytes, and its ink map, packed and gzipped, where it has one that tells the truth. */
export interface Received { file: ArtworkFile, source: Uint8Array, map: Uint8Array | null }

/**
 * Takes in an SVG file: decodes it, takes out what acts or reaches outside, reads its inks and measures them.
 * Returns what is kept. Letters depend on the fonts of a machine, so that artwork with live text has no map; a drawing of very many
 * shapes has one in any case, for it cannot be shown otherwise. Throws Unreadable, in a plain sentence, for what cannot be taken.
 */
export const receiveSvg = async (fileName: string, bytes: Uint8Array): Promise<Received> => {
  const { text, encoding } = decoded(bytes)
  const { source: clean, removed } = cleanSvg(text)
  const reading = readSvg(clean)
  const source = encoded({ text: clean, encoding })
  const { inks, map } = await measuredInks(reading, renderSvg, MAPPED)
  const file: ArtworkFile = {
    kind: 'svg',
    hash: createHash('sha256').update(source).digest('hex'),
    name: titleOf(fileName, /\.svgz?$/i, 'Artwork'), ...sizeOf(reading.markup), inks, removed, notes: reading.notes,
  }
  const lettered = reading.markup.elements.some(({ local, lettered: letters }) => letters && LETTERS.has(local))
  const shown = map && (isCrowded(inks) || (!lettered && await isFaithful(reading, map, renderSvg)))
  return { file, source, map: shown ? gzipSync(packInkMap(map)) : null }
}
