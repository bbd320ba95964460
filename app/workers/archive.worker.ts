import { expose, transfer } from 'comlink'
import { MAX_ENTRIES, MAX_INTAKE_BYTES } from '#core/document/limits'
import { unpackArchive, type ArchiveEntry } from '#core/formats/read/archive'
import { incomingKind, type IncomingKind } from '#core/interaction/incoming'
import { isArchive, isSystemFile } from '#core/interaction/intake'
import { MAX_BYTES } from '#core/picture/picture'
import { MAX_PDF_BYTES } from '#core/pdf/limits'
import { MAX_SVG_BYTES } from '#core/svg/unreadable'

const LIMITS: Partial<Record<IncomingKind, number>> = { svg: MAX_SVG_BYTES, pdf: MAX_PDF_BYTES, picture: MAX_BYTES }

/** The most bytes of a file that is artwork by its name; null for any other. */
const artworkBytes = (path: string): number | null => {
  const what = isSystemFile(path) ? 'text' : incomingKind({ name: path, type: '' })
  return LIMITS[what] ?? null
}

const chunksOf = async function* (blob: Blob): AsyncGenerator<Uint8Array> {
  const reader = blob.stream().getReader()
  for (let next = await reader.read(); !next.done; next = await reader.read()) yield next.value
}

const desk = {
  /**
   * Unpacks the artwork of an archive and gives each file to `take` as it comes. Returns the number of archives within it, which are
   * left. Throws a plain sentence where it is broken or too large.
   */
  async unpack(archive: Blob, take: (entry: ArchiveEntry) => Promise<void>): Promise<{ archivesWithin: number }> {
    let archivesWithin = 0
    const limits = {
      ...{ entries: MAX_ENTRIES, bytes: MAX_INTAKE_BYTES },
      fileBytes: (path: string): number | null => {
        if (isArchive({ name: path, type: '' })) archivesWithin++
        return artworkBytes(path)
      },
    }
    for await (const entry of unpackArchive(chunksOf(archive), limits))
      await take('bytes' in entry ? transfer(entry, [entry.bytes.buffer as ArrayBuffer]) : entry)
    return { archivesWithin }
  },
}

export type ArchiveDesk = typeof desk

expose(desk)
