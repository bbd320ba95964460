<script setup lang="ts">
import { momentWords } from '~/words/momentWords'

/** When something was said, where whoever reads it is. */
const { at } = defineProps<{ at: string }>()
</script>

<template>
  <time class="text-caption text-quiet" :datetime="at">{{ momentWords(at) }}</time>
</template>
