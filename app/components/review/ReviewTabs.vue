<script setup lang="ts">
import { CheckIcon } from '@heroicons/vue/20/solid'
import { countWords } from '#core/document/names'
import type { ReviewPage } from '#core/document/review'
import { ALL } from '#core/handover/review'

/** The colorways of a review as tabs: all side by side, or one of them. */
const { page, shown } = defineProps<{ page: ReviewPage; shown: string }>()
const emit = defineEmits<{ show: [key: string] }>()
</script>

<template>
  <nav
    class="tabs flex shrink-0 gap-1 overflow-x-auto border-b border-line bg-panel px-4 py-1.5"
    role="tablist"
    aria-label="Colorways"
  >
    <button
      role="tab"
      class="tab"
      :aria-selected="shown === ALL"
      :tabindex="shown === ALL ? 0 : -1"
      aria-controls="shown"
      data-test="review-all"
      @click="emit('show', ALL)"
    >
      Side by side
    </button>
    <button
      v-for="each in page.looks"
      :key="each.key"
      role="tab"
      class="tab max-w-48"
      :aria-selected="each.key === shown"
      :tabindex="each.key === shown ? 0 : -1"
      aria-controls="shown"
      data-test="review-tab"
      @click="emit('show', each.key)"
    >
      <span class="flex min-w-0 items-center gap-1"
        ><CheckIcon v-if="each.key === page.choice?.look" class="size-4 shrink-0" role="img" aria-label="chosen" /><span
          class="line-clamp-2 leading-4"
          >{{ each.name }}</span
        ><span
          v-if="page.counts[each.key]"
          class="value text-quiet"
          :aria-label="countWords(page.counts[each.key] ?? 0, 'comment')"
          >{{ page.counts[each.key] }}</span
        ></span
      >
      <SchemeStrip class="h-1.5 w-full" :scheme="each.swatches" />
    </button>
  </nav>
</template>

<style scoped>
.tab {
  display: grid;
  align-content: space-between;
  gap: 3px;
  flex: 0 0 auto;
  min-width: 88px;
  min-height: 40px;
  padding: 4px 8px;
  border: 1px solid var(--line);
  border-radius: 2px;
  text-align: left;
}
.tab[aria-selected='true'] {
  border-color: var(--text);
  box-shadow: inset 0 -2px 0 var(--text);
  font-weight: 600;
}
/* Fingers need room. */
@media (pointer: coarse) {
  .tab {
    min-height: 48px;
  }
}
@media (width < 1024px) {
  .tabs {
    position: sticky;
    top: 0;
    z-index: 10;
  }
}
</style>
