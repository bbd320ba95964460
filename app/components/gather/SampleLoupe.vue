<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue'
import type { Loupe } from '~/workers/pictures.worker'

/** The pixels around a point, enlarged, with their grid, the patch that is measured, and its color. */
const { loupe, across } = defineProps<{ loupe: Loupe; across: number }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const CELL = 9
const side = computed(() => across * CELL)

watch(
  [canvas, () => loupe],
  ([element, { pixels, patch }]) => {
    const context = element?.getContext('2d')
    if (!element || !context) return
    context.clearRect(0, 0, side.value, side.value)
    for (let i = 0; i < pixels.width * pixels.height; i++) {
      const [r, g, b, a] = pixels.data.slice(i * 4, i * 4 + 4)
      context.fillStyle = `rgb(${r} ${g} ${b} / ${(a ?? 0) / 255})`
      context.fillRect((i % pixels.width) * CELL, Math.floor(i / pixels.width) * CELL, CELL - 0.5, CELL - 0.5)
    }
    const reach = Math.min(across, patch) * CELL
    const from = (side.value - reach) / 2
    context.strokeStyle = '#fff'
    context.lineWidth = 3
    context.strokeRect(from, from, reach, reach)
    context.strokeStyle = '#000'
    context.lineWidth = 1
    context.strokeRect(from, from, reach, reach)
  },
  { immediate: true, flush: 'post' },
)
</script>

<template>
  <div
    class="pointer-events-none grid border border-strong bg-panel shadow-float"
    data-test="loupe"
    :data-hex="loupe.hex ?? ''"
  >
    <canvas ref="canvas" :width="side" :height="side" class="block" />
    <p class="flex items-center gap-1.5 px-1 py-0.5">
      <i class="size-3" :style="{ background: loupe.hex ?? 'transparent' }" /><span class="value">{{
        loupe.hex ?? 'clear'
      }}</span
      ><span class="value ml-auto text-quiet">{{ loupe.patch }} px</span>
    </p>
  </div>
</template>
