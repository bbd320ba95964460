<script setup lang="ts">
import { computed } from 'vue'

/** A scheme as a strip under a small picture: each swatch as wide as its share, none too narrow to be seen. */
const { scheme } = defineProps<{ scheme: ReadonlyArray<{ hex: string; share: number }> }>()
const total = computed(() => scheme.reduce((sum, { share }) => sum + share, 0) || 1)
</script>

<template>
  <span class="flex"
    ><i
      v-for="(swatch, i) in scheme"
      :key="i"
      class="h-full"
      :style="{ background: swatch.hex, flex: `${swatch.share / total} 1 4px` }"
  /></span>
</template>
