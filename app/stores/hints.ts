import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { HINTS, HINTS_GONE, type Hint } from '~/words/hints'

/** Which hints have been put away, in this browser for good; and which one is given now: one at a time. */
export const useHints = defineStore('hints', () => {
  const gone = useLocalStorage<Hint[]>(HINTS_GONE, [])
  /** Those whose place is on the screen. */
  const placed = ref<Hint[]>([])
  const given = computed(() => HINTS.find(hint => placed.value.includes(hint) && !gone.value.includes(hint)) ?? null)
  const place = (hint: Hint): void => {
    placed.value = [...placed.value, hint]
  }
  const leave = (hint: Hint): void => {
    placed.value = placed.value.filter(each => each !== hint)
  }
  const putAway = (hint: Hint): void => {
    gone.value = [...new Set([...gone.value, hint])]
  }
  const putAllAway = (): void => {
    gone.value = [...HINTS]
  }
  return { given, place, leave, putAway, putAllAway }
})
