<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { paintInkMap, type InkMap } from '#core/inkmap/inkmap'
import type { Holes } from '~/composables/useTouchUpHoles'

/**
 * An artwork painted from its ink map: as fast for ten thousand shapes as for ten. Where that is still too slow for a
 * hand that drags, the coarse map stands in.
 */
const {
  map,
  coarse = null,
  inks,
  colors,
  holes = null,
} = defineProps<{
  map: InkMap
  coarse?: InkMap | null
  inks: readonly string[]
  colors: ReadonlyMap<string, string>
  /** Where it lets through what lies under it. */
  holes?: Holes | null
}>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
/** Time that painting may take of a frame, in milliseconds. */
const BUDGET = 4
const slow = ref(false)
const painted = computed(() => (slow.value && coarse && !holes ? coarse : map))
const picture = computed(() => new ImageData(painted.value.width, painted.value.height))

watch(
  [canvas, picture, () => colors, () => holes],
  ([element, pixels]) => {
    if (!element) return
    const start = performance.now()
    paintInkMap(
      painted.value,
      inks.map(ink => colors.get(ink) ?? ink),
      pixels.data,
    )
    holes?.pixels.forEach((pixel, at) => {
      const alpha = pixel * 4 + 3
      pixels.data[alpha] = ((pixels.data[alpha] as number) * (255 - (holes.covers[at] as number))) / 255
    })
    element.getContext('2d')?.putImageData(pixels, 0, 0)
    if (performance.now() - start > BUDGET) slow.value = true
  },
  { immediate: true, flush: 'post' },
)
</script>

<template>
  <canvas ref="canvas" :width="painted.width" :height="painted.height" class="block size-full" />
</template>
