<script setup lang="ts">
import { useTemplateRef } from 'vue'
import type { Placement } from '@floating-ui/dom'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import type { MenuChoice } from './menu'
import { useMenuPlace } from '~/composables/useMenuPlace'

/**
 * A button that opens a menu beside it, where there is room: arrows go through it, letters find in it, Escape gives
 * the focus back. Pointing at a choice, or coming to it by arrows, previews it. What else is set on it (its label,
 * what a pointer on it does) holds for the button.
 */
defineOptions({ inheritAttrs: false })
const { choices, placement = 'bottom-end' } = defineProps<{
  choices: readonly MenuChoice[]
  placement?: Placement
  /** The class of what holds the button. */
  frame?: string
}>()
const emit = defineEmits<{ preview: [choice: MenuChoice | null] }>()
const button = useTemplateRef<{ $el: HTMLElement }>('button')
const list = useTemplateRef<{ $el: HTMLElement }>('list')
const place = useMenuPlace(
  () => button.value,
  () => list.value,
  () => placement,
)
</script>

<template>
  <Menu as="div" class="relative" :class="frame">
    <MenuButton ref="button" v-bind="$attrs">
      <slot />
    </MenuButton>
    <MenuItems
      ref="list"
      class="z-50 grid min-w-36 max-w-64 content-start overflow-y-auto border border-strong bg-panel py-1 shadow-float"
      :style="place"
      @pointerleave="emit('preview', null)"
      @keydown.esc="emit('preview', null)"
    >
      <template v-for="choice in choices" :key="`${choice.heading ?? ''} ${choice.label ?? choice.title}`">
        <p v-if="choice.heading" class="border-t border-line px-3 pb-1 pt-1.5 text-caption text-quiet">
          {{ choice.heading }}
        </p>
        <MenuItem v-slot="{ active }" :disabled="choice.disabled">
          <button
            class="flex min-h-[var(--high)] items-center gap-2 px-3 text-left"
            :class="{
              'bg-hover': active,
              'border-t border-line': choice.apart,
              'opacity-45': choice.disabled,
            }"
            :aria-label="choice.label"
            :title="choice.hint"
            @focus="emit('preview', choice)"
            @pointerenter="emit('preview', choice)"
            @click="choice.act()"
          >
            <i v-if="choice.hex" class="size-4 shrink-0" :style="{ background: choice.hex }" />
            <span class="min-w-0 grow truncate first-letter:uppercase">{{ choice.title }}</span>
            <span v-if="choice.chosen" aria-label="chosen">●</span>
          </button>
        </MenuItem>
      </template>
    </MenuItems>
  </Menu>
</template>
