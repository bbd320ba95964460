import type { Review, ReviewNews } from '#core/document/review'
import { isDrawingPictures, isUnread, newsWords, applyReviewNews, applyPageNews } from './reviewNews'

const review = {
  ...{ id: 'r', title: 'Festival', greeting: '', seq: 10, comments: 2, open: 1, counts: { c1: 1 }, choice: null },
  ...{ closed: false, ready: false, making: null, looks: [{ key: 'c1', name: 'Dusk' }], artwork: [] },
} as unknown as Review
const text = (seq: number, by: 'client' | 'designer', thread: string | null = null) =>
  ({ id: `c${seq}`, seq, by, author: 'Ada', text: 'Hm', look: 'c1', thread }) as ReviewNews['comments'][number]
const news = (seq: number, more: Partial<ReviewNews> = {}): ReviewNews =>
  ({ review: 'r', seq, comments: [], choice: null, closed: false, ready: true, ...more }) as ReviewNews

describe('news of a review', () => {
  it('are unread where there are comments or choices since', () => {
    expect(isUnread({ seq: 10, comments: 1, choice: null }, 9)).toBe(true)
    expect(isUnread({ seq: 10, comments: 1, choice: null }, 10)).toBe(false)
    expect(isUnread({ seq: 10, comments: 0, choice: null })).toBe(false)
    expect(isUnread({ seq: 10, comments: 0, choice: { look: 'c1', author: 'Ada', at: 'now' } })).toBe(true)
  })
  it('are announced where a client did something', () => {
    expect(newsWords(review, news(11, { comments: [text(11, 'client')] }))).toBe('Ada wrote on “Festival”.')
    expect(newsWords(review, news(11, { comments: [text(11, 'designer')] }))).toBeNull()
    expect(newsWords(review, news(11, { comments: [text(9, 'client')] }))).toBeNull()
    const choice = { look: 'c1', author: 'Ada', at: 'noon' }
    expect(newsWords(review, news(11, { choice }))).toBe('Ada chose “Dusk”.')
    expect(newsWords({ ...review, choice }, news(11, { choice }))).toBeNull()
    expect(newsWords(review, news(11, { choice: { ...choice, look: null } }))).toBe('Ada took the choice back.')
  })
  it('bring the review to where it is, and nothing is counted twice', () => {
    const heard = news(12, { comments: [text(9, 'client'), text(11, 'client'), text(12, 'client', 'c11')] })
    const next = applyReviewNews(review, heard)
    expect(next).toMatchObject({ seq: 12, comments: 4, open: 2, counts: { c1: 2 }, ready: true })
    expect(applyReviewNews(next, heard)).toBe(next)
    expect(applyReviewNews(review, news(10))).toBe(review)
  })
  it('bring a client’s page to where it is', () => {
    expect(applyPageNews(review, news(9))).toBe(review)
    expect(applyPageNews(review, news(11, { comments: [text(11, 'client')], closed: true }))).toMatchObject({
      seq: 11,
      closed: true,
      counts: { c1: 2 },
    })
  })
  it('tell whether its pictures are being made', () => {
    const making = (state: string) => ({ job: 'j', state, done: 0, parts: 1, reason: null, failures: 0 }) as never
    expect(isDrawingPictures({ ready: false, making: making('waiting') })).toBe(true)
    expect(isDrawingPictures({ ready: false, making: making('underway') })).toBe(true)
    expect(isDrawingPictures({ ready: false, making: making('failed') })).toBe(false)
    expect(isDrawingPictures({ ready: true, making: making('underway') })).toBe(false)
    expect(isDrawingPictures({ ready: false, making: null })).toBe(false)
  })
})
