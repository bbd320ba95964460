import type { ChildProcess } from 'node:child_process'
import { readFileSync } from 'node:fs'

/** Processes that each do one task after the other, so that a task that brings its process down takes nothing with it. */
export interface Pool<Task, Answer> {
  /**
   * Has a task done by the next process that is free. Rejects with the reason where it fails, and with Canceled where it is
   * called off, which ends the process that is at it.
   */
  run: (task: Task, called?: AbortSignal) => Promise<Answer>
  /** Starts a process where there is none, so that it waits when the first task comes. */
  warm: () => void
  /** Ends the processes that are idle. */
  end: () => void
}

/** Options of a pool. */
export interface PoolPlan {
  /** Number of processes that work side by side. */
  size: number
  /** Starts a process that answers each message with one. */
  hire: () => ChildProcess
  /** Maximum time of a task, in milliseconds. */
  longest: number
  /** Messages on a task that takes longer, and on one that processes crashed on. */
  late: string
  broken: string
  /** Maximum memory of a working process, in MB, and the message on one that takes more. */
  memory?: number
  greedy?: string
  /** Maximum memory of a process that waits for the next task, in MB; one that holds more is let go. */
  atRest?: number
  /** Maximum number of times a task is begun: a process can break down without its fault. */
  tries?: number
}

/** A task that was called off. */
export class Canceled extends Error {
  constructor() {
    super('It was canceled.')
  }
}

/** Interval of checking a process's memory, in milliseconds, and the size of a page of memory, in MB. */
const WATCHED = 200
const PAGE = 4096 / 1048576

/** Memory of a process in MB, as Linux tells it; 0 where nobody tells. */
const memoryOfMB = ({ pid }: ChildProcess): number => {
  try {
    return Number(readFileSync(`/proc/${pid}/statm`, 'latin1').split(' ')[1]) * PAGE
  } catch {
    return 0
  }
}

/** A task that its process broke down over. */
class Broken extends Error {}

/** Has one process do a task: resolves with its answer, rejects where it fails, and calls what is to happen to the process then. */
const doTask = <Task extends object, Answer>(
  child: ChildProcess,
  task: Task,
  { longest, late, broken, memory = Infinity, greedy = broken }: PoolPlan,
  { giveBack, giveUp }: { giveBack: (child: ChildProcess) => void; giveUp: (child: ChildProcess) => void },
  called?: AbortSignal,
): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const fail = (reason: Error): void => {
      leave()
      giveUp(child)
      reject(reason)
    }
    const cancel = (): void => fail(new Canceled())
    const timer = setTimeout(() => fail(new Error(late)), longest)
    const watch = setInterval(() => {
      if (memoryOfMB(child) > memory) fail(new Error(greedy))
    }, WATCHED)
    const leave = (): void => {
      clearTimeout(timer)
      clearInterval(watch)
      called?.removeEventListener('abort', cancel)
      child.removeAllListeners()
      child.on('error', () => {}) // what a process that is let go still says is nobody's concern
    }
    child.removeAllListeners()
    child.ref()
    child.channel?.ref()
    child.once('message', answer => {
      leave()
      giveBack(child)
      resolve(answer as Answer)
    })
    child.once('exit', () => fail(new Broken(broken)))
    child.once('error', error => fail(new Broken(error.message)))
    if (called?.aborted) return cancel()
    called?.addEventListener('abort', cancel, { once: true })
    child.send(task, error => {
      if (error) fail(new Broken(broken))
    })
  })

/** A queue of those who wait for a process; one who calls off leaves it and is rejected with `Canceled`. */
const waitingLine = () => {
  const waiting: Array<(child: ChildProcess) => void> = []
  return {
    next: () => waiting.shift(),
    join: (called?: AbortSignal): Promise<ChildProcess> =>
      new Promise((resolve, reject) => {
        const take = (next: ChildProcess): void => {
          called?.removeEventListener('abort', leave)
          resolve(next)
        }
        const leave = (): void => {
          waiting.splice(waiting.indexOf(take), 1)
          reject(new Canceled())
        }
        waiting.push(take)
        called?.addEventListener('abort', leave, { once: true })
      }),
  }
}

/** A pool of processes. One that dies or takes too long fails its task and is replaced where somebody waits. */
export const poolOf = <Task extends object, Answer>(plan: PoolPlan): Pool<Task, Answer> => {
  const { size, hire, atRest = Infinity, tries = 1 } = plan
  const idle: ChildProcess[] = []
  const waiting = waitingLine()
  let working = 0

  /** A process that is free, as soon as there is one. */
  const free = (called?: AbortSignal): Promise<ChildProcess> | ChildProcess => {
    const child = idle.pop()
    if (child) return child
    if (working < size) {
      working++
      return hire()
    }
    return waiting.join(called)
  }
  /** Lets a process go; another comes in its place where somebody waits. */
  const giveUp = (child: ChildProcess): void => {
    child.kill('SIGKILL')
    const next = waiting.next()
    if (next) next(hire())
    else working--
  }
  /** Hands a process on to who waits for it; one that is idle does not keep the program alive, and is let go when it dies. */
  const giveBack = (child: ChildProcess): void => {
    if (atRest < Infinity && memoryOfMB(child) > atRest) return giveUp(child)
    const next = waiting.next()
    if (next) return next(child)
    child.unref()
    child.channel?.unref()
    child.once('exit', () => {
      const at = idle.indexOf(child)
      if (at < 0) return
      idle.splice(at, 1)
      working--
    })
    idle.push(child)
  }
  return {
    run: async (task, called) => {
      for (let begun = 1; ; begun++) {
        if (called?.aborted) throw new Canceled()
        try {
          return await doTask<Task, Answer>(await free(called), task, plan, { giveBack, giveUp }, called)
        } catch (error) {
          if (!(error instanceof Broken) || begun >= tries) throw error
        }
      }
    },
    warm: () => {
      if (working) return
      working++
      giveBack(hire())
    },
    end: () => {
      working -= idle.length
      for (const child of idle.splice(0)) child.kill()
    },
  }
}
