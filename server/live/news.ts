import type { Sql } from 'postgres'
import type { ReviewNews } from '#core/document/review'
import { PROJECTS } from '../db/presence'
import { CHANNEL } from '../db/reviews'
import { newsOf } from '../db/reviewComments'
import { log } from '../log'

/** Whose news are sent: those of one review, or of all of them and of projects. */
export type Topic = { review: string } | 'all'
/** Takes news as they are sent, serialized once for all listeners, and of what; null where some may have been missed. */
type Tell = (written: string | null, of?: 'review' | 'project') => void

const keyOf = (of: Topic): string => (of === 'all' ? 'all' : of.review)

/**
 * News of reviews and projects for all who watch in this process, however many there are: the database says that something happened
 * (whichever process made it happen), what happened is read once, and sent to all.
 */
export const newsDesk = (sql: Sql) => {
  const watching = new Map<string, Set<Tell>>()
  /** Up to which event of a review listeners are up to date, and, while they are being sent to, up to which they have to be. */
  const announced = new Map<string, number>()
  const underway = new Map<string, { until: number }>()
  let listening: Promise<unknown> | null = null

  const tell = (review: string, news: ReviewNews): void => {
    const written = JSON.stringify(news)
    for (const key of ['all', review]) for (const each of watching.get(key) ?? []) each(written)
  }
  /** Reads what happened on a review and tells it; what happens meanwhile is read after that. */
  const look = async (review: string, seq: number): Promise<void> => {
    if (!watching.has('all') && !watching.has(review)) return void announced.delete(review)
    const under = underway.get(review)
    if (under) return void (under.until = Math.max(under.until, seq))
    const own = { until: seq }
    underway.set(review, own)
    try {
      for (let after = announced.get(review) ?? seq - 1; after < own.until; ) {
        const news = await newsOf(sql, review, after)
        if (!news || news.seq <= after) return
        after = news.seq
        announced.set(review, after)
        tell(review, news)
      }
    } catch (error) {
      log.warn({ err: error }, 'News of a review could not be read.') // they are asked for when the database is heard again
      missed()
    } finally {
      underway.delete(review)
    }
  }
  const missed = (): void => {
    announced.clear()
    for (const all of watching.values()) for (const each of all) each(null)
  }
  const heardOfReview = (payload: string): void => {
    const [, review = '', seq = ''] = payload.split(' ')
    void look(review, Number(seq))
  }
  /** News of projects, as they happen, to those who hear all. */
  const heardOfProject = (payload: string): void => watching.get('all')?.forEach(each => each(payload, 'project'))
  const listen = (): Promise<unknown> =>
    (listening ??= Promise.all([
      sql.listen(CHANNEL, heardOfReview, missed),
      sql.listen(PROJECTS, heardOfProject, missed),
    ]).catch((error: unknown) => {
      listening = null
      throw error
    }))

  /** Tells all that happens from now on, until what is returned is called. Rejects while the database does not answer. */
  const watch = async (of: Topic, each: Tell): Promise<() => void> => {
    await listen()
    const key = keyOf(of)
    const own = watching.get(key) ?? new Set()
    watching.set(key, own.add(each))
    return () => {
      own.delete(each)
      if (!own.size && watching.get(key) === own) watching.delete(key)
    }
  }
  return { watch }
}
