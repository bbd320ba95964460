<script setup lang="ts">
import { useTemplateRef } from 'vue'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { useMenuPlace } from '~/composables/useMenuPlace'

/**
 * A button that opens a panel below it, where there is room; Escape closes it and gives the focus back. What else is set on
 * it (its label) holds for the button.
 */
defineOptions({ inheritAttrs: false })
const {
  title,
  look = 'control',
  panelLook = 'w-56 py-1',
} = defineProps<{
  title: string
  /** The class of the button, and that of its panel. */
  look?: string
  panelLook?: string
}>()
const button = useTemplateRef<{ $el: HTMLElement }>('button')
const panel = useTemplateRef<{ $el: HTMLElement }>('panel')
const place = useMenuPlace(
  () => button.value,
  () => panel.value,
  () => 'bottom-start',
)
</script>

<template>
  <Popover as="span" class="relative">
    <PopoverButton ref="button" v-bind="$attrs" :class="look">{{ title }}</PopoverButton>
    <PopoverPanel
      ref="panel"
      class="z-50 grid overflow-y-auto border border-strong bg-panel text-left text-body font-normal text-ink shadow-float"
      :class="panelLook"
      :style="place"
    >
      <slot />
    </PopoverPanel>
  </Popover>
</template>
