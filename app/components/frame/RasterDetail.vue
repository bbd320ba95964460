<script setup lang="ts">
import { computed, onUnmounted, shallowRef, useTemplateRef, watch } from 'vue'
import { useDebounceFn } from '@vueuse/core'
import type { Region } from '#core/picture/picture'
import type { ByHand } from '#core/painting/painting'
import type { PaintedPart } from '~/workers/raster.worker'
import { latestOnly } from '~/browser/latestOnly'
import { useArtworkFiles } from '~/stores/artwork'
import { useNotices } from '~/stores/notices'

/**
 * The part of a raster artwork that is in sight, in its own size: painted when the view and the colors have come to
 * rest. Tells how far the picture is taken apart.
 */
const { hash, colors, byHand, part, longest } = defineProps<{
  hash: string
  colors: ReadonlyMap<string, string>
  byHand: ByHand
  part: Region
  longest: number
}>()
const files = useArtworkFiles()
const notices = useNotices()
const RESTS = 160
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const painted = shallowRef<PaintedPart | null>(null)
const emit = defineEmits<{ taking: [part: number | null] }>()

const wanted = computed(() => ({ hash, colors, areas: byHand.areas, part, longest }))
const paint = latestOnly(async (now: typeof wanted.value) => {
  const done = await notices.attempt(() =>
    files.paintPart(now.hash, now.colors, now.areas, now.part, now.longest, seen => emit('taking', seen)),
  )
  emit('taking', null)
  if (wanted.value === now) painted.value = done
})
const rested = useDebounceFn(() => paint(wanted.value), RESTS)
watch(
  [() => hash, () => colors, () => byHand.areas],
  () => {
    painted.value = null
  },
  { flush: 'sync' },
)
watch(wanted, () => void rested(), { immediate: true })
onUnmounted(() => emit('taking', null))
watch(
  [canvas, painted],
  ([element, now]) => {
    if (element && now) element.getContext('2d')?.putImageData(new ImageData(now.data, now.width, now.height), 0, 0)
  },
  { flush: 'post' },
)
</script>

<template>
  <canvas
    v-if="painted"
    ref="canvas"
    :width="painted.width"
    :height="painted.height"
    class="pointer-events-none absolute bg-white"
    data-test="detail"
    :style="{
      left: `${painted.region.x * 100}%`,
      top: `${painted.region.y * 100}%`,
      width: `${painted.region.width * 100}%`,
      height: `${painted.region.height * 100}%`,
    }"
  />
</template>
