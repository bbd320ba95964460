<script setup lang="ts">
import { computed, ref } from 'vue'
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
/** From so many pieces on, one is found by its name. */
const MANY = 12
const words = ref('')
const found = computed(() => {
  const wanted = words.value.trim().toLowerCase()
  return look.artwork
    .map((key, at) => ({ key, at, name: review.artworkOf(key)?.name ?? '' }))
    .filter(({ name }) => name.toLowerCase().includes(wanted))
})
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
    <label v-if="look.artwork.length > MANY" class="flex items-center gap-2"
      ><input
        v-model="words"
        type="search"
        class="field w-40 font-sans!"
        placeholder="Find artwork"
        aria-label="Find artwork by its name"
        data-test="review-find"
      /><span class="text-caption text-quiet" role="status" data-test="review-found">{{
        words.trim() ? `${found.length} of ${look.artwork.length}` : `${place + 1} of ${look.artwork.length}`
      }}</span></label
    >
    <ul v-if="look.artwork.length > 1" class="flex max-w-full gap-1 overflow-x-auto" aria-label="Artwork">
      <li v-for="{ key, at, name } in found" :key="key" class="shrink-0">
        <button
          class="framed block h-10 p-0.5"
          :class="{ current: key === piece.key }"
          :aria-pressed="key === piece.key"
          :aria-label="name"
          :title="name"
          data-test="review-piece"
          @click="place = at"
        >
          <img
            v-if="smallUrl(key)"
            class="h-full w-auto bg-white"
            :src="smallUrl(key) ?? ''"
            :width="review.artworkOf(key)?.width"
            :height="review.artworkOf(key)?.height"
            loading="lazy"
            alt=""
          />
        </button>
      </li>
    </ul>
  </div>
</template>
