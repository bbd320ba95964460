<script setup lang="ts">
import { nextTick, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import type { UseDraggableOptions } from 'vue-draggable-plus'
import type { Colorway } from '#core/document/lineUp'
import { useGradually } from '~/composables/useGradually'
import { useHistory } from '~/stores/history'
import { useLineUp } from '~/stores/lineUp'
import { useNotices } from '~/stores/notices'
import { moveId } from '#core/interaction/band'

/** The colorways in their order, which is set by dragging or by keys; reopening asks whether itself or a copy is meant. */
const { height, columns, all = false } = defineProps<{ height: number; columns: number; all?: boolean }>()
const lineUp = useLineUp()
const history = useHistory()
const notices = useNotices()
const list = useTemplateRef<HTMLElement>('list')
const reopened = ref<Colorway | null>(null)

/** The order during a drag; the order is set when it ends. */
const carried = ref<Colorway[]>([])
watch(
  () => lineUp.colorways,
  now => {
    carried.value = [...now]
  },
  { immediate: true },
)
/** Number of them that show their artwork by now: a wall of twelve takes several frames to paint. */
const painted = useGradually(() => carried.value.length, 2)
const order = (ids: readonly string[]): void => history.run({ do: 'arrange colorways', ids: [...ids] })
const dragging: UseDraggableOptions<Colorway> = {
  animation: 120,
  forceFallback: true,
  fallbackTolerance: 5,
  draggable: 'li',
  handle: '[data-handle]',
  onEnd: () => {
    order(carried.value.map(({ id }) => id))
    carried.value = [...lineUp.colorways]
  },
}
let sorting: { destroy: () => void } | null = null
let gone = false
onMounted(async () => {
  const library = await notices.attempt(() => import('vue-draggable-plus'))
  if (library && !gone && list.value) sorting = library.useDraggable(list.value, carried, dragging)
})
onBeforeUnmount(() => {
  gone = true
  sorting?.destroy()
})
const move = (id: string, by: number): void => {
  const ids = lineUp.colorways.map(each => each.id)
  order(moveId(ids, id, by))
  void nextTick(() => list.value?.querySelector<HTMLElement>(`[data-colorway="${id}"] [data-handle]`)?.focus())
}
const reopen = (as: 'itself' | 'copy'): void => {
  const colorway = reopened.value
  reopened.value = null
  if (!colorway) return
  history.runSaying(
    { do: 'reopen colorway', id: colorway.id, as, time: lineUp.now() },
    as === 'itself' ? `“${colorway.name}” is open.` : `A copy of “${colorway.name}” is open.`,
  )
}
</script>

<template>
  <div>
    <ol
      ref="list"
      v-one-stop="{ of: 'button' }"
      class="grid gap-x-3 gap-y-4"
      :style="{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }"
      aria-label="Colorways"
    >
      <ColorwayTile
        v-for="(colorway, i) in carried"
        :key="colorway.id"
        :colorway="colorway"
        :height="height"
        :all="all"
        :painted="i < painted"
        @reopen="reopened = colorway"
        @move="by => move(colorway.id, by)"
      />
    </ol>
    <DialogFrame v-if="reopened" :title="`Reopen “${reopened.name}”`" test="reopen" @close="reopened = null">
      <p>The project takes on its look. Your changes can then go into this colorway or into a copy.</p>
      <p class="flex justify-end gap-2">
        <button class="control" @click="reopened = null">Not now</button>
        <button class="control" data-test="reopen-copy" :disabled="lineUp.isFull" @click="reopen('copy')">
          As a copy
        </button>
        <button class="control primary" data-test="reopen-itself" @click="reopen('itself')">As the original</button>
      </p>
    </DialogFrame>
  </div>
</template>
