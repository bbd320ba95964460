<script setup lang="ts">
import { paintInkMap, type InkMap } from '../../../core/artwork/inkmap'

/**
 * An artwork painted from its ink map: as fast for ten thousand shapes as for ten. Where that is still too slow for a
 * hand that drags, the coarse map stands in.
 */
const {
  map,
  coarse = null,
  inks,
  colors,
} = defineProps<{ map: InkMap; coarse?: InkMap | null; inks: readonly string[]; colors: ReadonlyMap<string, string> }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
/** What painting may take of a frame, in milliseconds. */
const BUDGET = 4
const slow = ref(false)
const painted = computed(() => (slow.value && coarse ? coarse : map))
const picture = computed(() => new ImageData(painted.value.width, painted.value.height))

watch(
  [canvas, picture, () => colors],
  ([element, pixels]) => {
    if (!element) return
    const start = performance.now()
    paintInkMap(
      painted.value,
      inks.map(ink => colors.get(ink) ?? ink),
      pixels.data,
    )
    element.getContext('2d')?.putImageData(pixels, 0, 0)
    if (performance.now() - start > BUDGET) slow.value = true
  },
  { immediate: true, flush: 'post' },
)
</script>

<template>
  <canvas ref="canvas" :width="painted.width" :height="painted.height" class="block size-full" />
</template>
