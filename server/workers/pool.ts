import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync } from 'node:fs'
import { setPriority } from 'node:os'
import { resolve } from 'node:path'
import { createError, type H3Event } from 'h3'
import { Unreadable } from '#core/svg/unreadable'
import { Canceled, poolOf } from '../../render/pool'
import { busyError } from '../httpError'
import { reasonOf } from '../reason'
import type { Answer, Given, Reply, TaskName } from './tasks'

/** Number of file workers, the maximum time of one of their tasks in milliseconds, and the maximum memory of a worker in MB. */
const FILE_WORKERS = 2
const MAX_FILE_MS = 180_000
const FILE_MEMORY_MB = 3072
/** Maximum memory of a worker between tasks, in MB: one that a large file has left with more is replaced. */
const IDLE_MEMORY_MB = 350
/** Maximum time and memory of a task on a document; documents have a worker of their own and never wait for files. */
const MAX_DOCUMENT_MS = 30_000
const DOCUMENT_MEMORY_MB = 1024
/** Priority (niceness) of workers: behind the process that answers requests, yet never starved on a busy machine. */
export const WORKER_PRIORITY = 5
/** Maximum number of waiting tasks. */
const MAX_WAITING = 64

/** The worker's script: built beside a built server, which starts in half the time, or its source. */
const BUILT = resolve('.output/cli/fileWorker.mjs')
const SCRIPT =
  process.env.NODE_ENV === 'production' && existsSync(BUILT)
    ? [BUILT]
    : ['--import', 'tsx', resolve('server/workers/worker.ts')]

const spawnWorker = (memory: number) => (): ChildProcess => {
  const worker = spawn(process.execPath, [`--max-old-space-size=${memory}`, ...SCRIPT], {
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    serialization: 'advanced',
  })
  if (worker.pid !== undefined) setPriority(worker.pid, WORKER_PRIORITY)
  return worker
}

type Task = { task: TaskName; given: unknown }

const files = poolOf<Task, Reply>({
  size: FILE_WORKERS,
  longest: MAX_FILE_MS,
  late: `It takes longer than ${MAX_FILE_MS / 60_000} minutes to read.`,
  broken: 'It can’t be read: it crashed the reader repeatedly.',
  memory: FILE_MEMORY_MB,
  atRest: IDLE_MEMORY_MB,
  greedy: `It cannot be read: reading it takes more than ${FILE_MEMORY_MB / 1024} GB of memory.`,
  tries: 6, // several may be killed in a row without its fault
  hire: spawnWorker(FILE_MEMORY_MB),
})

const documents = poolOf<Task, Reply>({
  size: 1,
  longest: MAX_DOCUMENT_MS,
  late: `It takes longer than ${MAX_DOCUMENT_MS / 1000} seconds to read.`,
  broken: 'It can’t be read: it crashed the reader.',
  memory: DOCUMENT_MEMORY_MB,
  hire: spawnWorker(DOCUMENT_MEMORY_MB),
})

const isOfDocuments = (task: TaskName): boolean => task.endsWith('document') || task.endsWith('trail')

/** Calls off when whoever asked is gone; never where many ask. */
const goneSignal = (event: H3Event | null): { signal: AbortSignal; leave: () => void } => {
  const calling = new AbortController()
  const gone = (): void => calling.abort()
  event?.node.res.once('close', gone)
  return { signal: calling.signal, leave: () => void event?.node.res.off('close', gone) }
}

/** A file larger than this, in bytes, is read when no other of its kind is: two would take too much memory. */
const LARGE = 4 * 1024 * 1024

let before: Promise<unknown> = Promise.resolve()

/** Does work when all work given before is done. */
const runAlone = <Result>(work: () => Promise<Result>): Promise<Result> => {
  const own = before.then(work)
  before = own.catch(() => null)
  return own
}

let waiting = 0

/**
 * Has a heavy task done by a process of its own; it is called off when whoever asked (null: many do) is gone. `size` says how large
 * the file is, in bytes. Rejects with Unreadable, in a plain
 * sentence, for what cannot be taken, that brings its process down, or takes too long; with 503 where too many wait.
 */
export const runInWorker = async <Name extends TaskName>(
  event: H3Event | null,
  task: Name,
  given: Given<Name>,
  size = 0,
): Promise<Answer<Name>> => {
  if (waiting >= MAX_WAITING) throw busyError()
  waiting++
  const { signal, leave } = goneSignal(event)
  try {
    const pool = isOfDocuments(task) ? documents : files
    const run = (): Promise<Reply> => pool.run({ task, given }, signal)
    const reply = await (size > LARGE ? runAlone(run) : run()).catch((error: unknown): Reply => {
      throw error instanceof Canceled ? error : new Unreadable(reasonOf(error))
    })
    if ('refused' in reply) throw createError(reply.refused)
    if ('failed' in reply)
      throw Object.assign(new Error(reply.failed), reply.code === undefined ? {} : { code: reply.code })
    return reply.answer as Answer<Name>
  } finally {
    leave()
    waiting--
  }
}

/** Starts a file worker, so that it waits when the first file comes. */
export const startWorker = (): void => files.warm()
