import type { Sql } from 'postgres'
import type { HandOverJob } from '#core/document/job'
import { contentsPage } from '#core/handover/contents'
import { countWords } from '#core/document/names'
import { archiveName, type PlannedFile } from '#core/handover/plan'
import { publicationFiles } from '#core/handover/publication'
import { writeHandOver, type HandingOver, type Sources } from '../../render/handover/writeHandOver'
import { archiveTo } from '../../render/handover/archive'
import { writeReview } from '../../render/handover/review'
import { isDatabaseGone } from '../db/connect'
import { endJob, failJob, isWanted, storeFile, findFile, storedPaths, reportProgress, type Taken } from '../db/jobs'
import { storeVersion } from '../db/publications'
import { storeReviewPictures } from '../db/reviews'
import { reasonOf } from '../reason'
import { mediaOf } from './media'

/** Number of files that are written side by side: what is rendered is rendered by other processes. */
const LANES = 6
/** Interval of checking whether a job is still wanted, in milliseconds. */
const LOOK = 400
/** Size of the pieces of a result, in bytes. */
const PIECE = 1 << 20

/** Files to be written, whatever they are; `of` is the file of the artwork one is made of. */
interface Writing<File extends { path: string }> {
  files: readonly File[]
  of: (file: File) => string
  write: (file: File, signal: AbortSignal) => Promise<Uint8Array>
}

/** Files in the order of the artwork they are made of, which opens each artwork once. */
const inOrderOfWork = <File>(files: readonly File[], key: (file: File) => string): File[] =>
  [...files].sort((one, other) => (key(one) < key(other) ? -1 : key(one) > key(other) ? 1 : 0))

/** Bytes in pieces of one size; the last is what is left. */
async function* inPieces(parts: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  let pending: Uint8Array[] = []
  let size = 0
  for await (const part of parts) {
    for (let at = 0; at < part.length; ) {
      const take = part.subarray(at, at + PIECE - size)
      pending.push(take)
      size += take.length
      at += take.length
      if (size < PIECE) continue
      yield Buffer.concat(pending)
      pending = []
      size = 0
    }
  }
  if (size) yield Buffer.concat(pending)
}

/** The contents page of what was written. */
const pageOf = (
  title: string,
  { files, looks, left }: HandingOver,
  written: ReadonlySet<string>,
  failures: HandOverJob['failures'],
): string => {
  const there = files.filter(({ path }) => written.has(path))
  const ofLook = (id: string): PlannedFile[] => there.filter(({ content }) => 'look' in content && content.look === id)
  return contentsPage({
    title,
    date: new Date().toLocaleDateString('en-US', { dateStyle: 'long', timeZone: 'UTC' }),
    files: there.filter(({ content }) => !('look' in content)).map(({ path }) => path),
    looks: looks.map(({ id, name, note, chosen, project }) => {
      const own = ofLook(id)
      const picture =
        own.find(({ content }) => content.kind === 'picture') ?? own.find(({ content }) => content.kind === 'svg')
      return {
        ...{ name, note, chosen, swatches: project.scheme, left: left.get(id) ?? [] },
        picture: picture?.path ?? null,
        files: own.map(({ path }) => path),
      }
    }),
    failed: failures,
  })
}

/** Everything that was written as one archive, beginning with its contents page. */
async function* archived(sql: Sql, id: string, page: string, paths: readonly string[]): AsyncGenerator<Uint8Array> {
  let ready: Uint8Array[] = []
  const archive = archiveTo(bytes => ready.push(bytes))
  const taken = (): Uint8Array[] => {
    const all = ready
    ready = []
    return all
  }
  archive.add('contents.html', new TextEncoder().encode(page))
  yield* taken()
  for (const path of paths) {
    const bytes = await findFile(sql, id, path)
    if (!bytes) throw new Error(`${path} was lost.`)
    archive.add(path, bytes)
    yield* taken()
  }
  archive.end()
  yield* taken()
}

