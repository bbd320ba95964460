<script setup lang="ts" generic="Item extends { id: string }">
import { inRows } from '#core/math/rows'
import { computed, ref, useTemplateRef } from 'vue'
import { useElementSize, useVirtualList } from '@vueuse/core'
import { cellsIn, type Corners } from '#core/interaction/tiles'
import { followDrag } from '~/browser/followDrag'

/**
 * Tiles in even columns, of which only those in sight are there: a thousand scroll as easily as ten. A rectangle drawn with the mouse
 * from between them marks those it touches.
 */
const { items, width, height, label } = defineProps<{
  items: readonly Item[]
  /** The least width of a tile and the height of a row, in pixels, gaps included. */
  width: number
  height: number
  label: string
}>()
const emit = defineEmits<{
  /** The tiles that a rectangle touches while it is drawn; when it `begins`, `more` says whether they join those marked before. */
  mark: [items: Item[], begins: boolean, more: boolean]
}>()
defineSlots<{ default: (props: { item: Item }) => unknown }>()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: room } = useElementSize(frame)
const columns = computed(() => Math.max(1, Math.floor(room.value / width)))
const rows = computed(() => inRows(items, columns.value))
const { list, containerProps, wrapperProps } = useVirtualList(rows, { itemHeight: () => height, overscan: 3 })
/** The rectangle that is drawn, in pixels from the first tile. */
const drawn = ref<Corners | null>(null)
const draw = (start: PointerEvent): void => {
  const isOnTile = start.target instanceof Element && start.target.closest('button, input, a, [data-tile]')
  if (start.pointerType !== 'mouse' || start.button || isOnTile) return
  const pointOf = ({ clientX, clientY }: PointerEvent): Corners['from'] => {
    const { left = 0, top = 0 } = frame.value?.getBoundingClientRect() ?? {}
    return { x: clientX - left, y: clientY - top }
  }
  const from = pointOf(start)
  const more = start.shiftKey || start.ctrlKey || start.metaKey
  const end = (): void => {
    drawn.value = null
  }
  followDrag(start, {
    move: event => {
      const begins = !drawn.value
      drawn.value = { from, to: pointOf(event) }
      const cell = { width: room.value / columns.value, height }
      const indices = cellsIn(drawn.value, cell, columns.value, items.length)
      emit(
        'mark',
        indices.flatMap(index => items[index] ?? []),
        begins,
        more,
      )
    },
    drop: end,
    cancel: end,
  })
}
const box = computed(() => {
  if (!drawn.value) return null
  const { from, to } = drawn.value
  return {
    left: `${Math.min(from.x, to.x)}px`,
    top: `${Math.min(from.y, to.y)}px`,
    width: `${Math.abs(to.x - from.x)}px`,
    height: `${Math.abs(to.y - from.y)}px`,
  }
})
</script>

<template>
  <div v-bind="containerProps" class="min-h-0">
    <div ref="frame" class="relative" @pointerdown="draw">
      <i v-if="box" class="pointer-events-none absolute z-10 border border-accent bg-accent/10" :style="box" />
      <ul v-one-stop="{ of: '[data-tile]' }" v-bind="wrapperProps" :aria-label="`${label}, ${items.length}`">
        <template v-for="{ data, index } in list" :key="index">
          <li
            v-for="(item, column) in data"
            :key="item.id"
            class="float-left"
            :style="{ width: `${100 / columns}%`, height: `${height}px`, clear: column ? undefined : 'left' }"
            :aria-setsize="items.length"
            :aria-posinset="index * columns + column + 1"
          >
            <slot :item="item" />
          </li>
        </template>
      </ul>
    </div>
  </div>
</template>
