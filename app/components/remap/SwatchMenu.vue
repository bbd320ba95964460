<script setup lang="ts">
import { computed } from 'vue'
import { inkOn } from '#core/color/contrast'
import type { Swatch } from '#core/document/scheme'

/**
 * One swatch of the remapping: drag it onto another to exchange what they color, click for its group, Enter for its
 * choices.
 */
const { swatch, scheme, area, over, chosen } = defineProps<{
  swatch: Swatch
  scheme: readonly Swatch[]
  area: number
  over: boolean
  chosen: boolean
}>()
const emit = defineEmits<{
  carry: [event: PointerEvent]
  light: [on: boolean]
  exchange: [id: string]
  merge: [id: string]
  split: []
  group: []
}>()
const others = computed(() => scheme.filter(({ id }) => id !== swatch.id))
const choices = computed(() => [
  { title: 'Shading and lead of its group', act: () => emit('group') },
  {
    title: 'Split: match its inks again',
    hint: 'Match its inks again, ignoring earlier choices',
    act: () => emit('split'),
  },
  ...others.value.map(({ id, name, hex }, i) => ({
    title: name,
    label: `Merge into ${name}`,
    hex,
    heading: i === 0 ? 'Merge its inks into' : undefined,
    act: () => emit('merge', id),
  })),
  ...others.value.map(({ id, name, hex }, i) => ({
    title: name,
    label: `Swap with ${name}`,
    hex,
    heading: i === 0 ? 'Swap with' : undefined,
    act: () => emit('exchange', id),
  })),
])
</script>

<template>
  <MenuList
    frame="h-full"
    placement="left-start"
    :choices="choices"
    class="swatch"
    :class="{ over, chosen }"
    :style="{ background: swatch.hex, color: inkOn(swatch.hex) }"
    :data-drop="swatch.id"
    :data-swatch="swatch.id"
    :aria-label="`${swatch.name}, ${swatch.hex}, ${(area * 100).toFixed(0)}% of the artwork`"
    @pointerdown.capture.stop="emit('carry', $event)"
    @click.capture="$event.detail > 0 && $event.stopPropagation()"
    @pointerenter="emit('light', true)"
    @pointerleave="emit('light', false)"
    @focus="emit('light', true)"
    @blur="emit('light', false)"
  >
    <span class="pointer-events-none line-clamp-2 w-full first-letter:uppercase text-left leading-[14px]"
      >{{ swatch.name }} <span class="value">{{ (area * 100).toFixed(0) }}%</span></span
    >
  </MenuList>
</template>

<style scoped>
:deep(.swatch) {
  display: flex;
  flex-direction: column;
  justify-content: center;
  align-items: flex-start;
  width: 100%;
  height: 100%;
  padding: 0 10px;
  cursor: grab;
  touch-action: none;
  line-height: 15px;
  clip-path: polygon(0 0, calc(100% - 8px) 0, 100% 8px, 100% 100%, 0 100%);
}
:deep(.swatch.over),
:deep(.swatch.chosen),
:deep(.swatch:focus-visible) {
  outline: none;
  box-shadow:
    inset 0 0 0 2px var(--panel),
    inset 0 0 0 4px var(--text);
}
:deep(.swatch.chosen) {
  box-shadow:
    inset 0 0 0 2px var(--panel),
    inset 0 0 0 4px var(--accent);
}
</style>
