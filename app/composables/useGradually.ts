import { computed, type ComputedRef, ref, watch } from 'vue'
import { useRafFn } from '@vueuse/core'

/** Number of things shown by now: a few more with every frame, so that the first are seen at once. */
export const useGradually = (count: () => number, step: number): ComputedRef<number> => {
  const reached = ref(step)
  const { pause, resume } = useRafFn(
    () => {
      reached.value += step
      if (reached.value >= count()) pause()
    },
    { immediate: count() > step },
  )
  watch(count, now => {
    if (reached.value < now) resume()
  })
  return computed(() => Math.min(count(), reached.value))
}
