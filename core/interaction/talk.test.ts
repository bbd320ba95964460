import type { ReviewComment, ReviewThread } from '#core/document/review'
import { ALL_LOOKS, type Talk, withComment, withEarlierReplies, withMoreThreads } from './talk'

const comment = (id: string, seq: number, more: Partial<ReviewComment> = {}): ReviewComment => ({
  ...{ id, seq, author: 'Ada', text: 'Hm', look: 'c1', spot: null, thread: null },
  ...{ by: 'client' as const, createdAt: '2026-01-01T00:00:00Z', resolvedAt: null },
  ...more,
})
const thread = (id: string, seq: number, more: Partial<ReviewThread> = {}): ReviewThread => ({
  ...comment(id, seq),
  replies: [],
  earlier: 0,
  ...more,
})
const talk: Talk = {
  [ALL_LOOKS]: { threads: [thread('t2', 5, { look: 'c2' }), thread('t1', 2)], more: false },
  c1: { threads: [thread('t1', 2)], more: true },
}
const ids = (now: Talk, look: string): string[] | undefined => now[look]?.threads.map(({ id }) => id)

describe('comments on a review', () => {
  it('comes first where it begins a thread, among all and on its colorway', () => {
    const next = withComment(talk, comment('t3', 9))
    expect(ids(next, ALL_LOOKS)).toEqual(['t3', 't2', 't1'])
    expect(ids(next, 'c1')).toEqual(['t3', 't1'])
    expect(ids(withComment(talk, comment('t4', 9, { look: 'c2' })), 'c1')).toEqual(['t1'])
  })
  it('on a colorway nobody looked at yet is only among all', () => {
    const next = withComment(talk, comment('t5', 9, { look: 'c7' }))
    expect(next.c7).toBeUndefined()
    expect(ids(next, ALL_LOOKS)).toEqual(['t5', 't2', 't1'])
  })
  it('in answer stands in its thread, in the order it was written, once however often it comes', () => {
    const answers = [comment('r2', 8, { thread: 't1' }), comment('r1', 7, { thread: 't1' })]
    const next = [...answers, ...answers].reduce(withComment, talk)
    expect(next.c1?.threads[0]?.replies.map(({ id }) => id)).toEqual(['r1', 'r2'])
    expect(next[ALL_LOOKS]?.threads[1]?.replies).toHaveLength(2)
  })
  it('again takes the place of what it was and keeps its answers', () => {
    const answered = withComment(talk, comment('r1', 7, { thread: 't1' }))
    const resolved = withComment(answered, comment('t1', 2, { resolvedAt: '2026-01-02T00:00:00Z' }))
    expect(resolved.c1?.threads).toHaveLength(1)
    expect(resolved.c1?.threads[0]).toMatchObject({ resolvedAt: '2026-01-02T00:00:00Z' })
    expect(resolved.c1?.threads[0]?.replies.map(({ id }) => id)).toEqual(['r1'])
  })
  it('earlier comes below, and nothing twice', () => {
    const next = withMoreThreads(talk, 'c1', { threads: [thread('t1', 2), thread('t0', 1)], more: false })
    expect(ids(next, 'c1')).toEqual(['t1', 't0'])
    expect(next.c1?.more).toBe(false)
  })
  it('earlier in a thread comes before its answers, until there is no more', () => {
    const long: Talk = { c1: { threads: [thread('t1', 2, { earlier: 3, replies: [comment('r9', 9)] })], more: false } }
    const [first] = long.c1?.threads ?? []
    if (!first) throw new Error('There is no thread.')
    const next = withEarlierReplies(long, first, [comment('r7', 7), comment('r8', 8)])
    expect(next.c1?.threads[0]?.replies.map(({ id }) => id)).toEqual(['r7', 'r8', 'r9'])
    expect(next.c1?.threads[0]?.earlier).toBe(1)
    expect(withEarlierReplies(long, first, []).c1?.threads[0]?.earlier).toBe(0)
  })
})
