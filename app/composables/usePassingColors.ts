import { ref, shallowRef, watch } from 'vue'

/**
 * Parts colors that pass by from those that stay: `still` follows `colors` unless they are passing, and `live` says
 * that a quick layer has to stand in, until the still one has been painted again.
 */
export const usePassingColors = (colors: () => ReadonlyMap<string, string>, passing: () => boolean) => {
  const still = shallowRef(colors())
  const live = ref(false)
  const stepBack = (): void => {
    if (!passing()) live.value = false
  }
  watch(
    [colors, passing],
    ([now, goingBy]) => {
      if (goingBy) live.value = true
      else {
        still.value = now
        if (live.value) requestAnimationFrame(() => requestAnimationFrame(stepBack)) // a key on a slider passes and stays within one task
      }
    },
    { flush: 'sync' },
  )
  return { still, live }
}
