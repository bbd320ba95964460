import { setTimeout as pause } from 'node:timers/promises'
import type { Sql } from 'postgres'
import type { HandOverJob } from '#core/document/job'
import { contentsPage } from '#core/handover/contents'
import { countWords } from '#core/document/names'
import { archiveName, type PlannedFile } from '#core/handover/plan'
import { inRows } from '#core/math/rows'
import { publicationFiles } from '#core/handover/publication'
import { writeHandOver, type HandingOver, type Sources } from '../../render/handover/writeHandOver'
import { archiveTo } from '../../render/handover/archive'
import { writeReview } from '../../render/handover/review'
import { isDatabaseGone } from '../db/connect'
import {
  clearFailures,
  endJob,
  failJob,
  failuresOf,
  findFile,
  askedOf,
  noteFailure,
  reportProgress,
  storedPaths,
  storeFile,
  type Taken,
} from '../db/jobs'
import { storeVersion } from '../db/publications'
import { storeReviewPictures } from '../db/reviews'
import { reasonOf } from '../reason'
import { mediaOf } from './media'

/** Number of files that are written side by side: what is rendered is rendered by other processes. */
const LANES = 6
/** Number of files that are taken at a time, in the order of the artwork they are made of. Workers share a job block by block. */
const BLOCK = 32
/** Interval of telling how far it is, and of looking for what another worker left, in milliseconds. */
const TELL_MS = 250
/** Interval of checking whether a job is still wanted, in milliseconds. */
const LOOK = 400
/** Size of the pieces of a result, in bytes. */
const PIECE = 1 << 20

/** A file that is to be written: its path, and the hash of the artwork it is made of. */
interface Planned {
  path: string
  of: string
  /** Files of a lower rank are written first; 0 where none is given. */
  rank?: number
  write: (signal: AbortSignal) => Promise<Uint8Array>
}

/** A job that is prepared: its files, and what becomes of them, called with those that could not be written. */
interface Prepared {
  files: readonly Planned[]
  finish: (failures: HandOverJob['failures']) => Promise<void>
}

/**
 * Files in blocks: by rank, then in the order of the artwork they are made of, which opens each artwork once. Alike for all
 * workers.
 */
const blocksOf = (files: readonly Planned[]): Planned[][] => {
  const sorted = [...files].sort(
    (one, other) => (one.rank ?? 0) - (other.rank ?? 0) || (one.of < other.of ? -1 : one.of > other.of ? 1 : 0),
  )
  return inRows(sorted, BLOCK)
}

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

/** A job under way: how it is stopped, and the paths of files that somebody waits for just now. */
interface Going {
  stop: AbortController
  asked: () => ReadonlySet<string>
}

/** Writes the files of a block that are not stored yet, some side by side. Those that cannot be written are noted with the reason. */
const writeBlock = async (
  sql: Sql,
  { id }: Taken,
  block: readonly Planned[],
  { stop, asked }: Going,
  tell: (doing: string) => Promise<void>,
): Promise<void> => {
  const stored = await storedPaths(sql, id, block)
  const waiting = block.filter(({ path }) => !stored.has(path))
  const lane = async (): Promise<void> => {
    const next = (): Planned | undefined => {
      const first = waiting.findIndex(({ path }) => asked().has(path))
      return first > 0 ? waiting.splice(first, 1)[0] : waiting.shift()
    }
    for (let file = next(); file && !stop.signal.aborted; file = next()) {
      await tell(file.path)
      try {
        await storeFile(sql, id, file.path, await file.write(stop.signal))
      } catch (error) {
        if (stop.signal.aborted) return
        if (isDatabaseGone(error)) throw error
        await noteFailure(sql, id, { path: file.path, reason: reasonOf(error) })
      }
    }
  }
  await Promise.all(Array.from({ length: LANES }, lane))
}

/**
 * Writes the files of a job, block by block, beside whatever other workers write of it. Whoever has taken the job up goes on until
 * there is nothing left, also of what a helper left unfinished; a helper until every block is taken.
 */
