<script setup lang="ts">
/** The flower: five petals, each in one of the current swatches. */
const { colors = [] } = defineProps<{ colors?: readonly string[] }>()
const petal = 'M0 -2C-6 -6 -5 -14 0 -15 5 -14 6 -6 0 -2Z'
</script>

<template>
  <svg viewBox="-16 -16 32 32" class="size-6" aria-hidden="true">
    <path
      v-for="i in 5"
      :key="i"
      :d="petal"
      :transform="`rotate(${(i - 1) * 72})`"
      :fill="colors.length ? colors[(i - 1) % colors.length] : 'var(--strong-line)'"
    />
  </svg>
</template>
