<script setup lang="ts">
import type { ShownLook } from '#core/document/review'
import { useCopying } from '~/composables/useCopying'

/** The colors of something named, with names and values, each as wide as its share where there is room; a click copies a value. */
const { swatches } = defineProps<{ name: string; swatches: ShownLook['swatches'] }>()
const { copy } = useCopying()
</script>

<template>
  <ul class="band" :aria-label="`Colors of ${name}`" data-test="review-band">
    <li
      v-for="(swatch, i) in swatches"
      :key="i"
      class="min-w-0"
      :style="{ '--share': Math.max(swatch.share, 0.06) }"
      data-test="review-swatch"
    >
      <button
        class="grid w-full gap-1 text-left"
        :aria-label="`Copy ${swatch.hex}, ${swatch.name}`"
        title="Copy the value"
        @click="copy(swatch.hex, `Copied ${swatch.hex}.`)"
      >
        <i class="swatch block" :style="{ background: swatch.hex }" />
        <span class="wrap-anywhere text-caption leading-[13px] font-semibold first-letter:uppercase">{{
          swatch.name
        }}</span>
        <span class="value">{{ swatch.hex }}</span>
        <span class="share text-caption text-quiet">{{ Math.round(swatch.share * 100) }}% {{ swatch.role }}</span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.band {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(88px, 1fr));
  gap: 8px;
}
.swatch {
  height: 56px;
  clip-path: polygon(0 0, calc(100% - 8px) 0, 100% 8px, 100% 100%, 0 100%);
}
@media (min-width: 1024px) {
  .band {
    display: flex;
    gap: 2px;
  }
  .band li {
    flex: var(--share) 1 72px;
  }
}
/* Where there is little height, the artwork needs it. */
@media (width >= 1024px) and (height < 700px) {
  .swatch {
    height: 24px;
  }
  .share {
    display: none;
  }
}
</style>