/** Writes the files of a job that are not done yet, some side by side; those that cannot be are returned with the reason. */
const writeAll = async <File extends { path: string }>(
  sql: Sql,
  { id }: Taken,
  { files, of, write }: Writing<File>,
  stop: AbortController,
): Promise<HandOverJob['failures']> => {
  const stored = await storedPaths(sql, id)
  const parts = files.length
  const failures: HandOverJob['failures'] = []
  const waiting = inOrderOfWork(
    files.filter(({ path }) => !stored.has(path)),
    of,
  )
  let done = parts - waiting.length
  const lane = async (): Promise<void> => {
    for (let file = waiting.shift(); file && !stop.signal.aborted; file = waiting.shift()) {
      await reportProgress(sql, id, { done, parts, doing: file.path, failures })
      try {
        await storeFile(sql, id, file.path, await write(file, stop.signal))
      } catch (error) {
        if (stop.signal.aborted) return
        if (isDatabaseGone(error)) throw error
        failures.push({ path: file.path, reason: reasonOf(error) })
      }
      done++
    }
  }
  await Promise.all(Array.from({ length: LANES }, lane))
  await reportProgress(sql, id, { done, parts, doing: 'packing', failures })
  return failures
}

/** Work on a job until it is over or nobody wants it any more: what it writes, and what becomes of that. */
type Work = (sql: Sql, taken: Taken, sources: Sources, stop: AbortController) => Promise<void>

/** Writes the pictures of a review, which is shown with those that could be written. */
const doReview: Work = async (sql, taken, sources, stop) => {
  const { id, project, wanted, review } = taken
  const pictures = await writeReview(project, wanted, sources)
  const failures = await writeAll(sql, taken, { ...pictures, of: ({ hash }) => hash }, stop)
  if (stop.signal.aborted || !review) return
  const [failure] = failures
  if (failure && failures.length === pictures.files.length) return failJob(sql, id, failure.reason)
  await storeReviewPictures(sql, id, review)
}

/** The hash of the artwork a file is made of. */
const artworkOf = ({ content }: PlannedFile): string => ('artwork' in content ? content.artwork.hash : '')

/** Writes a version of a publication: all of its files, or the version before stays. */
const doPublication: Work = async (sql, taken, sources, stop) => {
  const { id, project, wanted, publication } = taken
  const { write } = await writeHandOver(project, wanted, sources)
  const files = publicationFiles(project, wanted)
  const failures = await writeAll(sql, taken, { files, of: artworkOf, write }, stop)
  if (stop.signal.aborted || !publication) return
  const [first] = failures
  if (first) {
    const count = `${failures.length} of ${countWords(files.length, 'file')}`
    return failJob(sql, id, `${count} could not be written, so nothing was published. ${first.path}: ${first.reason}`)
  }
  await storeVersion(sql, id, publication)
}

/** Writes files, and ends with the one there is, or an archive of all. */
const doHandOver: Work = async (sql, taken, sources, stop) => {
  const { id, project, wanted } = taken
  const handing = await writeHandOver(project, wanted, sources)
  if (!handing.files.length) return failJob(sql, id, 'There is nothing to write of what is chosen.')
  const failures = await writeAll(sql, taken, { ...handing, of: artworkOf }, stop)
  if (stop.signal.aborted) return
  const [only] = handing.files
  const failed = new Set(failures.map(({ path }) => path))
  const written = new Set(handing.files.map(({ path }) => path).filter(path => !failed.has(path)))
  if (!written.size) return failJob(sql, id, failures[0]?.reason ?? 'Nothing could be written.')
  if (only && handing.files.length === 1) {
    const bytes = await findFile(sql, id, only.path)
    const name = only.path.split('/').at(-1) ?? only.path
    const whole = async function* () {
      if (bytes) yield bytes
    }
    await endJob(sql, id, { name, media: mediaOf(name) }, () => inPieces(whole()))
    return
  }
  const page = pageOf(project.name, handing, written, failures)
  const result = { name: `${archiveName(project)}.zip`, media: 'application/zip' }
  await endJob(sql, id, result, () => inPieces(archived(sql, id, page, [...written])))
}

/** Does a job that was taken up. It ends where nobody wants it any more. Throws where the database is gone: then another takes it up. */
export const doJob = async (sql: Sql, taken: Taken, sources: Sources): Promise<void> => {
  const stop = new AbortController()
  const looking = setInterval(() => {
    isWanted(sql, taken.id).then(
      wants => wants || stop.abort(),
      () => {}, // whether the database is gone is found out by the work itself
    )
  }, LOOK)
  const work = taken.review ? doReview : taken.publication ? doPublication : doHandOver
  try {
    await work(sql, taken, sources, stop)
  } finally {
    clearInterval(looking)
  }
}
