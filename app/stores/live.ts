import { onScopeDispose, watch } from 'vue'
import { defineStore } from 'pinia'
import { type Hearer, newsFrom } from '~/api/news'
import { useProjectSession } from './session'
import { server } from '~/api/server'

/** Events on the server, as they happen, while a project is open: one connection for all who want to hear it. */
export const useLive = defineStore('live', () => {
  const session = useProjectSession()
  const hearers = new Set<Hearer>()
  const all = (tell: (hearer: Hearer) => void): void => {
    for (const hearer of hearers) tell(hearer)
  }
  const news = newsFrom(server.newsUrl, {
    opened: () => all(hearer => hearer.opened()),
    news: heard => all(hearer => hearer.news?.(heard)),
    project: heard => all(hearer => hearer.project?.(heard)),
  })
  /** Tells a hearer all that happens, as long as its scope lasts. */
  const hear = (hearer: Hearer): void => {
    hearers.add(hearer)
    onScopeDispose(() => hearers.delete(hearer))
  }
  watch(
    () => session.id !== null,
    isOpen => (isOpen ? news.listen() : news.stop()),
    { immediate: true },
  )
  return { hear }
})
