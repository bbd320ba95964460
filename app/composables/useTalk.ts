import { ref } from 'vue'
import type { ReviewComment, ReviewThread } from '#core/document/review'
import type { Threads } from '~/api/reviews'
import { reasonOf } from '~/words/reasonOf'

/** Where comments come from. */
export interface TalkSource {
  threads: (look: string, before?: number) => Promise<Threads>
  answers: (thread: string, before: number) => Promise<ReviewComment[]>
}

const bySeq = (one: ReviewComment, other: ReviewComment): number => one.seq - other.seq

/** A list with one more in it, or one in place of what it was. */
const withOne = <Each extends ReviewComment>(list: readonly Each[], one: Each): Each[] => [
  ...list.filter(({ id }) => id !== one.id),
  one,
]

/** What stands for all colorways. */
export const ALL_LOOKS = ''

/** What is said on a review, on all colorways or on one, as they are looked at; what comes later is put in its place. */
export const useTalk = (source: TalkSource) => {
  const looks = ref<Record<string, Threads>>({})
  const problem = ref<string | null>(null)
  const trying = async (work: () => Promise<void>): Promise<void> => {
    try {
      await work()
      problem.value = null
    } catch (error) {
      problem.value = reasonOf(error)
    }
  }

  /** What is put in while answers are on their way, which may be older: it is put in again then. */
  const meanwhile = new Set<ReviewComment[]>()
  const load = (look: string): Promise<void> =>
    trying(async () => {
      const late: ReviewComment[] = []
      meanwhile.add(late)
      try {
        looks.value = { ...looks.value, [look]: await source.threads(look) }
      } finally {
        meanwhile.delete(late)
      }
      late.forEach(place)
    })
  const loadMore = (look: string): Promise<void> =>
    trying(async () => {
      const next = await source.threads(look, looks.value[look]?.threads.at(-1)?.seq)
      const now = looks.value[look]?.threads ?? []
      looks.value = { ...looks.value, [look]: { threads: [...now, ...next.threads], more: next.more } }
    })
  const setThread = (look: string, change: (threads: ReviewThread[]) => ReviewThread[]): void => {
    for (const key of [look, ALL_LOOKS]) {
      const now = looks.value[key]
      if (now) looks.value = { ...looks.value, [key]: { ...now, threads: change(now.threads) } }
    }
  }
  const loadEarlier = ({ id, look, replies }: ReviewThread): Promise<void> =>
    trying(async () => {
      const answers = await source.answers(id, replies[0]?.seq ?? 0)
      setThread(look, threads =>
        threads.map(each =>
          each.id === id
            ? {
                ...each,
                replies: [...answers, ...each.replies],
                earlier: answers.length ? Math.max(0, each.earlier - answers.length) : 0,
              }
            : each,
        ),
      )
    })
  const place = (comment: ReviewComment): void =>
    setThread(comment.look, threads => {
      if (comment.thread === null) {
        const there = threads.find(({ id }) => id === comment.id)
        const thread = { replies: there?.replies ?? [], earlier: there?.earlier ?? 0, ...comment }
        return withOne(threads, thread).sort(bySeq).reverse()
      }
      return threads.map(each =>
        each.id === comment.thread ? { ...each, replies: withOne(each.replies, comment).sort(bySeq) } : each,
      )
    })
  /** Puts in what was said, or said otherwise, just now. */
  const put = (comment: ReviewComment): void => {
    for (const late of meanwhile) late.push(comment)
    place(comment)
  }
  const threadsOn = (look: string): ReviewThread[] => looks.value[look]?.threads ?? []
  /** Looks again at what is shown: too much happened to be told one by one, or it may have been missed. */
  const again = (): Promise<void[]> => Promise.all(Object.keys(looks.value).map(load))

  return { looks, problem, load, loadMore, loadEarlier, put, threadsOn, again }
}
export type Talk = ReturnType<typeof useTalk>
