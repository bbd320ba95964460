import { shallowRef } from 'vue'
import { defineStore } from 'pinia'
import { reasonOf } from '~/words/reasonOf'
import { useNotices } from './notices'

/**
 * One part of long work: what it is about, and how it is done. `seen` hears which part of it is done, 0 to 1; the
 * signal says to stop.
 */
export interface JobPart<Result> {
  name: string
  work: (seen: (part: number) => void, signal: AbortSignal) => Promise<Result>
}

/** Long work to be done: its parts one after the other, and what is made of those that were done. */
export interface Work<Result> {
  /** The key: of one key, one is under way at a time. */
  key: string
  /** The description, in a word or two. */
  doing: string
  parts: ReadonlyArray<JobPart<Result>>
  finish: (results: ReadonlyArray<{ name: string; result: Result }>, failed: readonly Failure[]) => Promise<void> | void
}

/** A failure with its reason. */
export interface Failure {
  name: string
  reason: string
}

/** Long work as it stands. */
export interface Job {
  key: string
  doing: string
  of: number
  done: number
  /** The part at hand, and how much of it is done. */
  name: string
  part: number
  failures: readonly Failure[]
  state: 'underway' | 'stopped' | 'done'
  cancel: () => void
  retry: () => void
}

/** Long work of any kind: one part after the other, with progress, cancel, what failed, and another try for that. */
export const useJobs = defineStore('jobs', () => {
  const notices = useNotices()
  const all = shallowRef<ReadonlyMap<string, Job>>(new Map())
  /** Number of times everything was given up: what was begun before that says nothing after it. */
  let age = 0

  const put = (job: Job): void => {
    all.value = new Map(all.value).set(job.key, job)
  }
  const jobOf = (key: string): Job | null => all.value.get(key) ?? null
  const isUnderway = (key: string): boolean => jobOf(key)?.state === 'underway'

  const start = async <Result>(work: Work<Result>): Promise<void> => {
    const { key, doing, parts } = work
    if (isUnderway(key) || !parts.length) return
    const own = age
    const stopping = new AbortController()
    const results: Array<{ name: string; result: Result }> = []
    const failures: Failure[] = []
    const failed: Array<JobPart<Result>> = []
    let job: Job = {
      ...{ key, doing, of: parts.length, done: 0, name: '', part: 0, failures: [], state: 'underway' },
      cancel: () => stopping.abort(),
      retry: () => void start({ ...work, parts: failed }),
    }
    const show = (change: Partial<Job>): void => {
      job = { ...job, ...change, failures: [...failures] }
      if (own === age) put(job)
    }
    for (const [done, part] of parts.entries()) {
      show({ done, name: part.name, part: 0 })
      try {
        const result = await part.work(each => {
          if (job.state === 'underway') show({ part: each })
        }, stopping.signal)
        results.push({ name: part.name, result })
      } catch (error) {
        if (!stopping.signal.aborted) {
          failures.push({ name: part.name, reason: reasonOf(error) })
          failed.push(part)
        }
      }
      if (own !== age) return
      if (!stopping.signal.aborted) continue
      const whole = results.length + failures.length
      show({ done: whole, state: 'stopped' })
      return notices.say(`Stopped after ${whole} of ${parts.length}; nothing was saved.`)
    }
    try {
      await work.finish(results, failures)
    } catch (error) {
      failures.push({ name: doing, reason: reasonOf(error) })
    }
    show({ done: parts.length, state: 'done' })
  }

  /** Gives up all that is under way, without a word: the project is left. */
  const letGo = (): void => {
    age++
    all.value = new Map()
  }

  return { jobOf, isUnderway, start, letGo }
})
