<script setup lang="ts">
import { computed } from 'vue'
import type { Swatch } from '#core/document/scheme'
import { inkOn } from '#core/color/contrast'

/**
 * One ink: drag it to a swatch, click or Space to select it, F for its family, Delete to leave it as is, Enter for its
 * choices.
 */
const {
  hex,
  scheme,
  target,
  label,
  lit,
  selected,
  broken,
  excepted,
  count,
  tall,
  words = '',
} = defineProps<{
  hex: string
  scheme: readonly Swatch[]
  target: string | null
  label: string
  lit: boolean
  selected: boolean
  broken: boolean
  excepted: boolean
  count: number
  tall: boolean
  /** Text beside its value, where there is room. */
  words?: string
}>()
const emit = defineEmits<{
  carry: [event: PointerEvent]
  light: [on: boolean]
  send: [to: string | null]
  release: []
  select: [more: boolean]
  move: [by: number]
  family: []
}>()
const choices = computed(() => [
  ...scheme.map(({ id, name, hex: color }) => ({
    title: name,
    hex: color,
    chosen: target === id,
    act: () => emit('send', id),
  })),
  { title: 'Leave as is', hex, apart: true, chosen: target === null, act: () => emit('send', null) },
  { title: 'Match again', act: () => emit('release') },
  { title: 'Select its family', act: () => emit('family') },
])
const keyed = (event: KeyboardEvent): void => {
  if (event.key === ' ') emit('select', event.shiftKey)
  else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') emit('move', event.key === 'ArrowDown' ? 1 : -1)
  else if (event.key.toLowerCase() === 'f' && !event.ctrlKey && !event.metaKey) emit('family')
  else if (event.key === 'Delete' || event.key === 'Backspace') emit('send', null)
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <MenuList
    frame="flex w-full"
    placement="right-start"
    :choices="choices"
    class="ink"
    :class="{ lit, selected, left: target === null }"
    :style="{ background: hex, color: inkOn(hex) }"
    :aria-label="label"
    :title="label"
    :data-ink="hex"
    :data-drop="hex"
    :aria-pressed="selected"
    @pointerdown.capture.stop="emit('carry', $event)"
    @click.capture="$event.detail > 0 && $event.stopPropagation()"
    @pointerenter="emit('light', true)"
    @pointerleave="emit('light', false)"
    @focus="emit('light', true)"
    @blur="emit('light', false)"
    @keydown.capture="keyed"
  >
    <span v-if="broken" class="pointer-events-none pl-1 text-caption" aria-hidden="true">◆</span>
    <span v-if="tall" class="value pointer-events-none pl-1.5">{{ hex }}</span>
    <span v-if="tall && count > 1" class="value pointer-events-none pl-1">+{{ count - 1 }}</span>
    <span v-if="tall && words" class="pointer-events-none truncate px-1.5 text-caption">{{ words }}</span>
    <i
      v-if="excepted"
      class="pointer-events-none absolute inset-y-0 right-0 w-1 bg-ink outline-1 outline-panel"
      aria-hidden="true"
    />
  </MenuList>
</template>

<style scoped>
:deep(.ink) {
  display: flex;
  align-items: center;
  width: 100%;
  height: 100%;
  overflow: hidden;
  cursor: grab;
  /* up and down scrolls the column; across carries the ink */
  touch-action: pan-y;
}
:deep(.ink.lit) {
  box-shadow:
    0 0 0 1px var(--panel),
    0 0 0 2px var(--text);
  z-index: 1;
}
:deep(.ink.selected) {
  outline: 2px solid var(--accent);
  outline-offset: 0;
  z-index: 1;
}
:deep(.ink.left) {
  width: 60%;
}
</style>
