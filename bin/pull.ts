import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { lstat, mkdir, readFile, rename, rm, rmdir, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { z } from 'zod'
import { countWords } from '#core/document/names'
import { publishedBrandSchema, type PublishedBrand, type PublishedFile } from '#core/document/publication'
import { changeWords } from '#core/handover/publication'
import { Refusal, refuse } from './words'

/* Follows a publication: brings a folder up to date with what is behind its link, and writes only what changed. */

/** The exit code where something changed. */
export const CHANGED = 3

/** In the folder: what was pulled last; and, while it is being pulled, the files that are not all there yet. */
const STATE = '.plumbago.json'
const PART = '.plumbago-part'
/** Number of files that are fetched side by side. */
const LANES = 6
/** Maximum time for one answer, in milliseconds. */
const MAX_WAIT_MS = 60_000
/** Number of times it begins anew where a new version is published meanwhile. */
const TRIES = 3
/** Limits of what is taken from a server, in files and bytes. */
const MAX_FILES = 50_000
const MAX_BYTES = 4 * 1024 ** 3
const MAX_LIST_BYTES = 64 * 1024 ** 2
/** The most paths that are listed one by one. */
const MAX_LISTED = 20

const stateSchema = z.object({ link: z.string(), tag: z.string().nullable(), brand: publishedBrandSchema })
type State = z.infer<typeof stateSchema>

/** A file is not, or no longer, what was listed: a newer version was published meanwhile. */
class Outdated extends Error {}

/** The address a link is asked at: `…/brand/TOKEN` as `…/api/brand/TOKEN`. */
export const addressOfLink = (link: string): string => {
  const [, before, token] = /^(https?:\/\/[^/?#]+)\/brand\/([\w-]{32})\/?(?:[?#].*)?$/.exec(link.trim()) ?? []
  if (!before || !token) refuse('This is not a publication link; one looks like https://studio.example/brand/….')
  return `${before}/api/brand/${token}`
}

/** Returns whether a path stays in its folder, on any system, and is none of our own files. */
export const isSafePath = (path: string): boolean =>
  path.length <= 1000 &&
  !/[\p{Cc}\\:*?"<>|]/u.test(path) &&
  path.split('/').every(name => name !== '' && !/^\.+$|^\.plumbago/.test(name) && Buffer.byteLength(name) <= 255)

/** Bytes of an answer, at most so many. */
const bytesOf = async (response: Response, max: number): Promise<Buffer> => {
  const pieces: Uint8Array[] = []
  let size = 0
  for await (const piece of (response.body as unknown as AsyncIterable<Uint8Array> | null) ?? []) {
    size += piece.length
    if (size > max) throw new Outdated()
    pieces.push(piece)
  }
  return Buffer.concat(pieces)
}

/** JSON as a value; null where it is none. */
const parseJson = (text: string): unknown => {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

/** Asks the server. Throws Refusal, with its own sentence, where it refuses or does not answer; Outdated where a file is gone. */
const ask = async (address: string, headers: Record<string, string> = {}): Promise<Response> => {
  const response = await fetch(address, { headers, signal: AbortSignal.timeout(MAX_WAIT_MS) }).catch(
    ({ cause }: { cause?: { message?: string } }) =>
      refuse(`${new URL(address).host} does not answer${cause?.message ? `: ${cause.message}` : ''}.`),
  )
  if (response.ok || response.status === 304) return response
  if (response.status === 404 && address.includes('/files/')) throw new Outdated()
  const { message } = (await response.json().catch(() => ({}))) as { message?: string }
  return refuse(message ?? `${new URL(address).host} answered with ${response.status}.`)
}

/** The list of the present version, checked; the one pulled last where it is the same. */
const askBrand = async (
  address: string,
  known: State | null,
): Promise<{ brand: PublishedBrand; tag: string | null }> => {
  const response = await ask(address, known?.tag ? { 'if-none-match': known.tag } : {})
  if (response.status === 304 && known) return known
  const text = (await bytesOf(response, MAX_LIST_BYTES)).toString('utf8')
  const { data: brand } = publishedBrandSchema.safeParse(parseJson(text))
  if (!brand) return refuse('This link does not lead to a publication.')
  const bytes = brand.files.reduce((sum, { size }) => sum + size, 0)
  if (brand.files.length > MAX_FILES || bytes > MAX_BYTES) refuse('The publication is too large to be pulled.')
  const wrong = brand.files.find(({ path }) => !isSafePath(path))
  if (wrong) refuse(`The publication has a file that would leave the folder: ${JSON.stringify(wrong.path)}.`)
  return { brand, tag: response.headers.get('etag') }
}

const isMissing = (error: unknown): boolean => (error as NodeJS.ErrnoException).code === 'ENOENT'

/** The SHA-256 of a file in hex; null where there is none. Throws Refusal where something else is in its place. */
const hashOfFile = async (path: string): Promise<string | null> => {
  const found = await lstat(path).catch((error: unknown) => {
    if (isMissing(error) || (error as NodeJS.ErrnoException).code === 'ENOTDIR') return null
    throw error
  })
  if (!found) return null
  if (!found.isFile()) return refuse(`${path} is not a file.`)
  const hash = createHash('sha256')
  await pipeline(createReadStream(path), hash)
  return hash.digest('hex')
}

/** Refuses paths whose folders, as far as they are there, are no real folders: a link could lead anywhere. */
const refuseLinks = async (root: string, paths: readonly string[]): Promise<void> => {
  const folders = new Set<string>()
  for (const path of paths)
    for (let folder = dirname(path); folder !== '.' && !folders.has(folder); folder = dirname(folder))
      folders.add(folder)
  for (const folder of folders) {
    const found = await lstat(join(root, folder)).catch(() => null)
    if (found && !found.isDirectory()) refuse(`${join(root, folder)} is not a folder.`)
  }
}

/** Takes a file away, and folders that are empty then. */
const removeFile = async (root: string, path: string): Promise<void> => {
  await rm(join(root, path))
  for (let folder = dirname(path); folder !== '.'; folder = dirname(folder)) {
    const isEmpty = await rmdir(join(root, folder)).then(
      () => true,
      () => false,
    )
    if (!isEmpty) return
  }
}

const readState = async (root: string, link: string): Promise<State | null> => {
  const text = await readFile(join(root, STATE), 'utf8').catch((error: unknown) => {
    if (isMissing(error)) return null
    throw error
  })
  if (text === null) return null
  const state =
    stateSchema.safeParse(parseJson(text)).data ??
    refuse(`${join(root, STATE)} cannot be read; delete it and pull again.`)
  return state.link === link ? state : { ...state, tag: null }
}

/** Fetches files into a folder, some side by side. Throws Outdated where one is not as it was listed. */
const fetchFiles = async (address: string, files: readonly PublishedFile[], into: string): Promise<void> => {
  const waiting = [...files]
  const fetchOne = async (file: PublishedFile): Promise<void> => {
    const path = file.path.split('/').map(encodeURIComponent).join('/')
    const bytes = await bytesOf(await ask(`${address}/files/${path}`), file.size)
    if (createHash('sha256').update(bytes).digest('hex') !== file.sha256) throw new Outdated()
    await mkdir(dirname(join(into, file.path)), { recursive: true })
    await writeFile(join(into, file.path), bytes)
  }
  const lane = async (): Promise<void> => {
    for (let file = waiting.shift(); file; file = waiting.shift())
      await fetchOne(file).catch((error: unknown) => {
        waiting.length = 0 // the others end with the file they are at
        throw error
      })
  }
  const ended = await Promise.allSettled(Array.from({ length: LANES }, lane))
  for (const each of ended) if (each.status === 'rejected') throw each.reason
}

/** Differences of a folder from the published files. */
interface Differences {
  added: PublishedFile[]
  changed: PublishedFile[]
  removed: string[]
}

const compareFolder = async (
  root: string,
  brand: PublishedBrand,
  known: State | null,
  over: boolean,
): Promise<Differences> => {
  await refuseLinks(
    root,
    [...brand.files, ...(known?.brand.files ?? [])].map(({ path }) => path),
  )
  const before = new Map((known?.brand.files ?? []).map(({ path, sha256 }) => [path, sha256]))
  const found: Differences = { added: [], changed: [], removed: [] }
  for (const file of brand.files) {
    const hash = await hashOfFile(join(root, file.path))
    if (hash === file.sha256) continue
    if (hash !== null && !before.has(file.path) && !over)
      refuse(
        `${join(root, file.path)} already exists and was not pulled. Use another folder, or overwrite it with --over.`,
      )
    found[hash === null ? 'added' : 'changed'].push(file)
  }
  const present = new Set(brand.files.map(({ path }) => path))
  for (const [path, sha256] of before) {
    if (present.has(path) || !isSafePath(path)) continue
    const hash = await hashOfFile(join(root, path))
    if (hash === sha256) found.removed.push(path)
    else if (hash !== null) process.stderr.write(`${path}: no longer published, but changed here, so it is left.\n`)
  }
  return found
}

/** Tells what was done, or would be. */
const tell = (
  { added, changed, removed }: Differences,
  { version, changes }: PublishedBrand,
  isCheck: boolean,
): void => {
  const counts = { added: added.length, changed: changed.length, removed: removed.length }
  const lines = [
    ...added.map(({ path }) => `  added ${path}`),
    ...changed.map(({ path }) => `  changed ${path}`),
    ...removed.map(path => `  removed ${path}`),
  ]
  const none = { added: [], removed: [], changed: [] }
  const words = changeWords({ swatches: version > 1 ? changes.swatches : none, files: counts })
  process.stdout.write(
    [
      `Version ${version}${isCheck ? ' would change this folder' : ''}: ${words}`,
      ...lines.slice(0, MAX_LISTED),
      ...(lines.length > MAX_LISTED
        ? [`  and ${countWords(lines.length - MAX_LISTED, 'more file', 'more files')}`]
        : []),
      '',
    ].join('\n'),
  )
}

/** Pulls once. Throws Outdated where a new version came meanwhile. */
const pullOnce = async (
  link: string,
  root: string,
  { check, over }: { check: boolean; over: boolean },
): Promise<number> => {
  const address = addressOfLink(link)
  const known = await readState(root, link)
  const { brand, tag } = await askBrand(address, known)
  const found = await compareFolder(root, brand, known, over)
  const fetched = [...found.added, ...found.changed]
  const isUpToDate = !fetched.length && !found.removed.length
  const code = isUpToDate ? 0 : CHANGED
  if (isUpToDate) process.stdout.write(`Up to date: version ${brand.version}.\n`)
  else tell(found, brand, check)
  if (check) return code
  await mkdir(root, { recursive: true })
  const part = join(root, PART)
  await rm(part, { recursive: true, force: true })
  try {
    // nothing of the folder is touched before all of it is here
    await fetchFiles(address, fetched, part)
    for (const { path } of fetched) {
      await mkdir(dirname(join(root, path)), { recursive: true })
      await rename(join(part, path), join(root, path))
    }
  } finally {
    await rm(part, { recursive: true, force: true })
  }
  for (const path of found.removed) await removeFile(root, path)
  const state: State = { link, tag, brand }
  await writeFile(join(root, `${STATE}.part`), `${JSON.stringify(state)}\n`)
  await rename(join(root, `${STATE}.part`), join(root, STATE))
  return code
}

/**
 * Brings a folder up to date with what is published behind a link: what the process ends with, 3 where something changed. With
 * `check` nothing is written; with `over` files that are in the way and were not pulled are written over. Throws Refusal where the
 * link leads nowhere, the server does not answer, or something would be lost.
 */
export const pullBrand = async (
  link: string,
  root: string,
  how: { check: boolean; over: boolean },
): Promise<number> => {
  for (let n = 1; ; n++)
    try {
      return await pullOnce(link, root, how)
    } catch (error) {
      if (!(error instanceof Outdated)) throw error
      if (n === TRIES) throw new Refusal('What is published keeps changing; try again in a minute.')
    }
}
