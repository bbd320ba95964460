import { createHash } from 'node:crypto'
import { cleanSvg } from '../../core/artwork/clean'
import { decoded, encoded } from '../../core/artwork/encoding'
import { inkRecords } from '../../core/artwork/inks'
import { readSvg } from '../../core/artwork/read'
import { sizeOf } from '../../core/artwork/size'
import type { ArtworkFile } from '../../core/project/schema'
import { renderSvg } from '../../render/resvg'

/** A name for artwork from that of its file: without folder and ending. */
const titleOf = (fileName: string): string =>
  fileName.replace(/^.*[\\/]/, '').replace(/\.svgz?$/i, '').replace(/\s+/g, ' ').trim().slice(0, 120) || 'Artwork'

/**
 * Takes in an SVG file: decodes it, takes out what acts or reaches outside, reads its inks and measures them.
 * Returns what is kept. Throws Unreadable, in a plain sentence, for what cannot be taken.
 */
export const receiveSvg = async (fileName: string, bytes: Uint8Array): Promise<{ file: ArtworkFile, source: Uint8Array }> => {
  const { text, encoding } = decoded(bytes)
  const { source: clean, removed } = cleanSvg(text)
  const reading = readSvg(clean)
  const source = encoded({ text: clean, encoding })
  const inks = await inkRecords(reading, renderSvg)
  const file: ArtworkFile = {
    hash: createHash('sha256').update(source).digest('hex'),
    name: titleOf(fileName), ...sizeOf(reading.markup), inks, removed, notes: reading.notes,
  }
  return { file, source }
}
