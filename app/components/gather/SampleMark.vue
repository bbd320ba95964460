<script setup lang="ts">
/** The mark of a sample on its picture, in the color of its swatch; `isOwn` where that was set by hand since. */
const { color, isOwn, isWide } = defineProps<{ color: string; isOwn: boolean; isWide: boolean }>()
</script>

<template>
  <svg viewBox="-13 -13 26 26" class="size-[26px]" aria-hidden="true">
    <path d="M-13 0H-6M6 0H13M0 -13V-6M0 6V13" stroke="#fff" stroke-width="3" />
    <path d="M-13 0H-6M6 0H13M0 -13V-6M0 6V13" stroke="#000" />
    <circle r="7" :fill="color" stroke="#fff" stroke-width="2.5" />
    <circle r="8" fill="none" stroke="#000" :stroke-dasharray="isOwn ? '2 2' : undefined" />
    <rect v-if="isWide" x="-3" y="-3" width="6" height="6" fill="none" stroke="#fff" />
  </svg>
</template>
