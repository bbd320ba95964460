import { useLocalStorage } from '@vueuse/core'

const MOST = 18

/** The colors last set by hand, latest first, remembered in this browser. */
export const useRecentColors = () => {
  const recent = useLocalStorage<string[]>('plumbago recent colors', [])
  const remember = (hex: string): void => {
    recent.value = [hex, ...recent.value.filter(each => each !== hex)].slice(0, MOST)
  }
  return { recent, remember }
}
