<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { useElementSize } from '@vueuse/core'
import type { Reference } from '#core/document/gathering'
import { BOARD_TILE, boardHeight, clampToBoard } from '#core/interaction/board'
import { nextPlace } from '#core/scheme/gather'
import { followDrag } from '~/browser/followDrag'
import { arrowOf } from '~/browser/arrowOf'
import { useGathering } from '~/stores/gathering'
import { useHistory } from '~/stores/history'
import { server } from '~/api/server'

/** All references, laid out by hand: drag them about, open one by double click or Enter. */
const history = useHistory()
const gathering = useGathering()
const board = useTemplateRef<HTMLElement>('board')
const { width } = useElementSize(board)
const dragged = ref<{ id: string; x: number; y: number } | null>(null)

const placeOf = (reference: Reference): { x: number; y: number } =>
  dragged.value?.id === reference.id ? dragged.value : reference.place
/** The board's height as a part of its width. */
const tall = computed(() => (width.value ? 288 / width.value : 0.5))
const bound = (x: number, y: number): { x: number; y: number } => clampToBoard({ x, y }, tall.value)

const drag = (reference: Reference, event: PointerEvent): void => {
  if (event.button !== 0) return
  ;(event.currentTarget as HTMLElement).focus()
  const [x, y] = [event.clientX, event.clientY]
  followDrag(event, {
    move: now => {
      if (!dragged.value && Math.hypot(now.clientX - x, now.clientY - y) < 3) return
      dragged.value = {
        id: reference.id,
        ...bound(
          reference.place.x + (now.clientX - x) / width.value,
          reference.place.y + (now.clientY - y) / width.value,
        ),
      }
    },
    drop: () => {
      if (dragged.value)
        history.run({
          do: 'change reference',
          id: reference.id,
          change: { place: { x: dragged.value.x, y: dragged.value.y } },
        })
      dragged.value = null
    },
    cancel: () => {
      dragged.value = null
    },
  })
}
const key = (reference: Reference, event: KeyboardEvent): void => {
  const way = arrowOf(event)
  if (event.key === 'Enter') gathering.looked = reference.id
  else if (way) {
    history.run({
      do: 'change reference',
      id: reference.id,
      change: { place: bound(reference.place.x + way.x / 100, reference.place.y - way.y / 100) },
    })
  } else return
  event.preventDefault()
}
const tidy = (): void =>
  history.run({
    do: 'arrange references',
    places: Object.fromEntries(
      gathering.references.map(({ id }, i) => [id, nextPlace(gathering.references.slice(0, i))]),
    ),
  })
</script>

<template>
  <div class="grid gap-1">
    <div
      ref="board"
      v-one-stop="{ of: '.tile', by: 'pages' }"
      class="relative h-66 overflow-hidden border border-line bg-table"
      data-test="board"
      role="group"
      aria-label="Board of references"
    >
      <div
        v-for="reference in gathering.references"
        :key="reference.id"
        class="tile"
        tabindex="-1"
        role="button"
        :aria-label="`${reference.name}: Enter opens it, arrows move it`"
        :data-test="`tile-${reference.name}`"
        :style="{
          left: `${placeOf(reference).x * width}px`,
          top: `${placeOf(reference).y * width}px`,
          width: `${BOARD_TILE.width * width}px`,
          zIndex: dragged?.id === reference.id ? 2 : 1,
        }"
        @pointerdown="drag(reference, $event)"
        @keydown="key(reference, $event)"
        @dblclick="gathering.looked = reference.id"
      >
        <img
          :src="server.pictureUrl(reference.hash, 'thumbnail')"
          :alt="reference.name"
          class="block w-full object-cover"
          :style="{ height: `${boardHeight(reference) * width}px` }"
          draggable="false"
        />
        <span class="block truncate px-1 text-caption">{{ reference.name }}</span>
      </div>
    </div>
    <p class="flex items-center justify-between text-caption text-quiet">
      <span>Drag to arrange; double-click to look closer.</span
      ><button class="control bare small px-1" @click="tidy">Tidy up</button>
    </p>
  </div>
</template>

<style scoped>
.tile {
  position: absolute;
  background: var(--panel);
  border: 1px solid var(--line);
  cursor: grab;
  touch-action: none;
}
.tile:active {
  cursor: grabbing;
}
.tile:hover {
  border-color: var(--strong-line);
}
</style>
