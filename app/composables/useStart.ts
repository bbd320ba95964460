import { useLocalStorage } from '@vueuse/core'

/** Where one can start from in Gather. */
export const STARTS = [
  { start: 'color', title: 'Base color' },
  { start: 'references', title: 'References' },
  { start: 'inspiration', title: 'Inspiration' },
  { start: 'shelf', title: 'Shelf' },
  { start: 'artwork', title: 'Artwork' },
] as const
export type Start = (typeof STARTS)[number]['start']

/** The last way of starting, remembered in this browser. */
export const useStart = () => useLocalStorage<Start>('plumbago start', 'color')
