import { watchEffect } from 'vue'
import { useLocalStorage } from '@vueuse/core'

export const SURROUNDS = ['paper', 'gray', 'night'] as const
export type Surround = (typeof SURROUNDS)[number]

/** The surround the work is judged on, remembered in this browser and set on the page. */
export const useSurround = () => {
  const surround = useLocalStorage<Surround>('plumbago surround', 'paper')
  watchEffect(() => {
    document.documentElement.dataset.surround = surround.value
  })
  return surround
}
