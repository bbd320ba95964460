import { inksOf, remapFile, type FileInk, type Plan, type FileResult } from './remapFile'
import type { Also } from '#core/svg/reading'
import { reasonOf } from './reason'

/** A piece of a batch: the inks of a file, or a file remapped. */
export type Task = ({ do: 'inks' } | { do: 'remap'; plan: Plan; out: string; profile: string }) & {
  path: string
  also: readonly Also[]
}

/** The result, or the reason of a failure. */
export type Outcome = { result: FileResult & { inks?: FileInk[] } } | { failed: string }

const runTask = (task: Task): Promise<FileResult & { inks?: FileInk[] }> =>
  task.do === 'inks'
    ? inksOf(task.path, task.also)
    : remapFile(task.path, task.plan, task.out, task.also, { profile: task.profile })

process.on('message', (task: Task) => {
  runTask(task)
    .then(
      (result): Outcome => ({ result }),
      (error: unknown): Outcome => ({ failed: reasonOf(error) }),
    )
    .then(outcome => process.send?.(outcome))
})
