import { useEventListener, useMutationObserver } from '@vueuse/core'

const FOCUSABLE =
  'button:not(:disabled), a[href], input:not(:disabled):not([type=hidden]), select:not(:disabled), textarea, [tabindex]'

/** Groups whose members show something as soon as they have the focus: it does not come to them by itself from outside. */
const PREVIEWS = '[data-previews]'

/** Of things in a row, the one at a place or nearest to it that will do. */
const nearest = <Thing>(all: readonly Thing[], at: number, will: (thing: Thing) => boolean): Thing | undefined => {
  const far = (i: number): number => Math.abs(i - Math.max(at, 0))
  return all
    .map((thing, i) => ({ thing, i }))
    .filter(({ thing }) => will(thing))
    .sort((one, other) => far(one.i) - far(other.i))[0]?.thing
}

/** Elements that are no tab stop by themselves are left out, but for those of a group that is one stop together. */
const canTake = (element: HTMLElement): boolean =>
  (element.tabIndex >= 0 || element.hasAttribute('data-roams')) && element.getClientRects().length > 0
const within = (place: Element): HTMLElement[] => [...place.querySelectorAll<HTMLElement>(FOCUSABLE)]

/** Where the focus is: the places around it, from the nearest out, and which of the things there has it. */
type Whereabouts = Array<{ place: HTMLElement; at: number }>

const MAX_PLACES = 8

const whereaboutsOf = (element: HTMLElement): Whereabouts => {
  const places: Whereabouts = []
  for (let place = element.parentElement; place && place !== document.body && places.length < MAX_PLACES; )
    [places[places.length], place] = [{ place, at: within(place).indexOf(element) }, place.parentElement]
  return places
}

/**
 * Keeps the focus from falling to the page when what had it goes, or can no longer be used: it goes on to what took its
 * place, or stands next to it.
 */
export const useKeptFocus = (): void => {
  let last: { element: HTMLElement; around: Whereabouts } | null = null
  /** Nothing has the focus: cheap to say, whatever else is going on. */
  const isNowhere = (): boolean => !document.activeElement || document.activeElement === document.body
  const isLost = (): boolean => last !== null && isNowhere() && !isUsable(last.element)
  const isUsable = (element: HTMLElement): boolean =>
    element.isConnected && !element.matches(':disabled') && element.getClientRects().length > 0
  /** The look that is due: boxes are read at the start of a frame, where the browser has them, never in its middle. */
  let due = 0
  const goOn = (): void => {
    due = 0
    if (!isLost()) return
    for (const { place, at } of last?.around ?? []) {
      if (!place.isConnected) continue
      const shows = (element: HTMLElement): boolean => element.closest(PREVIEWS) !== null && !place.closest(PREVIEWS)
      const next = nearest(within(place), at, element => canTake(element) && !shows(element))
      if (!next) continue
      next.focus({ preventScroll: true })
      return
    }
  }
  useEventListener(document, 'focusin', ({ target }) => {
    if (target instanceof HTMLElement) last = { element: target, around: whereaboutsOf(target) }
  })
  useEventListener(document, 'pointerdown', () => {
    if (document.activeElement === document.body) last = null
  })
  useMutationObserver(
    () => document.body,
    () => {
      if (last && !due && isNowhere()) due = requestAnimationFrame(goOn)
    },
    { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled'] },
  )
}
