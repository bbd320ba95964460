import { computed, ref, watch } from 'vue'
import { createSharedComposable, useEventListener, useMediaQuery } from '@vueuse/core'

/**
 * True if one works by finger: where that is all there is, and from the first touch on. What is pressed is larger then;
 * it does not shrink again under a hand that changes between finger and mouse. The page says so to its styles, and whether a pointer
 * was pressed last: the focus that follows one then shows no ring, until a key is pressed.
 */
export const useHand = createSharedComposable(() => {
  const touched = ref(false)
  const coarse = useMediaQuery('(pointer: coarse)')
  const finger = computed(() => coarse.value || touched.value)
  watch(
    finger,
    on => {
      if (on) document.documentElement.dataset.hand = 'finger'
      else delete document.documentElement.dataset.hand
    },
    { immediate: true },
  )
  const { dataset } = document.documentElement
  useEventListener(
    window,
    'pointerdown',
    ({ pointerType }) => {
      if (pointerType === 'touch') touched.value = true
      dataset.pressed = 'pointer'
    },
    { capture: true },
  )
  useEventListener(window, 'keydown', () => delete dataset.pressed, { capture: true })
  /** The least that is pressed is so high, in pixels. */
  const min = computed(() => (finger.value ? 40 : 24))
  return { finger, min }
})
