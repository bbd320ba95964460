import { autoUpdate, flip, offset, shift, size, useFloating, type Placement } from '@floating-ui/vue'

/** What a component of Headless UI gives for its element. */
type Holder = { el?: HTMLElement | null; $el?: HTMLElement } | null

const elementOf = (holder: Holder): HTMLElement | null => holder?.$el ?? holder?.el ?? null

/** The style of a list that floats beside its button, where there is room for it, and no taller than that. */
export const useMenuPlace = (button: () => Holder, list: () => Holder, placement: () => Placement) => {
  const { floatingStyles } = useFloating(
    computed(() => elementOf(button())),
    computed(() => elementOf(list())),
    {
      placement,
      strategy: 'fixed',
      transform: false,
      whileElementsMounted: autoUpdate,
      middleware: [
        offset(4),
        flip(),
        shift({ padding: 8 }),
        size({
          padding: 8,
          apply: ({ availableHeight, elements }) => {
            elements.floating.style.maxHeight = `${availableHeight}px`
          },
        }),
      ],
    },
  )
  return floatingStyles
}
