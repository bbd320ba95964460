import { onUnmounted, ref, watch, type Ref } from 'vue'

/** Time the pointer rests on something small before it grows, and is off it before it is small again, in milliseconds. */
const GROW_MS = 220
const SHRINK_MS = 250

/**
 * Something small that grows while it is worked with: under a pointer that rests on it, with the focus by key, at a tap, or until it
 * is called off where it was asked for. Never while something of it is dragged, which would move away under the hand.
 */
export const useGrown = (isSmall: Ref<boolean>) => {
  const grown = ref(false)
  /** True if it was asked to grow, and stays so until it is called off. */
  const pinned = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined
  let dragging = false
  let over = false
  const later = (to: boolean, ms: number): void => {
    clearTimeout(timer)
    timer = setTimeout(() => {
      if (!dragging) grown.value = to
    }, ms)
  }
  const shrink = (): void => {
    clearTimeout(timer)
    grown.value = false
    pinned.value = false
  }
  const toggle = (): void => {
    if (grown.value) return shrink()
    grown.value = pinned.value = true
  }
  watch(isSmall, small => small || shrink())
  onUnmounted(() => clearTimeout(timer))

  const enter = ({ pointerType, buttons }: PointerEvent): void => {
    over = true
    if (isSmall.value && pointerType === 'mouse' && !buttons) later(true, GROW_MS)
  }
  const leave = ({ pointerType }: PointerEvent): void => {
    over = false
    if (pointerType === 'mouse' && !pinned.value) later(false, SHRINK_MS)
  }
  /** What is pressed stays where it is until it is let go; a first tap makes room for the finger and does nothing else. */
  const press = (event: PointerEvent): void => {
    clearTimeout(timer)
    if (event.pointerType !== 'mouse' && isSmall.value && !grown.value) {
      event.stopPropagation()
      grown.value = pinned.value = true
      return
    }
    dragging = true
    window.addEventListener(
      'pointerup',
      () => {
        dragging = false
        if (!over && !pinned.value) later(false, SHRINK_MS)
      },
      { once: true },
    )
  }
  const focusIn = ({ target }: FocusEvent): void => {
    if (dragging || !isSmall.value) return
    // what opens it by itself is not opened by the focus
    if (target instanceof Element && target.matches(':focus-visible:not([aria-expanded])')) grown.value = true
  }
  const focusOut = ({ relatedTarget, currentTarget }: FocusEvent): void => {
    const isWithin = relatedTarget instanceof Node && (currentTarget as Element).contains(relatedTarget)
    if (!isWithin && !over && !dragging) shrink()
  }
  return { grown, toggle, shrink, enter, leave, press, focusIn, focusOut }
}
