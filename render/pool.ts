import type { ChildProcess } from 'node:child_process'

/** Processes that each do one task after the other, so that a task that brings its process down takes nothing with it. */
export interface Pool<Task, Answer> {
  /** Has a task done by the next process that is free. Rejects with the reason where it fails. */
  run: (task: Task) => Promise<Answer>
  /** Starts a process where there is none, so that it waits when the first task comes. */
  warm: () => void
  /** Ends the processes that are idle. */
  end: () => void
}

/** What a pool is made of. */
export interface PoolPlan {
  /** How many processes work side by side. */
  size: number
  /** Starts a process that answers each message with one. */
  hire: () => ChildProcess
  /** How long one task may take, in milliseconds. */
  longest: number
  /** What is said of a task that takes longer, and of one that its process broke down over. */
  late: string
  broken: string
}

/** A pool of processes. One that dies or takes too long fails its task and is replaced where somebody waits. */
export const poolOf = <Task extends object, Answer>({
  size,
  hire,
  longest,
  late,
  broken,
}: PoolPlan): Pool<Task, Answer> => {
  const idle: ChildProcess[] = []
  const waiting: Array<(child: ChildProcess) => void> = []
  let working = 0

  /** A process that is free, as soon as there is one. */
  const free = (): Promise<ChildProcess> | ChildProcess => {
    const child = idle.pop()
    if (child) return child
    if (working >= size) return new Promise(done => waiting.push(done))
    working++
    return hire()
  }
  /** Hands a process on to who waits for it; one that is idle does not keep the program alive. */
  const giveBack = (child: ChildProcess): void => {
    const next = waiting.shift()
    if (next) return next(child)
    child.unref()
    child.channel?.unref()
    idle.push(child)
  }
  const giveUp = (child: ChildProcess): void => {
    child.kill('SIGKILL')
    const next = waiting.shift()
    if (next) next(hire())
    else working--
  }
  const done = (child: ChildProcess, task: Task): Promise<Answer> =>
    new Promise((resolve, reject) => {
      const fail = (reason: string): void => {
        leave()
        giveUp(child)
        reject(new Error(reason))
      }
      const timer = setTimeout(() => fail(late), longest)
      const leave = (): void => {
        clearTimeout(timer)
        child.removeAllListeners()
      }
      child.ref()
      child.channel?.ref()
      child.once('message', answer => {
        leave()
        giveBack(child)
        resolve(answer as Answer)
      })
      child.once('exit', () => fail(broken))
      child.once('error', error => fail(error.message))
      child.send(task, error => {
        if (error) fail(error.message)
      })
    })

  return {
    run: async task => done(await free(), task),
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
