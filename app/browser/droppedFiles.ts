import { MAX_ENTRIES } from '#core/document/limits'
import { setFilePath } from './filePaths'

const fileOf = (entry: FileSystemFileEntry): Promise<File> =>
  new Promise((resolve, reject) => {
    entry.file(file => {
      setFilePath(file, entry.fullPath)
      resolve(file)
    }, reject)
  })

/** All entries of a folder: browsers give them in parts. */
const entriesOf = async (folder: FileSystemDirectoryEntry): Promise<FileSystemEntry[]> => {
  const reader = folder.createReader()
  const all: FileSystemEntry[] = []
  for (;;) {
    const part = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject))
    if (!part.length) return all.sort((one, other) => one.name.localeCompare(other.name, 'en', { numeric: true }))
    all.push(...part)
    if (all.length > MAX_ENTRIES) throw new Error(`The folder holds more than ${MAX_ENTRIES} files.`)
  }
}

/**
 * The dropped folders of a drop, to be gone through; null where there are none. Has to be called while the event is handled: what was
 * dropped is out of reach afterwards.
 */
export const droppedEntries = (data: DataTransfer | null): FileSystemEntry[] | null => {
  const entries = [...(data?.items ?? [])].flatMap(item => item.webkitGetAsEntry?.() ?? [])
  return entries.some(({ isDirectory }) => isDirectory) ? entries : null
}

/** All files of entries, those in folders too, by name. Rejects where there are too many, or one cannot be read. */
export const filesOfEntries = async (entries: readonly FileSystemEntry[]): Promise<File[]> => {
  const files: File[] = []
  const waiting = [...entries].reverse()
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (next.isDirectory) waiting.push(...(await entriesOf(next as FileSystemDirectoryEntry)).reverse())
    else files.push(await fileOf(next as FileSystemFileEntry))
    if (files.length > MAX_ENTRIES) throw new Error(`The folder holds more than ${MAX_ENTRIES} files.`)
  }
  return files
}
