import { computed, ref } from 'vue'
import { navigateTo } from '#imports'
import { tryOnScopeDispose, useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import type { Review, ReviewNews, ReviewPut } from '#core/document/review'
import { isDrawingPictures, isUnread, newsWords, applyReviewNews } from '#core/interaction/reviewNews'
import { useHandOverView } from './handOverTabs'
import { useLive } from './live'
import { useMadeByJobs } from './madeByJobs'
import { useNotices } from './notices'
import { useProjectSession } from './session'
import { useSaving } from './saving'
import { server } from '~/api/server'

/** The reviews of the project that is open: what is published, commented and chosen there, as it happens. */
export const useReviews = defineStore('reviews', () => {
  const session = useProjectSession()
  const saving = useSaving()
  const notices = useNotices()

  const opened = ref<string | null>(null)
  const made = useMadeByJobs<Review>(server.reviews, isDrawingPictures, () => {
    opened.value = null
  })
  const { items: reviews, load, put } = made
  const open = computed(() => reviews.value?.find(({ id }) => id === opened.value) ?? null)
  /** Up to where each was read in this browser. */
  const read = useLocalStorage<Record<string, number>>('plumbago reviews read', {})
  const isNew = (review: Review): boolean => isUnread(review, read.value[review.id])
  const fresh = computed(() => (reviews.value ?? []).filter(isNew).length)
  const markRead = ({ id, seq }: Pick<Review, 'id' | 'seq'>): void => {
    if ((read.value[id] ?? 0) < seq) read.value = { ...read.value, [id]: seq }
  }
  /** Who hears what happens on the review that is open. */
  const hearers = new Set<(news: ReviewNews | null) => void>()
  const hear = (hearer: (news: ReviewNews | null) => void): void => {
    hearers.add(hearer)
    tryOnScopeDispose(() => hearers.delete(hearer))
  }

  useLive().hear({
    opened: () => {
      void load()
      for (const hearer of hearers) hearer(null)
    },
    news: heard => {
      const review = reviews.value?.find(({ id }) => id === heard.review)
      if (!review || heard.seq <= review.seq) return
      const message = newsWords(review, heard)
      if (heard.again || heard.gone) void load()
      put(applyReviewNews(review, heard))
      for (const hearer of hearers) hearer(heard)
      if (opened.value === heard.review && hearers.size) markRead({ id: heard.review, seq: heard.seq })
      else if (message) notices.say(message, 'done', () => show(heard.review), 'Open')
    },
  })
  /** Shows a review in the bench, whatever step one is in. */
  const show = (id: string | null): void => {
    opened.value = id
    const review = open.value
    if (review) markRead(review)
    if (!id || !session.id) return
    useHandOverView().view = 'review'
    void navigateTo(`/project/${session.id}/hand-over`)
  }
  /** Publishes what is chosen, as soon as the project is on the server; whether it was. */
  const publish = async (wanted: ReviewPut): Promise<boolean> => {
    const project = session.id
    if (!project) return false
    const here = session.still()
    const published = await notices.attempt(async () => server.publish(project, await saving.whenSaved(), wanted))
    if (!published || !here()) return false
    put(published)
    void load()
    return true
  }
  const change = async (review: Review, what: Parameters<typeof server.changeReview>[1]): Promise<boolean> => {
    const done = await notices.attempt(async () => {
      const changed = await server.changeReview(review.id, what)
      if (changed) put(changed)
      else made.remove(review.id)
      if (changed) markRead(changed)
      return true
    })
    return done ?? false
  }
  const renew = (review: Review): Promise<void | null> =>
    notices.attempt(async () => {
      put(await server.renewLink(review.id))
    })
  const remove = async (review: Review): Promise<void> => {
    if (!(await change(review, { deleted: true }))) return
    opened.value = null
    notices.say(`Deleted the review “${review.title}”.`, 'done', async () => {
      await change(review, { deleted: false })
    })
  }
  const withdraw = async (review: Review): Promise<void> => {
    if (!(await change(review, { withdrawn: true }))) return
    notices.say(`“${review.title}” is withdrawn: its link no longer works.`, 'done', async () => {
      await change(review, { withdrawn: false })
    })
  }
  return {
    ...{ reviews, problem: made.problem, open, fresh, isNew, isMaking: isDrawingPictures, hear, load, show },
    ...{ publish, change, renew, remove, withdraw, stop: made.stop, retry: made.retry },
  }
})
