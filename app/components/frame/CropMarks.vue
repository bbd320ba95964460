<script setup lang="ts">
/** Crop marks at the four corners and registration marks at the sides of what they stand around. */
const corners = [
  ['left', 'top'],
  ['right', 'top'],
  ['left', 'bottom'],
  ['right', 'bottom'],
] as const
</script>

<template>
  <div class="pointer-events-none absolute inset-0" aria-hidden="true">
    <template v-for="[x, y] in corners" :key="x + y">
      <i class="absolute h-px w-3.5 bg-strong" :style="{ [x]: '-20px', [y]: '-1px' }" />
      <i class="absolute h-3.5 w-px bg-strong" :style="{ [x]: '-1px', [y]: '-20px' }" />
    </template>
    <svg
      v-for="side in ['-top-5 left-1/2 -translate-x-1/2', '-bottom-5 left-1/2 -translate-x-1/2']"
      :key="side"
      class="absolute size-3.5"
      :class="side"
      viewBox="-7 -7 14 14"
      fill="none"
      stroke="var(--strong-line)"
    >
      <circle r="3.5" />
      <path d="M-7 0H7M0 -7V7" />
    </svg>
  </div>
</template>
