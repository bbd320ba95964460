<script setup lang="ts">
import { computed } from 'vue'
import type { ReviewAtHand } from '~/composables/useReview'
import { useCopying } from '~/composables/useCopying'

/** The page in place of a review that is gone: why, and what was written there and not sent. */
const { review } = defineProps<{ review: ReviewAtHand }>()
const { gone, own } = review
const { copy } = useCopying()
/** Text that was written and not sent. */
const unsent = computed(() => Object.values(own.value.drafts).filter(({ text }) => text.trim()))
</script>

<template>
  <main class="mx-auto grid h-full max-w-[560px] content-center gap-4 p-6" data-test="review-gone">
    <h1>This link no longer works</h1>
    <p role="alert">{{ gone }}</p>
    <section v-if="unsent.length" class="grid gap-2" aria-labelledby="unsent">
      <h2 id="unsent" class="text-[15px]!">What you wrote was not sent; it is kept here</h2>
      <div v-for="{ id, text } in unsent" :key="id" class="grid gap-1 border border-line bg-panel p-2.5">
        <p class="whitespace-pre-wrap wrap-anywhere" data-test="unsent">{{ text }}</p>
        <button class="control justify-self-start" @click="copy(text, 'Copied what you wrote.')">Copy</button>
      </div>
    </section>
  </main>
</template>
