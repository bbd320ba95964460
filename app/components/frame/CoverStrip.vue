<script setup lang="ts">
import { computed } from 'vue'
import type { Swatch } from '#core/document/scheme'

/** The present coverage of swatches in the artwork, as a thin line above their shares. */
const { scheme, covers, colorOf, filter } = defineProps<{
  scheme: readonly Swatch[]
  /** Fractions of the artwork, by ids of swatches. */
  covers: ReadonlyMap<string, number>
  colorOf: (hex: string) => string
  filter: string | undefined
}>()
const percentOf = ({ id }: Swatch): number => Math.round((covers.get(id) ?? 0) * 100)
const label = computed(() => scheme.map(swatch => `${swatch.name} ${percentOf(swatch)}%`).join(', '))
</script>

<template>
  <div
    class="relative flex h-[5px] border-t border-strong"
    role="img"
    :aria-label="`Covers now: ${label}`"
    title="What swatches cover in the artwork now; below it, what they are meant to"
    data-test="covers"
  >
    <i
      v-for="swatch in scheme"
      :key="swatch.id"
      :style="{ width: `${(covers.get(swatch.id) ?? 0) * 100}%`, background: colorOf(swatch.hex), filter }"
      :data-covers="percentOf(swatch)"
    />
  </div>
</template>
