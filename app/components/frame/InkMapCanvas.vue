<script setup lang="ts">
import { paintInkMap, type InkMap } from '../../../core/artwork/inkmap'

/** An artwork painted from its ink map: as fast for ten thousand shapes as for ten. */
const { map, inks, colors } = defineProps<{ map: InkMap, inks: readonly string[], colors: ReadonlyMap<string, string> }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const picture = shallowRef<ImageData | null>(null)

watch(() => map, ({ width, height }) => { picture.value = new ImageData(width, height) }, { immediate: true })
watch([canvas, picture, () => colors], ([element, pixels]) => {
  if (!element || !pixels) return
  paintInkMap(map, inks.map(ink => colors.get(ink) ?? ink), pixels.data)
  element.getContext('2d')?.putImageData(pixels, 0, 0)
}, { immediate: true, flush: 'post' })
</script>

<template>
  <canvas ref="canvas" :width="map.width" :height="map.height" class="block size-full" />
</template>
