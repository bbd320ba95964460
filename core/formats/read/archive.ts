import { Unzip, UnzipInflate, type UnzipFile } from 'fflate'
import { concatBytes } from '#core/math/bytes'

/* ZIP archives that come in from outside, unpacked while they are read: nothing of them is trusted. */

/** A file of an archive, or why it could not be unpacked. */
export type ArchiveEntry = { path: string; bytes: Uint8Array } | { path: string; refused: string }

export interface ArchiveLimits {
  /** The most entries, whatever they are. */
  entries: number
  /** The most bytes of all wanted files together, unpacked. */
  bytes: number
  /** The most bytes of one file, unpacked; null for one that is not wanted, which is skipped. */
  fileBytes: (path: string) => number | null
}

/** Length of the pieces an archive is given to its reader in, in bytes: it calls itself once for every entry within one. */
const PIECE = 1 << 14

/** Reading stops here: an archive is broken, or more than it may be. Its message is a plain sentence. */
export class BadArchive extends Error {}

const piecesOf = function* (chunk: Uint8Array): Generator<Uint8Array> {
  for (let at = 0; at < chunk.length; at += PIECE) yield chunk.subarray(at, at + PIECE)
}

/**
 * Unpacks the wanted files of a ZIP archive, in their order, while its bytes come in. A file that cannot be unpacked is yielded with
 * the reason, and the others go on. Time and memory grow with the bytes that come in and the limits, whatever the archive says of
 * itself. Throws BadArchive where it is no archive, breaks off, or is over the limits: what was yielded before stands.
 */
export const unpackArchive = async function* (
  chunks: AsyncIterable<Uint8Array>,
  limits: ArchiveLimits,
): AsyncGenerator<ArchiveEntry> {
  const done: ArchiveEntry[] = []
  let [entries, total] = [0, 0]
  /** The reason why no more is read: the unpacker catches errors thrown within `ondata`. */
  let over: BadArchive | null = null

  const take = (file: UnzipFile): void => {
    entries++
    if (entries > limits.entries) throw new BadArchive(`The archive holds more than ${limits.entries} files.`)
    const path = file.name
    const max = limits.fileBytes(path)
    if (max === null || path.endsWith('/')) return
    const parts: Uint8Array[] = []
    let [size, refused] = [0, null as string | null]
    let isDone = false
    file.ondata = (error, data, isLast) => {
      if (isDone || over) return
      if (error) refused ??= 'It can’t be unpacked: it is damaged or compressed in an unsupported way.'
      else {
        size += data.length
        total += data.length
        if (total > limits.bytes)
          over ??= new BadArchive(`Unpacked, the archive is larger than ${Math.round(limits.bytes / 1048576)} MB.`)
        if (size > max) refused ??= `Unpacked, it is larger than ${Math.round(max / 1048576)} MB.`
        if (refused !== null) parts.length = 0
        else if (!over) parts.push(data)
      }
      if (!error && !isLast) return
      isDone = true
      done.push(refused === null ? { path, bytes: concatBytes(parts) } : { path, refused })
    }
    try {
      file.start()
    } catch {
      // its compression is not known, which `ondata` has reported
    }
  }

  const unzip = new Unzip(take)
  unzip.register(UnzipInflate)
  const push = (bytes: Uint8Array, isLast = false): void => {
    try {
      unzip.push(bytes, isLast)
    } catch (error) {
      throw error instanceof BadArchive
        ? error
        : new BadArchive('The archive is damaged; everything before the damage was read.')
    }
    if (over) throw over as BadArchive
  }
  for await (const chunk of chunks)
    for (const piece of piecesOf(chunk)) {
      push(piece)
      yield* done.splice(0)
    }
  push(new Uint8Array(0), true)
  yield* done.splice(0)
  if (!entries) throw new BadArchive('It is not a ZIP archive, or it is empty.')
}
