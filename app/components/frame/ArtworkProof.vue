<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useIntersectionObserver } from '@vueuse/core'
import { NOTHING_BY_HAND, type ByHand } from '#core/painting/painting'
import { useArtworkFiles } from '~/stores/artwork'
import { useArtworkHost } from '~/composables/useArtworkHost'

/**
 * A live rendering of an artwork in given colors, as large as its place allows: small from its small ink map, large as
 * it is, and so where shapes are painted by hand.
 */
const {
  art,
  colors,
  byHand = NOTHING_BY_HAND,
  large = false,
} = defineProps<{
  /** The artwork, and how large it is in itself. */
  art: { hash: string; name: string; width: number; height: number }
  colors: ReadonlyMap<string, string>
  byHand?: ByHand
  large?: boolean
}>()
const files = useArtworkFiles()
const ratio = computed(() => art.width / art.height)
const place = useTemplateRef('place')
const host = computed(() => place.value?.element ?? null)
/** A picture that is touched up, or not flat, is painted from what it was taken apart into. */
const isTaken = computed(() => {
  const file = files.files.get(art.hash)
  return file?.kind === 'raster' && (byHand.areas.length > 0 || file.manner !== 'flat')
})
const raster = computed(() => (isTaken.value ? files.rasters.get(art.hash) : undefined))
watch(
  isTaken,
  taken => {
    if (taken) void files.openRaster(art.hash).catch(() => null)
  },
  { immediate: true },
)
const screen = computed(() => files.screens.get(art.hash))
/** Small proofs are fetched as they come into sight. */
const frame = useTemplateRef<HTMLElement>('frame')
const isInSight = ref(false)
const { stop } = useIntersectionObserver(
  frame,
  ([entry]) => {
    if (!entry?.isIntersecting) return
    isInSight.value = true
    stop()
  },
  { rootMargin: '200px' },
)
watch([isInSight, () => art.hash, () => large || byHand.shapes.size > 0] as const, ([inSight, hash, inFull]) => {
  if (inSight) void (inFull ? files.show(hash, art.name) : files.showProof(hash, art.name))
})
const proof = computed(() => files.proofs.get(art.hash))
const inks = computed(() => (large ? undefined : proof.value?.inks) ?? screen.value?.inks)
const map = computed(() =>
  byHand.shapes.size || raster.value
    ? null
    : large
      ? files.maps.get(art.hash)?.fine
      : proof.value === null
        ? null
        : proof.value?.map,
)
/** Returns whether it is shown in its own shapes: a small one only where it is known that there is no map to paint it from. */
const asShapes = computed(() => !map.value && !files.isCrowded(art.hash) && (large || map.value === null))
useArtworkHost(
  host,
  () => (asShapes.value ? screen.value : undefined),
  () => colors,
  () => byHand.shapes,
)
</script>

<template>
  <span ref="frame" class="pointer-events-none relative block size-full [container-type:size]" aria-hidden="true">
    <span
      class="absolute inset-0 m-auto"
      :style="{ width: `min(100cqw, calc(100cqh * ${ratio}))`, height: `min(100cqh, calc(100cqw / ${ratio}))` }"
    >
      <LazyRasterCanvas
        v-if="raster"
        :key="large ? 'large' : 'small'"
        :taken="large ? raster.stage : raster.proof"
        :inks="raster.inks"
        :colors="colors"
        :by-hand="byHand"
      />
      <InkMapCanvas v-else-if="map && inks" :map="map" :inks="inks" :colors="colors" />
      <ArtworkHost v-else-if="asShapes" ref="place" still />
    </span>
  </span>
</template>
