<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'

/** A button that opens a panel below it, where there is room; Escape closes it and gives the focus back. */
const { title } = defineProps<{ title: string }>()
const button = useTemplateRef<{ $el: HTMLElement }>('button')
const panel = useTemplateRef<{ $el: HTMLElement }>('panel')
const place = useMenuPlace(
  () => button.value,
  () => panel.value,
  () => 'bottom-start',
)
</script>

<template>
  <Popover class="relative">
    <PopoverButton ref="button" class="control">{{ title }}</PopoverButton>
    <PopoverPanel
      ref="panel"
      class="z-40 grid w-56 overflow-y-auto border border-strong bg-panel py-1 shadow-float"
      :style="place"
    >
      <slot />
    </PopoverPanel>
  </Popover>
</template>
