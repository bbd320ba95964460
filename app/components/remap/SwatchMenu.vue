<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { lchOf } from '../../../core/color/convert'
import type { Swatch } from '../../../core/document/scheme'

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
const button = useTemplateRef<{ $el: HTMLElement }>('button')
const others = computed(() => scheme.filter(({ id }) => id !== swatch.id))
const list = useTemplateRef<{ $el: HTMLElement }>('list')
const place = useMenuPlace(
  () => button.value,
  () => list.value,
  () => 'left-start',
)
const letters = computed(() => (lchOf(swatch.hex).l > 0.66 ? 'rgb(0 0 0)' : 'rgb(255 255 255)'))
</script>

<template>
  <Menu as="div" class="relative h-full">
    <MenuButton
      ref="button"
      class="swatch"
      :class="{ over, chosen }"
      :style="{ background: swatch.hex, color: letters }"
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
      <span class="pointer-events-none block w-full truncate text-left">{{ swatch.name }}</span>
      <span class="pointer-events-none value block">{{ (area * 100).toFixed(0) }}%</span>
    </MenuButton>
    <MenuItems
      ref="list"
      class="z-30 grid w-56 overflow-y-auto border border-strong bg-panel py-1 shadow-float"
      :style="place"
    >
      <MenuItem v-slot="{ active }"
        ><button class="h-7 px-2 text-left" :class="{ 'bg-hover': active }" @click="emit('group')">
          Shading and lead of its group
        </button></MenuItem
      >
      <MenuItem v-slot="{ active }"
        ><button
          class="h-7 px-2 text-left"
          :class="{ 'bg-hover': active }"
          title="Match its inks again, as if nobody had sent them here"
          @click="emit('split')"
        >
          Split: match its inks again
        </button></MenuItem
      >
      <p class="border-t border-line px-2 pb-1 pt-1.5 text-caption text-quiet">Merge its inks into</p>
      <MenuItem v-for="other in others" :key="other.id" v-slot="{ active }">
        <button
          class="flex h-7 items-center gap-2 px-2 text-left"
          :class="{ 'bg-hover': active }"
          :aria-label="`Merge into ${other.name}`"
          @click="emit('merge', other.id)"
        >
          <i class="size-4" :style="{ background: other.hex }" /><span class="truncate">{{ other.name }}</span>
        </button>
      </MenuItem>
      <p class="border-t border-line px-2 pb-1 pt-1.5 text-caption text-quiet">Exchange with</p>
      <MenuItem v-for="other in others" :key="other.id" v-slot="{ active }">
        <button
          class="flex h-7 items-center gap-2 px-2 text-left"
          :class="{ 'bg-hover': active }"
          :aria-label="`Exchange with ${other.name}`"
          @click="emit('exchange', other.id)"
        >
          <i class="size-4" :style="{ background: other.hex }" /><span class="truncate">{{ other.name }}</span>
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>

<style scoped>
.swatch {
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
.swatch.over,
.swatch.chosen,
.swatch:focus-visible {
  outline: none;
  box-shadow:
    inset 0 0 0 2px var(--panel),
    inset 0 0 0 4px var(--text);
}
.swatch.chosen {
  box-shadow:
    inset 0 0 0 2px var(--panel),
    inset 0 0 0 4px var(--accent);
}
</style>
