<script setup lang="ts">
import { computed } from 'vue'
import { arrowOf } from '~/browser/arrowOf'

/** One number of a color: a slider whose track shows what each position gives, and the number itself. */
const { name, value, max, unit, track } = defineProps<{
  name: string
  value: number
  max: number
  unit: string
  track: readonly string[]
}>()
const emit = defineEmits<{ preview: [value: number]; settle: [value: number] }>()

const shown = computed(() => Math.round(value))
const valueOf = (event: Event): number => Number((event.target as HTMLInputElement).value)
const nudge = (event: KeyboardEvent): void => {
  const way = arrowOf(event)
  if (way) emit('settle', Math.min(max, Math.max(0, shown.value + way.x + way.y)))
}
</script>

<template>
  <div class="grid grid-cols-[66px_minmax(0,1fr)_54px] items-center gap-2">
    <span class="truncate text-caption">{{ name }}</span>
    <input
      type="range"
      class="slide strip small w-full"
      min="0"
      :max="max"
      step="1"
      :value="shown"
      :aria-label="name"
      :aria-valuetext="`${shown}${unit}`"
      :style="{ '--track': `linear-gradient(to right, ${track.join(', ')})` }"
      @input="emit('preview', valueOf($event))"
      @change="emit('settle', valueOf($event))"
      @keydown="nudge"
    />
    <span class="flex items-center"
      ><NumberField
        class="small w-10 px-1!"
        :value="shown"
        :min="0"
        :max="max"
        :aria-label="`${name} as a number`"
        @settle="emit('settle', $event)"
      /><span class="value w-3 pl-0.5">{{ unit }}</span></span
    >
  </div>
</template>
