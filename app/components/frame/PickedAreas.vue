<script setup lang="ts">
import { useTemplateRef, watch } from 'vue'
import type { Area } from '#core/raster/area'
import type { RasterArtwork } from '~/workers/raster.worker'
import { areaIn } from '~/workers/raster/foundAreas'

/** Shows the picked areas of a picture: by stripes and an edge, dark and light, so that they are seen on any color. */
const { raster, areas } = defineProps<{ raster: RasterArtwork; areas: readonly Area[] }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const STRIPES = 28
const EDGE = 2

watch(
  [canvas, () => areas, () => raster],
  ([element]) => {
    const { width, height } = raster.stage.picture
    const picture = new ImageData(width, height)
    const words = new Int32Array(picture.data.buffer)
    for (const area of areas) {
      const mask = areaIn(raster.stage, raster.inks, area)?.mask
      mask?.forEach((within, p) => {
        if (!within) return
        const stripe = ((p % width) + Math.floor(p / width)) % STRIPES
        const edge = !mask[p - EDGE] || !mask[p + EDGE] || !mask[p - EDGE * width] || !mask[p + EDGE * width]
        if (edge || stripe < 2) words[p] = 0xff000000 | 0
        else if (stripe < 4) words[p] = -1
      })
    }
    element?.getContext('2d')?.putImageData(picture, 0, 0)
  },
  { immediate: true, flush: 'post' },
)
</script>

<template>
  <canvas
    ref="canvas"
    :width="raster.stage.picture.width"
    :height="raster.stage.picture.height"
    class="pointer-events-none absolute inset-0 size-full"
    aria-hidden="true"
    data-test="picked-areas"
  />
</template>
