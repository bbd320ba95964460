import { fork } from 'node:child_process'
import { readdir } from 'node:fs/promises'
import { availableParallelism } from 'node:os'
import { join, relative } from 'node:path'
import type { Also } from '#core/svg/reading'
import { uniteInks } from '#core/remap/unite'
import type { Outcome, Task } from './batchWorker'
import { planColors, type FileInk, type Plan } from './remapFile'
import { PDF_NAME } from './pdfFile'
import { PICTURE_NAME } from '../render/pictures'
import { poolOf } from '../render/pool'
import { reasonOf } from './reason'

/** The worker's script: a source where this is one, or built beside what this is built into. */
const WORKER = new URL(import.meta.url.endsWith('.ts') ? './batchWorker.ts' : './batchWorker.mjs', import.meta.url)

/** Maximum time for one file, in milliseconds. */
const LONGEST = 120_000

/** Runs tasks on all cores, each core one at a time; `seen` hears of each as it is done. */
const runInParallel = async (
  tasks: readonly Task[],
  seen: (task: Task, outcome: Outcome, count: number) => void,
): Promise<void> => {
  const workers = poolOf<Task, Outcome>({
    size: Math.min(availableParallelism(), tasks.length),
    longest: LONGEST,
    late: `It takes longer than ${LONGEST / 1000} seconds.`,
    broken: 'Reading it takes more memory than this machine has.',
    hire: () => fork(WORKER, { serialization: 'advanced' }),
  })
  let count = 0
  await Promise.all(
    tasks.map(async task => {
      const outcome = await workers.run(task).catch((error: unknown): Outcome => ({ failed: reasonOf(error) }))
      seen(task, outcome, ++count)
    }),
  )
  workers.end()
}

/** Names of files that are artwork. */
const ARTWORK = new RegExp(`\\.svgz?$|${PDF_NAME.source}|${PICTURE_NAME.source}`, 'i')

const filesIn = async (folder: string): Promise<string[]> => {
  const entries = await readdir(folder, { withFileTypes: true, recursive: true })
  return entries
    .filter(entry => entry.isFile() && ARTWORK.test(entry.name))
    .map(entry => join(entry.parentPath, entry.name))
    .sort()
}

const progress = (what: string, count: number, all: number): void => {
  if (process.stderr.isTTY) process.stderr.write(`\r${what} ${count} of ${all}${count === all ? '\n' : ''}`)
}

/** The result of a batch: how many files there were, and those that failed with the reason. */
export interface BatchResult {
  files: number
  failed: Array<{ path: string; why: string }>
}

/**
 * Remaps all SVG and PDF files and pictures of a folder tree into another, on all cores. By a scheme all follow one remapping of the union
 * of their inks, or, with `each`, every file one of its own. A file that fails is named and the rest goes on.
 */
export const batchFolder = async (
  folder: string,
  plan: Plan,
  { out, each, also, profile }: { out: string; each: boolean; also: readonly Also[]; profile: string },
  tell: (path: string, outcome: Outcome) => void,
): Promise<BatchResult> => {
  const files = await filesIn(folder)
  const failed = new Map<string, string>()
  let shared: Plan = plan
  if (plan.kind === 'scheme' && !each) {
    const all: Array<{ inks: FileInk[] }> = []
    await runInParallel(
      files.map(path => ({ do: 'inks', path, also })),
      (task, outcome, count) => {
        progress('Reading', count, files.length)
        if ('failed' in outcome) failed.set(task.path, outcome.failed)
        else all.push({ inks: outcome.result.inks ?? [] })
      },
    )
    shared = { kind: 'map', pairs: [...planColors(plan, uniteInks(all))] }
  }
  const left = files.filter(path => !failed.has(path))
  await runInParallel(
    left.map(path => ({ do: 'remap', path, also, profile, plan: shared, out: join(out, relative(folder, path)) })),
    (task, outcome, count) => {
      progress('Remapping', count, left.length)
      if ('failed' in outcome) failed.set(task.path, outcome.failed)
      tell(task.path, outcome)
    },
  )
  return {
    files: files.length,
    failed: [...failed].sort(([one], [other]) => (one < other ? -1 : 1)).map(([path, why]) => ({ path, why })),
  }
}
