import { ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import type { HandOverJob } from '#core/document/job'
import { reasonOf } from '~/words/reasonOf'
import { server } from '~/api/server'
import { useNotices } from './notices'
import { useProjectSession } from './session'

/** Intervals of asking again, in milliseconds: while something is being made, and where the server did not answer. */
const ASK_MS = 500
const ASK_AFTER_FAILURE_MS = 3000

/** Something of a project that a job makes, or makes a part of. */
interface Made {
  id: string
  making: (Pick<HandOverJob, 'state'> & { job: string }) | null
}

/** Returns whether the job of something is still to be done. */
export const isInMaking = ({ making }: Made): boolean => making?.state === 'waiting' || making?.state === 'underway'

/** The things of one kind that jobs make for a project: listed by the server, and asked for again while one is being made. */
export interface MadeByJobs<Item extends Made> {
  /** Null as long as it is not known which there are. */
  items: ShallowRef<readonly Item[] | null>
  problem: Ref<string | null>
  load: () => Promise<void>
  /** Sets one, in the place it has, or first. */
  put: (item: Item) => void
  remove: (id: string) => void
  stop: (item: Item) => Promise<void | null>
  retry: (item: Item) => Promise<void | null>
}

/** The items of the project that is open; `left` is called when another is opened, before anything of that is known. */
export const useMadeByJobs = <Item extends Made>(
  list: (project: string) => Promise<readonly Item[]>,
  isMaking: (item: Item) => boolean,
  left: () => void = () => {},
): MadeByJobs<Item> => {
  const session = useProjectSession()
  const notices = useNotices()
  const items = shallowRef<readonly Item[] | null>(null)
  const problem = ref<string | null>(null)

  const put = (item: Item): void => {
    const all = items.value ?? []
    items.value = all.some(({ id }) => id === item.id)
      ? all.map(each => (each.id === item.id ? item : each))
      : [item, ...all]
  }
  const remove = (id: string): void => {
    items.value = (items.value ?? []).filter(each => each.id !== id)
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  const load = async (): Promise<void> => {
    const project = session.id
    if (!project) return
    const here = session.still()
    try {
      const all = await list(project)
      if (!here()) return
      items.value = all
      problem.value = null
    } catch (error) {
      if (!here()) return
      problem.value = reasonOf(error)
    }
    clearTimeout(timer)
    if (problem.value || items.value?.some(isMaking))
      timer = setTimeout(() => void load(), problem.value ? ASK_AFTER_FAILURE_MS : ASK_MS)
  }
  watch(
    () => session.id,
    id => {
      clearTimeout(timer)
      items.value = null
      problem.value = null
      left()
      if (id) void load()
    },
    { immediate: true },
  )
  /** Asks something of the job of an item, and how it stands then. */
  const withJob =
    (ask: (job: string) => Promise<unknown>) =>
    ({ making }: Item): Promise<void | null> =>
      notices.attempt(async () => {
        if (making) await ask(making.job)
        await load()
      })
  return { items, problem, load, put, remove, stop: withJob(server.stopJob), retry: withJob(server.retryJob) }
}
