import { inksOf, remapFile, type Plan, type Told } from './remapping'
import type { InkSummary } from '../core/artwork/inks'
import { reasonOf } from './reason'

/** A piece of a batch: the inks of a file, or a file remapped. */
export type Task = { do: 'inks', path: string } | { do: 'remap', path: string, plan: Plan, out: string }

/** What came of it, or why nothing did. */
export type Outcome = { told: Told & { inks?: InkSummary[] } } | { failed: string }

const done = (task: Task): Promise<Told & { inks?: InkSummary[] }> => task.do === 'inks' ? inksOf(task.path) : remapFile(task.path, task.plan, task.out)

process.on('message', (task: Task) => {
  done(task).then((told): Outcome => ({ told }), (error: unknown): Outcome => ({ failed: reasonOf(error) })).then(outcome => process.send?.(outcome))
})
