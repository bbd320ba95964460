<script setup lang="ts">
import { computed } from 'vue'
import { GRAY_MATRIX, matrixOf, VISIONS } from '#core/color/vision'
import { useStage } from '~/stores/stage'

/** Filters that stage, band and proofs are seen through, over linear light, by the names of those who see so. */
const stage = useStage()
const filters = computed(() => [
  ...VISIONS.map(vision => ({ id: vision, matrix: matrixOf(vision, stage.severity) })),
  { id: 'gray', matrix: GRAY_MATRIX },
])
/** The values a gray picture is cut into, from dark to light, as sRGB has them. */
const CUTS = [
  { id: 'three', steps: '0.12 0.5 0.9' },
  { id: 'five', steps: '0.07 0.29 0.5 0.73 0.95' },
]
/** Nine numbers as the twenty of a color matrix: nothing added, alpha as it was. */
const valuesOf = (m: readonly number[]): string =>
  [0, 3, 6].map(row => `${m.slice(row, row + 3).join(' ')} 0 0`).join(' ') + ' 0 0 0 1 0'
</script>

<template>
  <svg class="pointer-events-none absolute size-0" aria-hidden="true">
    <filter
      v-for="{ id, matrix } in filters"
      :id="`eyes-${id}`"
      :key="id"
      color-interpolation-filters="linearRGB"
      x="0"
      y="0"
      width="1"
      height="1"
    >
      <feColorMatrix type="matrix" :values="valuesOf(matrix)" />
    </filter>
    <filter v-for="{ id, steps } in CUTS" :id="`eyes-${id}`" :key="id" x="0" y="0" width="1" height="1">
      <feColorMatrix type="matrix" color-interpolation-filters="linearRGB" :values="valuesOf(GRAY_MATRIX)" />
      <feComponentTransfer color-interpolation-filters="sRGB">
        <feFuncR type="discrete" :tableValues="steps" />
        <feFuncG type="discrete" :tableValues="steps" />
        <feFuncB type="discrete" :tableValues="steps" />
      </feComponentTransfer>
    </filter>
  </svg>
</template>
