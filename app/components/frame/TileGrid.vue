<script setup lang="ts" generic="Item extends { id: string }">
import { inRows } from '#core/math/rows'
import { computed, useTemplateRef } from 'vue'
import { useElementSize, useVirtualList } from '@vueuse/core'

/** Tiles in even columns, of which only those in sight are there: a thousand scroll as easily as ten. */
const { items, width, height, label } = defineProps<{
  items: readonly Item[]
  /** The least width of a tile and the height of a row, in pixels, gaps included. */
  width: number
  height: number
  label: string
}>()
defineSlots<{ default: (props: { item: Item }) => unknown }>()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: room } = useElementSize(frame)
const columns = computed(() => Math.max(1, Math.floor(room.value / width)))
const rows = computed(() => inRows(items, columns.value))
const { list, containerProps, wrapperProps } = useVirtualList(rows, { itemHeight: () => height, overscan: 3 })
</script>

<template>
  <div v-bind="containerProps" class="min-h-0">
    <div ref="frame">
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
