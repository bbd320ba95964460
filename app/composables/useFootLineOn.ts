import { useLocalStorage } from '@vueuse/core'

/** Returns whether the line at the foot of the bench is shown, remembered in this browser. */
export const useFootLineOn = () => useLocalStorage('plumbago foot line', true)
