<script setup lang="ts">
import { onScopeDispose, useTemplateRef, watch } from 'vue'
import { usePassing } from '~/stores/passing'
import type { PassingPlace } from '~/workers/passing.worker'

/**
 * A canvas that a worker paints while colors pass by under a hand. It stands over what it stands for, and is seen
 * only then.
 */
const { place } = defineProps<{ place: PassingPlace }>()
const passing = usePassing()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
let leave = (): void => undefined
watch(
  canvas,
  element => {
    leave()
    leave = element
      ? passing.paint(place, {
          element,
          size: () => ({
            width: element.clientWidth,
            height: element.clientHeight,
            scale: Math.max(1, window.devicePixelRatio),
          }),
        })
      : () => undefined
  },
  { flush: 'post', immediate: true },
)
onScopeDispose(() => leave())
</script>

<template>
  <canvas
    :key="passing.age"
    ref="canvas"
    class="pointer-events-none absolute"
    :class="{ invisible: !(place === 'stage' ? passing.isStageLive : passing.isLive) }"
    aria-hidden="true"
    :data-test="`passing-${place}`"
  />
</template>