const writeAll = async (sql: Sql, taken: Taken, files: readonly Planned[], going: Going): Promise<void> => {
  const { stop } = going
  const blocks = blocksOf(files)
  const left = new Map(blocks.entries())
  let reportedAt = 0
  const tell = async (doing: string): Promise<void> => {
    if (performance.now() - reportedAt < TELL_MS) return
    reportedAt = performance.now()
    await reportProgress(sql, taken.id, { parts: files.length, doing })
  }
  while (left.size && !stop.signal.aborted) {
    let done = 0
    // helpers begin at the other end
    for (const [place, block] of taken.helps ? [...left].reverse() : [...left]) {
      if (stop.signal.aborted) return
      if (!(await taken.claim(place))) continue
      try {
        await writeBlock(sql, taken, block, going, tell)
      } finally {
        await taken.unclaim(place)
      }
      left.delete(place)
      done++
    }
    if (taken.helps) return
    if (!left.size || done) continue
    await pause(TELL_MS) // for what others are at
    await tell('')
  }
}

/** Writes the pictures of a review, small ones first, piece by piece; it is shown with those that could be written. */
const prepareReview = async (sql: Sql, taken: Taken, review: string, sources: Sources): Promise<Prepared> => {
  const { files, write } = await writeReview(taken.project, taken.wanted, sources)
  return {
    files: files.map(file => ({
      ...{ path: file.path, of: file.picture.artwork.padStart(6, '0'), rank: file.size === 'small' ? 0 : 1 },
      write: signal => write(file, signal),
    })),
    finish: async failures => {
      const [failure] = failures
      if (failure && failures.length === files.length) await failJob(sql, taken.id, failure.reason)
      else await storeReviewPictures(sql, taken.id, review)
    },
  }
}

/** Files of an export, as they are planned. */
const plannedFiles = (files: readonly PlannedFile[], write: HandingOver['write']): Planned[] =>
  files.map(file => ({
    path: file.path,
    of: 'artwork' in file.content ? file.content.artwork.hash : '',
    write: signal => write(file, signal),
  }))

/** Writes a version of a publication: all of its files, or the version before stays. */
const preparePublication = async (sql: Sql, taken: Taken, publication: string, sources: Sources): Promise<Prepared> => {
  const { project, wanted } = taken
  const { write } = await writeHandOver(project, wanted, sources)
  const files = publicationFiles(project, wanted)
  return {
    files: plannedFiles(files, write),
    finish: async failures => {
      const [first] = failures
      const count = `${failures.length} of ${countWords(files.length, 'file')}`
      if (first)
        await failJob(
          sql,
          taken.id,
          `${count} could not be written, so nothing was published. ${first.path}: ${first.reason}`,
        )
      else await storeVersion(sql, taken.id, publication)
    },
  }
}

/** Writes files, and ends with the one there is, or an archive of all. */
const prepareHandOver = async (sql: Sql, { id, project, wanted }: Taken, sources: Sources): Promise<Prepared> => {
  const handing = await writeHandOver(project, wanted, sources)
  const finish = async (failures: HandOverJob['failures']): Promise<void> => {
    if (!handing.files.length) return failJob(sql, id, 'There is nothing to write in this choice.')
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
  return { files: plannedFiles(handing.files, handing.write), finish }
}

/**
 * Does a job that was taken up, or helps with one. It ends where nobody wants it any more. Throws where the database is gone: then
 * another takes it up.
 */
export const doJob = async (sql: Sql, taken: Taken, sources: Sources): Promise<void> => {
  const { id, review, publication, helps } = taken
  const stop = new AbortController()
  let asked: ReadonlySet<string> = new Set()
  const look = (): Promise<void> =>
    askedOf(sql, id).then(
      paths => {
        if (paths) asked = new Set(paths)
        else stop.abort()
      },
      () => {}, // whether the database is gone is found out by the work itself
    )
  const looking = setInterval(() => void look(), LOOK)
  try {
    await look()
    if (!helps) await clearFailures(sql, id)
    const { files, finish } = await (review
      ? prepareReview(sql, taken, review, sources)
      : publication
        ? preparePublication(sql, taken, publication, sources)
        : prepareHandOver(sql, taken, sources))
    if (!helps) await reportProgress(sql, id, { parts: files.length, doing: '' })
    await writeAll(sql, taken, files, { stop, asked: () => asked })
    if (helps || stop.signal.aborted) return
    await reportProgress(sql, id, { parts: files.length, doing: 'packing' })
    await finish(await failuresOf(sql, id))
  } finally {
    clearInterval(looking)
  }
}
