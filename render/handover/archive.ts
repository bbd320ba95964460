import { Zip, ZipDeflate, ZipPassThrough } from 'fflate'

/** Compressed files, by their extension: such a file is stored as it is. */
const PACKED = /\.(png|pdf|webp|jpe?g|zip)$/i

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
      const entry = PACKED.test(path) ? new ZipPassThrough(path) : new ZipDeflate(path, { level: 6 })
      zip.add(entry)
      entry.push(bytes, true)
      heed()
    },
    end: () => {
      zip.end()
      heed()
    },
  }
}
