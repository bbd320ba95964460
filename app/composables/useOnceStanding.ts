import { useTimeoutFn } from '@vueuse/core'
import { whenIdle } from '~/browser/whenIdle'

/** Time a page has to begin, in milliseconds, before anything is fetched that it may need later. */
const BEGUN = 2000

/** Fetches what may be needed later, once the page has stood for a while; not where what asks for it has gone by then. */
export const useOnceStanding = (fetch: () => Promise<unknown>): void => {
  // where it fails it is asked for again, and heard of, when it is needed
  useTimeoutFn(() => whenIdle(() => fetch().catch(() => null)), BEGUN)
}
