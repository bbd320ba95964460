import { proxy } from 'comlink'
import type { ArchiveEntry } from '#core/formats/read/archive'
import { fileNameOf } from '#core/interaction/intake'
import { filePathOf, setFilePath } from '~/browser/filePaths'
import { reasonOf } from '~/words/reasonOf'
import type { ArchiveDesk } from '~/workers/archive.worker'
import { deskOf } from '~/workers/desk'

const archiveWorker = (): Worker =>
  new Worker(new URL('../workers/archive.worker.ts', import.meta.url), { type: 'module' })

/** The artwork of an archive as files, with their paths in it, and what could not be taken, with the reason. */
export interface UnpackedFiles {
  files: File[]
  refused: Array<{ name: string; reason: string }>
}

/** Unpacks the artwork of a ZIP archive in a worker of its own. `progress` hears the number of files so far; the signal stops it. */
export const unpackFiles = async (
  archive: File,
  progress: (files: number) => void,
  signal: AbortSignal,
): Promise<UnpackedFiles> => {
  const desk = deskOf<ArchiveDesk>(archiveWorker)
  const files: File[] = []
  const refused: UnpackedFiles['refused'] = []
  const stop = (): void => desk.letGo()
  signal.addEventListener('abort', stop)
  const folder = filePathOf(archive).replace(/\.zip$/i, '')
  const take = (entry: ArchiveEntry): void => {
    const name = fileNameOf(entry.path)
    if ('refused' in entry) return void refused.push({ name, reason: entry.refused })
    const file = new File([entry.bytes as BlobPart], name)
    setFilePath(file, `${folder}/${entry.path}`)
    files.push(file)
    progress(files.length)
  }
  try {
    const { archivesWithin } = await desk.at().unpack(archive, proxy(take as (entry: ArchiveEntry) => Promise<void>))
    if (archivesWithin)
      refused.push({ name: archive.name, reason: 'An archive within an archive is not opened; unpack it first.' })
    if (!files.length && !refused.length)
      refused.push({ name: archive.name, reason: 'There is no artwork in it: no SVG, PDF, PNG, JPEG, WebP or GIF.' })
  } catch (error) {
    if (!signal.aborted) refused.push({ name: archive.name, reason: reasonOf(error) })
  } finally {
    signal.removeEventListener('abort', stop)
    desk.letGo()
  }
  return { files, refused }
}
