<script setup lang="ts">
/** A place where nothing is yet: what will stand there, as it will look (the slot `like`), and what to do. */
defineSlots<{ like: () => unknown; default: () => unknown }>()
</script>

<template>
  <div class="grid gap-4 border border-dashed border-line p-5" data-test="empty-place">
    <div class="pointer-events-none" aria-hidden="true"><slot name="like" /></div>
    <p class="text-center text-quiet"><slot /></p>
  </div>
</template>
