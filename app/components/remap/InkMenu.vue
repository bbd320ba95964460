<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import type { Swatch } from '../../../core/project/schema'
import { lchOf } from '../../../core/color/convert'

/** One ink: drag it to a swatch, click to leave it as is, Enter for its choices. */
const { hex, scheme, target, label, lit, tall, low } = defineProps<{ hex: string, scheme: readonly Swatch[], target: string | null, label: string, lit: boolean, tall: boolean, low: boolean }>()
const emit = defineEmits<{ carry: [event: PointerEvent], light: [on: boolean], send: [to: string | null] }>()
const letters = computed(() => lchOf(hex).l > 0.66 ? 'rgb(0 0 0)' : 'rgb(255 255 255)')
</script>

<template>
  <Menu as="div" class="relative flex w-full">
    <MenuButton
      class="ink" :class="{ lit, left: target === null }" :style="{ background: hex, color: letters }" :aria-label="label" :title="label" :data-ink="hex"
      @pointerdown.capture.stop="emit('carry', $event)" @click.capture="($event.detail > 0) && $event.stopPropagation()" @pointerenter="emit('light', true)" @pointerleave="emit('light', false)"
      @focus="emit('light', true)" @blur="emit('light', false)"
    >
      <span v-if="tall" class="value pl-1.5">{{ hex }}</span>
    </MenuButton>
    <MenuItems class="absolute left-full z-30 ml-1 grid w-52 border border-strong bg-panel py-1 shadow-float" :class="low ? 'bottom-0' : 'top-0'">
      <MenuItem v-for="swatch in scheme" :key="swatch.id" v-slot="{ active }">
        <button class="flex h-7 items-center gap-2 px-2 text-left" :class="{ 'bg-hover': active }" @click="emit('send', swatch.id)">
          <i class="size-4" :style="{ background: swatch.hex }" /><span class="grow truncate">{{ swatch.name }}</span><span v-if="target === swatch.id" aria-label="chosen">●</span>
        </button>
      </MenuItem>
      <MenuItem v-slot="{ active }">
        <button class="flex h-7 items-center gap-2 border-t border-line px-2 text-left" :class="{ 'bg-hover': active }" @click="emit('send', null)">
          <i class="size-4" :style="{ background: hex }" /><span class="grow">Leave as is</span><span v-if="target === null" aria-label="chosen">●</span>
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>

<style scoped>
.ink { display: flex; align-items: center; width: 100%; height: 100%; overflow: hidden; cursor: grab; touch-action: none; }
.ink.lit { box-shadow: 0 0 0 1px var(--panel), 0 0 0 2px var(--text); z-index: 1; }
.ink.left { width: 60%; }
</style>
