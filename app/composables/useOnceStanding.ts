import { useTimeoutFn } from '@vueuse/core'
import { whenIdle } from '~/browser/whenIdle'

/** Time a page has to begin, in milliseconds, before anything is fetched that it may need later. */
const BEGUN = 2000

/**
 * Fetches what may be needed later, once the page has stood for a while (in milliseconds) and is idle; not where what asks
 * for it has gone by then. Returns a function that fetches it at once, for where it will be needed presently.
 */
export const useOnceStanding = (fetch: () => Promise<unknown>, after = BEGUN): (() => void) => {
  let asked = false
  // where it fails it is asked for again, and heard of, when it is needed
  const ask = (): void => {
    if (asked) return
    asked = true
    void fetch().catch(() => null)
  }
  useTimeoutFn(() => whenIdle(ask), after)
  return ask
}
