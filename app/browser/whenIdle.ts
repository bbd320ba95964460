import { useTimeoutFn } from '@vueuse/core'

/** Does something once the browser has nothing else to do, or after two seconds. */
export const whenIdle = (act: () => unknown): void => {
  if ('requestIdleCallback' in globalThis) requestIdleCallback(act, { timeout: 2000 })
  else setTimeout(act, 200)
}

/** How long a page has to begin, in milliseconds, before anything is fetched that it may need later. */
const BEGUN = 2000

/** Fetches what may be needed later, once the page has stood for a while; not where what asks for it has gone by then. */
export const onceStanding = (fetch: () => Promise<unknown>): void => {
  // where it fails it is asked for again, and heard of, when it is needed
  useTimeoutFn(() => whenIdle(() => fetch().catch(() => null)), BEGUN)
}
