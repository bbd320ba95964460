import { ref, shallowRef } from 'vue'
import type { ReviewComment, ReviewThread } from '#core/document/review'
import type { Threads } from '#core/document/review'
import { type Talk, withComment, withEarlierReplies, withMoreThreads } from '#core/interaction/talk'
import { reasonOf } from '~/words/reasonOf'

/** Where comments come from. */
export interface TalkSource {
  threads: (look: string, before?: number) => Promise<Threads>
  answers: (thread: string, before: number) => Promise<ReviewComment[]>
}

/** Comments on a review, on all colorways or on one, as they are looked at; what comes later is put in its place. */
export const useTalk = (source: TalkSource) => {
  const looks = shallowRef<Talk>({})
  const problem = ref<string | null>(null)
  const trying = async (work: () => Promise<void>): Promise<void> => {
    try {
      await work()
      problem.value = null
    } catch (error) {
      problem.value = reasonOf(error)
    }
  }

  /** Comments added while answers are on their way, which may be older: it is put in again then. */
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
      looks.value = withMoreThreads(
        looks.value,
        look,
        await source.threads(look, looks.value[look]?.threads.at(-1)?.seq),
      )
    })
  const loadEarlier = (thread: ReviewThread): Promise<void> =>
    trying(async () => {
      looks.value = withEarlierReplies(
        looks.value,
        thread,
        await source.answers(thread.id, thread.replies[0]?.seq ?? 0),
      )
    })
  const place = (comment: ReviewComment): void => {
    looks.value = withComment(looks.value, comment)
  }
  /** Adds a comment that was just written or edited. */
  const put = (comment: ReviewComment): void => {
    for (const late of meanwhile) late.push(comment)
    place(comment)
  }
  const threadsOn = (look: string): ReviewThread[] => looks.value[look]?.threads ?? []
  /** Looks again at what is shown: too much happened to be sent one by one, or it may have been missed. */
  const again = (): Promise<void[]> => Promise.all(Object.keys(looks.value).map(load))

  return { looks, problem, load, loadMore, loadEarlier, put, threadsOn, again }
}
export type TalkAtHand = ReturnType<typeof useTalk>
