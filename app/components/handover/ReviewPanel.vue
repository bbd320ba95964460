<script setup lang="ts">
import { ref } from 'vue'
import type { Review } from '#core/document/review'
import { useCopying } from '~/composables/useCopying'
import { useReviews } from '~/stores/reviews'
import { dayWords } from '~/words/amounts'

/** The reviews of the project: each behind its link, what was commented and chosen there. */
const reviews = useReviews()
const { copy } = useCopying()
const publishing = ref(false)
/** True if the link of a review can be copied, and leads somewhere. */
const isOpen = ({ link, withdrawnAt, endsAt }: Review): boolean =>
  link !== null && !withdrawnAt && Date.parse(endsAt) > Date.now()
const linkOf = ({ link }: Review): string => new URL(link ?? '', window.location.href).href
const stateWords = (review: Review): string => {
  const { making, ready } = review
  if (review.withdrawnAt) return `Withdrawn ${dayWords(review.withdrawnAt)}`
  if (Date.parse(review.endsAt) <= Date.now()) return `Ended ${dayWords(review.endsAt)}`
  if (!ready) {
    if (making?.state === 'underway' && making.parts) return `Making pictures: ${making.done} of ${making.parts}`
    if (reviews.isMaking(review)) return 'Making pictures'
    return making?.reason ?? 'Pictures could not be made'
  }
  return `Open until ${dayWords(review.endsAt)}`
}
const saidWords = ({ comments, open, choice, looks }: Review): string => {
  const name = looks.find(({ key }) => key === choice?.look)?.name
  const parts = comments
    ? [`${comments} ${comments === 1 ? 'comment' : 'comments'}${open ? `, ${open} open` : ''}`]
    : []
  return [...(name ? [`✓ ${name}`] : []), ...parts].join(' · ') || 'No comments yet'
}
</script>

<template>
  <ReviewDesk v-if="reviews.open" :key="reviews.open.id" :review="reviews.open" />
  <section v-else class="grid content-start gap-3" aria-labelledby="reviews" data-test="reviews">
    <div class="flex items-center gap-3">
      <h2 id="reviews" class="grow">Reviews</h2>
      <button class="control primary" data-test="publish" @click="publishing = true">Publish a review…</button>
    </div>
    <p class="text-quiet">
      A page for your client behind a private link: large colorways, before and after, comments, one choice. It is
      frozen when you publish it.
    </p>
    <p v-if="reviews.problem" role="alert">
      ▲ {{ reviews.problem }} <button class="control small" @click="reviews.load">Try again</button>
    </p>
    <ul v-if="reviews.reviews?.length" class="grid">
      <li
        v-for="review in reviews.reviews"
        :key="review.id"
        class="grid gap-1 border-t border-line py-2"
        data-test="review-row"
      >
        <div class="flex items-center gap-3">
          <button
            class="grid min-w-0 grow text-left"
            :aria-label="`Open the review ${review.title}`"
            @click="reviews.show(review.id)"
          >
            <span class="flex items-center gap-1.5"
              ><b class="min-w-0 font-semibold wrap-anywhere">{{ review.title }}</b
              ><span v-if="reviews.isNew(review)" class="border border-ink px-1 text-caption" data-test="review-new"
                >new</span
              ></span
            >
            <span class="text-caption text-quiet">{{ stateWords(review) }} · {{ saidWords(review) }}</span>
          </button>
          <button v-if="reviews.isMaking(review)" class="control" @click="reviews.stop(review)">Stop</button>
          <button v-else-if="!review.ready && review.making" class="control" @click="reviews.retry(review)">
            Try again
          </button>
          <button
            v-if="isOpen(review)"
            class="control"
            :aria-label="`Copy the link of ${review.title}`"
            @click="copy(linkOf(review), 'Copied the link.')"
          >
            Copy link
          </button>
          <button class="control" :aria-label="`Comments on ${review.title}`" @click="reviews.show(review.id)">
            Comments
          </button>
        </div>
        <progress
          v-if="reviews.isMaking(review)"
          class="h-1 w-full accent-accent"
          :max="Math.max(1, review.making?.parts ?? 1)"
          :value="review.making?.parts ? review.making.done : undefined"
          :aria-label="`Making the pictures of ${review.title}`"
        />
      </li>
    </ul>
    <EmptyPlace v-else-if="reviews.reviews">
      <template #like>
        <div class="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-5">
          <span class="relative block border border-line bg-table"
            ><LookNow class="h-64" /><SpotMark class="absolute top-2/5 left-3/5 size-5!"
          /></span>
          <span class="grid content-start gap-2">
            <template v-for="(lines, i) in [['w-full', 'w-4/5'], ['w-3/5']]" :key="i">
              <SpotMark class="mt-3 size-4" /><span class="h-2 w-1/3 bg-line" />
              <span v-for="wide in lines" :key="wide" class="h-2 bg-line" :class="wide" />
            </template>
            <span class="mt-5 h-9 w-2/5 border border-line" />
          </span>
        </div>
      </template>
      Nothing has been shown to a client yet. Freeze a few colorways, then publish a review.
    </EmptyPlace>
    <p v-else-if="!reviews.problem" role="status">Loading reviews…</p>
    <ReviewDialog v-if="publishing" @close="publishing = false" />
  </section>
</template>
