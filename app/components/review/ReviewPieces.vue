<script setup lang="ts">
import type { ShownArtwork, ShownLook } from '#core/document/review'
import type { ReviewAtHand } from '~/composables/useReview'

/** Controls of a large colorway: the piece of artwork, the fraction that shows the original, and marks of spots. */
const { review, look, piece, hasSpots } = defineProps<{
  review: ReviewAtHand
  look: ShownLook
  piece: ShownArtwork
  hasSpots: boolean
}>()
/** The fraction of the artwork that shows the original, in percent. */
const before = defineModel<number>('before', { required: true })
/** True if spots that were commented on are marked on the artwork. */
const spots = defineModel<boolean>('spots', { required: true })
/** The place of the piece among those of the colorway. */
const place = defineModel<number>('place', { required: true })
const smallUrl = (key: string): string | null => review.pictureUrl('small', { look: look.key, artwork: key })
</script>

<template>
  <div class="flex flex-wrap items-center justify-center gap-x-4 gap-y-1">
    <label class="flex items-center gap-2"
      >Before<input
        v-model.number="before"
        type="range"
        min="0"
        max="100"
        class="slide w-44"
        aria-label="How much of the original is shown, in percent"
        data-test="before-slider"
    /></label>
    <button
      class="control"
      :aria-pressed="before === 100"
      data-test="before-toggle"
      @click="before = before === 100 ? 0 : 100"
    >
      {{ before === 100 ? 'Show after' : 'Show before' }}
    </button>
    <label v-if="hasSpots" class="flex items-center gap-1.5"
      ><input v-model="spots" type="checkbox" class="size-4 accent-accent" data-test="spots" />Spots</label
    >
    <ul v-if="look.artwork.length > 1" class="flex max-w-full gap-1 overflow-x-auto" aria-label="Artwork">
      <li v-for="(key, i) in look.artwork" :key="key" class="shrink-0">
        <button
          class="framed block h-10 p-0.5"
          :class="{ current: key === piece.key }"
          :aria-pressed="key === piece.key"
          :aria-label="review.artworkOf(key)?.name"
          :title="review.artworkOf(key)?.name"
          data-test="review-piece"
          @click="place = i"
        >
          <img v-if="smallUrl(key)" class="h-full w-auto bg-white" :src="smallUrl(key) ?? ''" alt="" />
        </button>
      </li>
    </ul>
  </div>
</template>
