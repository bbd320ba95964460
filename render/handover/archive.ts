import { crc32, deflateRawSync } from 'node:zlib'
import { Zip, type ZipInputFile } from 'fflate'

/** Compressed files, by their extension: such a file is stored as it is. */
const PACKED = /\.(png|pdf|webp|jpe?g|zip)$/i

/** Compression methods of ZIP (APPNOTE, section 4.4.5). */
const [STORED, DEFLATED] = [0, 8]

/** An archive that is written as files come: what it takes in and ends with. */
export interface Archive {
  add: (path: string, bytes: Uint8Array) => void
  end: () => void
}

/** Starts a ZIP archive; `take` hears its bytes in their order, as they are ready. */
export const archiveTo = (take: (bytes: Uint8Array) => void): Archive => {
  let failed: Error | null = null
  const zip = new Zip((error, bytes) => {
    if (error) failed = error
    else take(bytes)
  })
  const heed = (): void => {
    if (failed) throw failed
  }
  return {
    add: (path, bytes) => {
      // an archive remembers its entries to its end: each is compressed by itself, and leaves nothing but its name and sizes
      const isPacked = PACKED.test(path)
      const entry: ZipInputFile = {
        ...{ filename: path, size: bytes.length, crc: crc32(bytes), compression: isPacked ? STORED : DEFLATED },
      }
      zip.add(entry)
      entry.ondata?.(null, isPacked ? bytes : deflateRawSync(bytes, { level: 6 }), true)
      heed()
    },
    end: () => {
      zip.end()
      heed()
    },
  }
}
