<script setup lang="ts">
/** When something was said, where whoever reads it is. */
const { at } = defineProps<{ at: string }>()
const words = computed(() =>
  new Date(at).toLocaleString('en-US', { month: 'short', day: 'numeric', hour: 'numeric', minute: '2-digit' }),
)
</script>

<template>
  <time class="text-caption text-quiet" :datetime="at">{{ words }}</time>
</template>
