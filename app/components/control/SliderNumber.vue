<script setup lang="ts">
import { arrowOf } from '~/browser/arrowOf'

/** A number with its slider: previews while it moves, settles when let go. */
const {
  label,
  value,
  min,
  max,
  unit = '°',
  step = 1,
  disabled = false,
  wide = false,
} = defineProps<{
  label: string
  value: number
  min: number
  max: number
  unit?: string
  step?: number
  disabled?: boolean
  wide?: boolean
}>()
const emit = defineEmits<{ preview: [value: number]; settle: [value: number] }>()
const UNITS: Readonly<Record<string, string>> = { '°': 'degrees', '%': 'percent', 'K': 'kelvin' }

const bounded = (number: number): number => Math.min(max, Math.max(min, number))
const valueOf = (event: Event): number => Number((event.target as HTMLInputElement).value)
const nudge = (event: KeyboardEvent): void => {
  if (!event.shiftKey && step === 1) return
  const way = arrowOf(event)
  if (way) emit('settle', bounded(value + (way.x + way.y) * step))
}
</script>

<template>
  <label
    class="grid items-center gap-2"
    :class="[
      wide ? 'grid-cols-[96px_minmax(0,1fr)_58px] min-h-(--low)' : 'grid-cols-[64px_minmax(0,1fr)_58px]',
      { 'opacity-45': disabled },
    ]"
  >
    <span class="line-clamp-2 leading-[13px]" :title="label">{{ label }}</span>
    <input
      type="range"
      class="slide w-full"
      :min="min"
      :max="max"
      :step="step"
      :value="value"
      :disabled="disabled"
      :aria-label="label"
      @input="emit('preview', valueOf($event))"
      @change="emit('settle', valueOf($event))"
      @keydown="nudge"
    />
    <span class="flex items-center"
      ><NumberField
        class="w-11 px-1!"
        :class="{ small: wide }"
        :value="value"
        :min="min"
        :max="max"
        :disabled="disabled"
        :aria-label="unit ? `${label} in ${UNITS[unit] ?? unit}` : label"
        @settle="emit('settle', $event)"
      /><span class="value w-3 pl-0.5">{{ unit }}</span></span
    >
  </label>
</template>
