<script setup lang="ts">
import { momentWords } from '~/words/momentWords'

/** The moment of a comment, in the reader's time zone. */
const { at } = defineProps<{ at: string }>()
</script>

<template>
  <time class="text-caption text-quiet" :datetime="at">{{ momentWords(at) }}</time>
</template>
