import type { ReviewComment, ReviewThread, Threads } from '#core/document/review'

/* Comments on a review as they are shown: threads by colorway, and all together. */

/** Threads by the key of their colorway; those on all colorways stand under `ALL_LOOKS`. */
export type Talk = Readonly<Record<string, Threads>>

/** The key of the list of all threads, whatever colorway they are on. */
export const ALL_LOOKS = ''

const bySeq = (one: ReviewComment, other: ReviewComment): number => one.seq - other.seq

const withOne = <Each extends ReviewComment>(list: readonly Each[], one: Each): Each[] => [
  ...list.filter(({ id }) => id !== one.id),
  one,
]

/**
 * Returns the talk with the threads of a colorway changed, in its own list and in that of all, as far as they are
 * there.
 */
const changed = (talk: Talk, look: string, change: (threads: readonly ReviewThread[]) => ReviewThread[]): Talk => {
  const next: Record<string, Threads> = { ...talk }
  for (const key of new Set([look, ALL_LOOKS])) {
    const now = next[key]
    if (now) next[key] = { ...now, threads: change(now.threads) }
  }
  return next
}

/**
 * Returns the talk with a comment in its place: a thread among threads, an answer in its thread; again, it replaces
 * itself.
 */
export const withComment = (talk: Talk, comment: ReviewComment): Talk =>
  changed(talk, comment.look, threads => {
    if (comment.thread !== null)
      return threads.map(each =>
        each.id === comment.thread ? { ...each, replies: withOne(each.replies, comment).sort(bySeq) } : each,
      )
    const before = threads.find(({ id }) => id === comment.id)
    const thread = { replies: before?.replies ?? [], earlier: before?.earlier ?? 0, ...comment }
    return withOne(threads, thread).sort(bySeq).reverse()
  })

/** Returns the talk with the next page of earlier threads on a colorway. */
export const withMoreThreads = (talk: Talk, look: string, { threads, more }: Threads): Talk => {
  const now = talk[look]?.threads ?? []
  const known = new Set(now.map(({ id }) => id))
  return { ...talk, [look]: { threads: [...now, ...threads.filter(({ id }) => !known.has(id))], more } }
}

/** Returns the talk with earlier answers of a thread before those it has; none means that there are no earlier ones. */
export const withEarlierReplies = (talk: Talk, { id, look }: ReviewThread, replies: readonly ReviewComment[]): Talk =>
  changed(talk, look, threads =>
    threads.map(each =>
      each.id === id
        ? {
            ...each,
            replies: [...replies, ...each.replies],
            earlier: replies.length ? Math.max(0, each.earlier - replies.length) : 0,
          }
        : each,
    ),
  )
