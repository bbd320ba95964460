import { useEventListener, useMediaQuery } from '@vueuse/core'

/**
 * Says on the page whether one works by finger: where that is all there is, and from the first touch on. What is
 * pressed is larger then; it does not shrink again under a hand that changes between finger and mouse.
 */
export const useHand = (): void => {
  const finger = (): void => {
    document.documentElement.dataset.hand = 'finger'
  }
  const coarse = useMediaQuery('(pointer: coarse)')
  watch(
    coarse,
    on => {
      if (on) finger()
    },
    { immediate: true },
  )
  useEventListener(window, 'pointerdown', ({ pointerType }) => {
    if (pointerType === 'touch') finger()
  })
}
