import { onBeforeUnmount, ref, shallowRef, computed, watch, type Ref } from 'vue'
import { usePreferredReducedMotion } from '@vueuse/core'
import type { UseDraggableOptions } from 'vue-draggable-plus'
import type { Swatch } from '#core/document/scheme'
import { useNotices } from '~/stores/notices'
import { useOnceStanding } from './useOnceStanding'
import { useSwatchDrop } from './useSwatchDrop'

/**
 * Dragging swatches of the band: along it they are put in another order, over the artwork they color it. The library
 * that does it is fetched when a hand comes to the band, and at the latest when the page has stood for a while.
 */
export const useBandSorting = (
  row: Readonly<Ref<HTMLElement | null>>,
  scheme: Readonly<Ref<readonly Swatch[]>>,
  arrange: (ids: readonly string[]) => void,
) => {
  const notices = useNotices()
  const motion = usePreferredReducedMotion()
  const overArtwork = useSwatchDrop()
  /** The order during a drag; the order is set when it ends. */
  const carried = ref<Swatch[]>([])
  let dragged = false
  watch(
    scheme,
    all => {
      carried.value = [...all]
    },
    { immediate: true },
  )
  const options: UseDraggableOptions<Swatch> = {
    animation: motion.value === 'reduce' ? 0 : 120,
    forceFallback: true,
    fallbackTolerance: 5,
    draggable: 'li',
    filter: '[data-joint], [data-copy]',
    preventOnFilter: false,
    direction: 'horizontal',
    onStart: ({ item }) => {
      dragged = true
      overArtwork.start((item as HTMLElement).querySelector<HTMLElement>('[data-swatch-id]')?.dataset.swatchId ?? '')
    },
    onEnd: () => {
      if (!overArtwork.drop()) arrange(carried.value.map(({ id }) => id))
      carried.value = [...scheme.value]
      setTimeout(() => {
        dragged = false
        // the drag swallows one click; where it ended elsewhere, that would be the next real one
        row.value?.dispatchEvent(new MouseEvent('click', { bubbles: true }))
      })
    },
  }
  const sorting = shallowRef<{ destroy: () => void } | null>(null)
  let [isGone, isAsked] = [false, false]
  const fetchSorting = async (): Promise<void> => {
    if (isAsked) return
    isAsked = true
    const library = await notices.attempt(() => import('vue-draggable-plus'))
    isAsked = library !== null
    if (!library || isGone || !row.value) return
    sorting.value = library.useDraggable(row.value, carried, options)
  }
  useOnceStanding(fetchSorting)
  onBeforeUnmount(() => {
    isGone = true
    sorting.value?.destroy()
  })
  return { carried, isSorting: computed(() => sorting.value !== null), wasDragged: () => dragged, fetchSorting }
}
