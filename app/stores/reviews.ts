import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { navigateTo } from '#imports'
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import type { Review, ReviewNews, ReviewPut } from '#core/document/review'
import { isDrawingPictures, isUnread, newsWords, applyReviewNews } from '#core/interaction/reviewNews'
import { reasonOf } from '~/words/reasonOf'
import { useHandOverView } from './handOverTabs'
import { useLive } from './live'
import { useNotices } from './notices'
import { useProjectSession } from './session'
import { useSaving } from './saving'
import { server } from '~/api/server'

/** Interval of asking for the progress of pictures, in milliseconds. */
const ASK = 500

/** The reviews of the project that is open: what is published, what is said and chosen there, as it happens. */
export const useReviews = defineStore('reviews', () => {
  const session = useProjectSession()
  const saving = useSaving()
  const notices = useNotices()

  /** Null as long as it is not known which there are. */
  const reviews = shallowRef<readonly Review[] | null>(null)
  const problem = ref<string | null>(null)
  const opened = ref<string | null>(null)
  const open = computed(() => reviews.value?.find(({ id }) => id === opened.value) ?? null)
  /** The link of a review, as long as it is shown: it is kept nowhere. */
  const link = ref<{ review: string; address: string } | null>(null)
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
    onScopeDispose(() => hearers.delete(hearer))
  }

  const put = (review: Review): void => {
    const all = reviews.value ?? []
    reviews.value = all.some(({ id }) => id === review.id)
      ? all.map(each => (each.id === review.id ? review : each))
      : [review, ...all]
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  const load = async (): Promise<void> => {
    const project = session.id
    if (!project) return
    const here = session.still()
    try {
      const all = await server.reviews(project)
      if (!here()) return
      reviews.value = all
      problem.value = null
    } catch (error) {
      if (!here()) return
      problem.value = reasonOf(error)
    }
    clearTimeout(timer)
    if (problem.value || reviews.value?.some(isDrawingPictures))
      timer = setTimeout(() => void load(), problem.value ? 3000 : ASK)
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
      else if (message) notices.say(message, 'done', () => show(heard.review), 'Look')
    },
  })
  watch(
    () => session.id,
    id => {
      clearTimeout(timer)
      reviews.value = null
      problem.value = null
      opened.value = null
      link.value = null
      if (id) void load()
    },
    { immediate: true },
  )

  /** Shows a review in the bench, whatever step one is in. */
  const show = (id: string | null): void => {
    opened.value = id
    const review = open.value
    if (review) markRead(review)
    if (!id || !session.id) return
    useHandOverView().view = 'review'
    void navigateTo(`/project/${session.id}/hand-over`)
  }
  const linked = (review: string, path: string): void => {
    link.value = { review, address: new URL(path, window.location.href).href }
  }
  /** Publishes what is chosen, as soon as the project is on the server; whether it was. */
  const publish = async (wanted: ReviewPut): Promise<boolean> => {
    const project = session.id
    if (!project) return false
    const here = session.still()
    const made = await notices.attempt(async () => server.publish(project, await saving.whenSaved(), wanted))
    if (!made || !here()) return false
    put(made.review)
    linked(made.review.id, made.link)
    void load()
    return true
  }
  const change = async (review: Review, what: Parameters<typeof server.changeReview>[1]): Promise<boolean> => {
    const done = await notices.attempt(async () => {
      const changed = await server.changeReview(review.id, what)
      if (changed) put(changed)
      else reviews.value = (reviews.value ?? []).filter(({ id }) => id !== review.id)
      if (changed) markRead(changed)
      return true
    })
    return done ?? false
  }
  const renew = (review: Review): Promise<void | null> =>
    notices.attempt(async () => {
      linked(review.id, await server.renewLink(review.id))
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
    notices.say(`“${review.title}” is withdrawn: its link leads nowhere.`, 'done', async () => {
      await change(review, { withdrawn: false })
    })
  }
  const stop = ({ making }: Review): Promise<void | null> =>
    notices.attempt(async () => {
      if (making) await server.stopJob(making.job)
      await load()
    })
  const retry = ({ making }: Review): Promise<void | null> =>
    notices.attempt(async () => {
      if (making) await server.retryJob(making.job)
      await load()
    })

  return {
    ...{ reviews, problem, open, link, fresh, isNew, isMaking: isDrawingPictures, hear, load, show },
    ...{ publish, change, renew, remove, withdraw, stop, retry },
  }
})
