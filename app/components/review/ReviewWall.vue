<script setup lang="ts">
import { CheckIcon } from '@heroicons/vue/20/solid'
import { countWords } from '#core/document/names'
import { REVIEW_SIZES, reviewWidth } from '#core/handover/review'
import type { ReviewAtHand } from '~/composables/useReview'

/** All colorways of a review side by side. */
const { review } = defineProps<{ review: ReviewAtHand }>()
const emit = defineEmits<{ show: [look: string] }>()
const { page, chosenName, artworkOf } = review
/** A picture of nothing, where one is still being made. */
const BLANK = 'data:image/gif;base64,R0lGODlhAQABAAAAACH5BAEKAAEALAAAAAABAAEAAAICTAEAOw=='
/** A picture in both sizes, of which the browser takes the one it needs. */
const sourcesOf = (of: string, key: string): string | undefined => {
  const art = artworkOf(key)
  if (!art) return undefined
  const there = (['small', 'large'] as const).flatMap(size => {
    const address = review.pictureUrl(size, { look: of, artwork: key })
    return address ? [`${address} ${reviewWidth(art, REVIEW_SIZES[size])}w`] : []
  })
  return there.length ? there.join(', ') : undefined
}
</script>

<template>
  <div v-if="page" role="tabpanel" class="min-h-0 overflow-y-auto p-4">
    <p
      v-if="page.greeting"
      class="mx-auto mb-4 max-w-[720px] text-center whitespace-pre-wrap wrap-anywhere"
      data-test="greeting"
    >
      {{ page.greeting }}
    </p>
    <p v-if="chosenName" class="mb-3 text-center" data-test="choice-words">
      <bdi>{{ page.choice?.author }}</bdi> chose “{{ chosenName }}”{{ page.closed ? '; the choice is closed' : '' }}.
    </p>
    <ul class="wall" :style="{ '--columns': page.looks.length }" aria-label="All colorways side by side">
      <li v-for="each in page.looks" :key="each.key" class="min-w-0">
        <button class="framed grid w-full" data-test="review-tile" @click="emit('show', each.key)">
          <span class="grid gap-2 p-2">
            <img
              v-for="key in each.artwork.slice(0, 1)"
              :key="key"
              class="lead"
              :src="review.pictureUrl('small', { look: each.key, artwork: key }) ?? BLANK"
              :srcset="sourcesOf(each.key, key)"
              :sizes="`(min-width: 1024px) ${100 / Math.min(4, page.looks.length)}vw, 100vw`"
              :width="artworkOf(key)?.width"
              :height="artworkOf(key)?.height"
              :alt="`${artworkOf(key)?.name} in ${each.name}`"
            />
            <span v-if="each.artwork.length > 1" class="flex flex-wrap justify-center gap-1.5">
              <img
                v-for="key in each.artwork.slice(1, 9)"
                :key="key"
                class="h-9 w-auto"
                :src="review.pictureUrl('small', { look: each.key, artwork: key }) ?? BLANK"
                :width="artworkOf(key)?.width"
                :height="artworkOf(key)?.height"
                alt=""
              />
            </span>
          </span>
          <SchemeStrip :class="each.artwork.length ? 'h-4' : 'h-40'" :scheme="each.swatches" />
          <span class="flex items-center gap-1.5 p-2 text-left font-semibold"
            ><CheckIcon
              v-if="each.key === page.choice?.look"
              class="size-4 shrink-0"
              role="img"
              aria-label="chosen"
            /><span class="min-w-0 wrap-anywhere">{{ each.name }}</span
            ><span v-if="page.counts[each.key]" class="ml-auto text-caption font-normal text-quiet">{{
              countWords(page.counts[each.key] ?? 0, 'comment')
            }}</span></span
          >
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.wall {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 340px), 1fr));
  gap: 16px;
}
.lead {
  display: block;
  width: auto;
  max-width: 100%;
  height: auto;
  max-height: min(66svh, 900px);
  margin: auto;
  background: white;
}
@media (width >= 1024px) {
  .wall {
    grid-template-columns: repeat(min(var(--columns), 4), minmax(0, 1fr));
  }
}
</style>
