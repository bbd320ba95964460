<script setup lang="ts">
import type { Severity } from '#core/check/finding'

/** Severity of a finding, as a shape: a filled triangle, an open one, a dot. */
const { severity } = defineProps<{ severity: Severity }>()
</script>

<template>
  <svg
    viewBox="-8 -8 16 16"
    class="size-4 shrink-0"
    stroke="currentColor"
    stroke-width="1.4"
    stroke-linejoin="round"
    role="img"
    :aria-label="severity"
  >
    <circle v-if="severity === 'slight'" r="2.4" fill="none" />
    <path v-else d="M0 -5.5L6 5H-6Z" :fill="severity === 'serious' ? 'currentColor' : 'none'" />
  </svg>
</template>
