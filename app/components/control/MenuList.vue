<script setup lang="ts">
import type { Placement } from '@floating-ui/vue'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import type { MenuChoice } from './menu'

/**
 * A button that opens a menu beside it, where there is room: arrows go through it, letters find in it, Escape gives
 * the focus back. Pointing at a choice, or coming to it by arrows, previews it.
 */
const {
  choices,
  placement = 'bottom-end',
  label,
  hint,
  disabled = false,
  look = 'control',
} = defineProps<{
  choices: readonly MenuChoice[]
  placement?: Placement
  label?: string
  hint?: string
  disabled?: boolean
  /** The class of the button. */
  look?: string
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
  <Menu as="div" class="relative">
    <MenuButton ref="button" :class="look" :disabled="disabled" :aria-label="label" :title="hint">
      <slot />
    </MenuButton>
    <MenuItems
      ref="list"
      class="z-50 grid min-w-36 content-start overflow-y-auto border border-strong bg-panel py-1 shadow-float"
      :style="place"
      @pointerleave="emit('preview', null)"
      @keydown.esc="emit('preview', null)"
    >
      <MenuItem v-for="choice in choices" :key="choice.title" v-slot="{ active }" :disabled="choice.disabled">
        <button
          class="flex min-h-7 items-center gap-2 px-3 text-left"
          :class="{ 'bg-hover': active, 'border-t border-line': choice.apart, 'opacity-45': choice.disabled }"
          @focus="emit('preview', choice)"
          @pointerenter="emit('preview', choice)"
          @click="choice.act()"
        >
          <i v-if="choice.hex" class="size-4 shrink-0" :style="{ background: choice.hex }" />
          <span class="grow first-letter:uppercase">{{ choice.title }}</span>
          <span v-if="choice.chosen" aria-label="chosen">●</span>
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>
