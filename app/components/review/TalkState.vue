<script setup lang="ts">
import type { TalkAtHand } from '~/composables/useTalk'

/** The text in place of comments: that they cannot be had, are looked for, or that there are none (`none`, null where there are). */
const { talk, look, none } = defineProps<{ talk: TalkAtHand; look: string; none: string | null }>()
</script>

<template>
  <p v-if="talk.problem.value" role="alert">
    ▲ {{ talk.problem.value }} <button class="control small" @click="talk.load(look)">Try again</button>
  </p>
  <p v-else-if="!talk.looks.value[look]" role="status">Loading comments…</p>
  <p v-else-if="none" class="text-quiet">{{ none }}</p>
</template>
