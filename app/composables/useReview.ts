import { computed, onMounted, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import type { ReviewComment, ReviewNews, ReviewPage, Spot } from '#core/document/review'
import { applyPageNews } from '#core/interaction/reviewNews'
import { reasonOf } from '~/words/reasonOf'
import { Refused } from '~/api/request'
import { reviewServer } from '~/api/reviews'
import { newsFrom } from '~/api/news'
import { useDrawnPictures } from './useDrawnPictures'
import { useTalk } from './useTalk'

/** A comment being written: on a colorway, or as an answer, with where it points and the id it will have. */
export interface Draft {
  id: string
  text: string
  spot: Spot | null
}

/** Messages on a link that leads nowhere, or no more. */
const GONE: ReadonlySet<string> = new Set(['gone', 'ended', 'withdrawn'])

/** The data this browser stores of a review: who writes, a word for itself, and drafts, by the colorway or the comment each is on. */
const useReviewDrafts = (token: string) => {
  const own = useLocalStorage<{ name: string; reader: string; drafts: Record<string, Draft> }>(
    `plumbago review ${token}`,
    () => ({ name: '', reader: crypto.randomUUID(), drafts: {} }),
    { mergeDefaults: true },
  )
  const draftOf = (on: string): Draft => own.value.drafts[on] ?? { id: crypto.randomUUID(), text: '', spot: null }
  const setDraft = (on: string, change: Partial<Draft>): void => {
    own.value.drafts = { ...own.value.drafts, [on]: { ...draftOf(on), ...change } }
  }
  const dropDraft = (on: string): void => {
    const { [on]: _, ...others } = own.value.drafts
    own.value.drafts = others
  }
  return { own, draftOf, setDraft, dropDraft }
}

const isGone = (error: unknown): error is Refused =>
  error instanceof Refused && GONE.has((error.data as { why?: string } | undefined)?.why ?? '')

/** The page of a review, kept up to date while its news are heard. */
const useLivePage = (server: ReturnType<typeof reviewServer>, talk: ReturnType<typeof useTalk>) => {
  const page = ref<ReviewPage | null>(null)
  /** Why there is nothing to see, or no more comments are accepted. */
  const gone = ref<string | null>(null)
  const problem = ref<string | null>(null)
  /** True if what happens is heard. */
  const live = ref(true)
  /** The last message or action, for screen readers. */
  const announcement = ref('')

  const meet = (error: unknown): void => {
    if (isGone(error)) {
      gone.value = error.message
      news.stop()
    } else problem.value = reasonOf(error)
  }
  const load = async (): Promise<void> => {
    try {
      page.value = await server.page()
      problem.value = null
    } catch (error) {
      meet(error)
    }
  }
  const hear = (heard: ReviewNews): void => {
    const now = page.value
    if (!now || heard.seq < now.seq) return
    if (heard.gone) return void load()
    page.value = applyPageNews(now, heard)
    if (heard.again) return void Promise.all([load(), talk.again()])
    heard.comments.forEach(talk.put)
    const last = heard.comments.at(-1)
    if (last) announcement.value = `${last.author}: ${last.text}`
  }
  const news = newsFrom(server.liveUrl, {
    opened: () => {
      live.value = true
      void Promise.all([load(), talk.again()])
    },
    news: hear,
    lost: () => {
      live.value = false
      if (page.value) void load() // whether it is gone, or only out of reach
    },
  })
  onMounted(async () => {
    await load()
    if (!gone.value) news.listen()
  })
  return { page, gone, problem, live, announcement, load, meet }
}

/** A review as whoever has its link works with it: what is shown, commented and chosen, live; unsent text stays until it is sent. */
export const useReview = (token: string) => {
  const server = reviewServer(token)
  const talk = useTalk(server)
  const { own, draftOf, setDraft, dropDraft } = useReviewDrafts(token)
  const { meet, ...live } = useLivePage(server, talk)
  const { page, load } = live
  const { pictureUrl } = useDrawnPictures(server, page)

  /** Says what is written on a colorway, or in answer to a comment on it. Rejects with why it was not taken; it stays written. */
  const say = async (look: string, thread: string | null): Promise<ReviewComment> => {
    const on = thread ?? look
    const { id, text, spot } = draftOf(on)
    const { name: author, reader } = own.value
    try {
      const comment = await server.say({ id, author, text, look, spot, thread, reader })
      dropDraft(on)
      talk.put(comment)
      return comment
    } catch (error) {
      if (isGone(error)) meet(error)
      throw error
    }
  }
  const choose = async (look: string | null): Promise<void> => {
    try {
      const choice = await server.choose(look, own.value.name)
      if (page.value) page.value = { ...page.value, choice }
    } catch (error) {
      if (isGone(error)) return meet(error)
      await load()
      throw error
    }
  }
  const artworkOf = (key: string) => page.value?.artwork.find(each => each.key === key)
  /** The name of the colorway that is chosen, as long as one is. */
  const chosenName = computed(() => page.value?.looks.find(({ key }) => key === page.value?.choice?.look)?.name)

  return {
    ...live,
    ...{ pictureUrl, talk, own, chosenName },
    ...{ draftOf, setDraft, say, choose, artworkOf },
  }
}
export type ReviewAtHand = ReturnType<typeof useReview>
