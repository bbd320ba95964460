<script setup lang="ts">
/** A whole number that is typed: what is out of bounds becomes the nearest bound, what is no number changes nothing. */
const { value, min, max } = defineProps<{ value: number; min: number; max: number }>()
const emit = defineEmits<{ settle: [value: number] }>()

const settle = (typed: string): void => {
  const typedValue = Math.round(Number(typed.trim() || Number.NaN))
  if (!Number.isNaN(typedValue)) emit('settle', Math.min(max, Math.max(min, typedValue)))
}
</script>

<template>
  <TypedField class="text-right text-caption" inputmode="numeric" :value="value" @settle="settle" />
</template>
