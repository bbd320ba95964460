import type { Placement } from '@floating-ui/dom'
import { type CSSProperties, ref, watch } from 'vue'

/** The value a component of Headless UI gives for its element. */
type Holder = { el?: HTMLElement | null; $el?: HTMLElement } | null

const elementOf = (holder: Holder): HTMLElement | null => {
  const element = holder?.$el ?? holder?.el
  return element instanceof HTMLElement ? element : null
}

/** The style of a list that floats beside its button, where there is room for it, and no taller than that. */
export const useMenuPlace = (button: () => Holder, list: () => Holder, placement: () => Placement) => {
  const unplaced: CSSProperties = { position: 'fixed', left: '0px', top: '0px', opacity: 0 }
  const style = ref<CSSProperties>(unplaced)
  watch(
    () => [elementOf(button()), elementOf(list())] as const,
    async ([from, floating], _before, onCleanup) => {
      let [stop, gone] = [(): void => undefined, false]
      onCleanup(() => {
        gone = true
        stop()
      })
      style.value = unplaced
      if (!from || !floating) return
      // fetched with the first list that opens, where it has not come before
      const library = await import('@floating-ui/dom').catch(() => null)
      if (gone) return
      if (!library) {
        const { left, bottom } = from.getBoundingClientRect()
        style.value = { position: 'fixed', left: `${left}px`, top: `${bottom}px` }
        return
      }
      const { autoUpdate, computePosition, flip, offset, shift, size } = library
      stop = autoUpdate(from, floating, () => {
        void computePosition(from, floating, {
          placement: placement(),
          strategy: 'fixed',
          middleware: [
            offset(4),
            flip(),
            shift({ padding: 8 }),
            size({
              padding: 8,
              apply: ({ availableHeight }) => {
                floating.style.maxHeight = `${availableHeight}px`
              },
            }),
          ],
        }).then(({ x, y }) => {
          if (!gone) style.value = { position: 'fixed', left: `${x}px`, top: `${y}px` }
        })
      })
    },
    { flush: 'post' },
  )
  return style
}
