<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/**
 * A dialog over the page: the focus goes in, stays in, and comes back to what opened it. It is to be there only while
 * it is open (`v-if`): it remembers what had the focus before it, and would keep the page one came from alive.
 */
const { title } = defineProps<{ title: string; test?: string; wide?: boolean }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog open class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-veil" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center overflow-y-auto p-4 sm:p-8">
      <DialogPanel
        class="grid max-h-full gap-4 border border-strong bg-panel p-5 shadow-float"
        :class="wide ? 'w-[min(100%,640px)]' : 'w-[min(100%,440px)]'"
        :data-test="test"
      >
        <DialogTitle class="font-title text-title font-semibold">{{ title }}</DialogTitle>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
