import { onScopeDispose, ref, watch } from 'vue'
import { defineStore } from 'pinia'
import { type Hearer, newsFrom } from '~/api/news'
import { useProjectSession } from './session'
import { server } from '~/api/server'

/** The shortest time between two loads of a list that follows the news, in milliseconds: many changes come as one. */
export const LIST_INTERVAL_MS = 2000

/** Events on the server, as they happen, while a project or Home is open: one connection for all who want to hear it. */
export const useLive = defineStore('live', () => {
  const session = useProjectSession()
  const hearers = new Set<Hearer>()
  const all = (tell: (hearer: Hearer) => void): void => {
    for (const hearer of hearers) tell(hearer)
  }
  const news = newsFrom(server.newsUrl, {
    opened: () => all(hearer => hearer.opened?.()),
    news: heard => all(hearer => hearer.news?.(heard)),
    project: heard => all(hearer => hearer.project?.(heard)),
  })
  /** Tells a hearer all that happens, as long as its scope lasts. */
  const hear = (hearer: Hearer): void => {
    hearers.add(hearer)
    onScopeDispose(() => hearers.delete(hearer))
  }
  const lists = ref(0)
  /** Keeps the connection open, without a project, as long as the scope of the caller lasts. */
  const listenForLists = (): void => {
    lists.value++
    onScopeDispose(() => lists.value--)
  }
  watch(
    () => session.id !== null || lists.value > 0,
    isOpen => (isOpen ? news.listen() : news.stop()),
    { immediate: true },
  )
  return { hear, listenForLists }
})
