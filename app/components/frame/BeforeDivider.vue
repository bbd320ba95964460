<script setup lang="ts">
import { computed, nextTick, useTemplateRef } from 'vue'
import { NOTHING_BY_HAND } from '#core/painting/painting'
import type { InkMap } from '#core/inkmap/inkmap'
import type { ScreenArtwork } from '~/workers/artwork.worker'
import type { RasterArtwork } from '~/workers/raster.worker'
import { followDrag } from '~/browser/followDrag'
import { arrowOf } from '~/browser/arrowOf'
import { useArtworkHost } from '~/composables/useArtworkHost'
import { useStage } from '~/stores/stage'
import { clamp } from '#core/math/clamp'

/** The original over the left part of the artwork, up to a line that is dragged, or moved by arrows. */
const { screen, raster, map, hash } = defineProps<{
  screen: ScreenArtwork
  raster: RasterArtwork | undefined
  map: InkMap | undefined
  hash: string
}>()
const stage = useStage()
const place = useTemplateRef('place')
const host = computed(() => place.value?.element ?? null)
const box = useTemplateRef<HTMLElement>('box')
const part = computed(() => stage.divider ?? 0.5)
const set = (value: number): void => {
  stage.divider = clamp(value, 0, 1)
}
const original: ReadonlyMap<string, string> = new Map()
useArtworkHost(
  host,
  () => (map ? undefined : screen),
  () => original,
)

const drag = (event: PointerEvent): void => {
  ;(event.currentTarget as HTMLElement).focus()
  const from = part.value
  const to = (now: PointerEvent): void => {
    const frame = box.value?.getBoundingClientRect()
    if (frame) set((now.clientX - frame.left) / frame.width)
  }
  followDrag(event, { move: to, drop: to, cancel: () => set(from) })
}
/** Where a key leads to: ends, tenths, hundredths. */
const toOf = (event: KeyboardEvent): number | null => {
  const way = arrowOf(event)
  if (way) return part.value + (way.x + way.y) / 100
  const far = ({ Home: 0, End: 1, PageUp: part.value + 0.1, PageDown: part.value - 0.1 } as Record<string, number>)[
    event.key
  ]
  return far ?? null
}
const nudge = (event: KeyboardEvent): void => {
  const to = toOf(event)
  if (to !== null) set(to)
  else if (event.key === 'Escape') {
    stage.divider = null
    void nextTick(() => document.querySelector<HTMLElement>('[data-test=toggle-divider]')?.focus())
  } else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <div ref="box" class="pointer-events-none absolute inset-0" data-test="divided">
    <ArtworkHost
      ref="place"
      still
      class="bg-white"
      :style="{ clipPath: `inset(0 ${(1 - part) * 100}% 0 0)` }"
      role="img"
      aria-label="Original colors"
      data-test="original"
    >
      <InkMapCanvas v-if="map" :map="map" :inks="screen.inks" :colors="original" />
      <LazyRasterCanvas
        v-else-if="raster"
        :taken="raster.stage"
        :inks="raster.inks"
        :colors="original"
        :by-hand="NOTHING_BY_HAND"
        :hash="hash"
      />
    </ArtworkHost>
    <div
      class="pointer-events-auto absolute -inset-y-3 w-6 -translate-x-1/2 cursor-ew-resize touch-none"
      :style="{ left: `${part * 100}%` }"
      role="slider"
      tabindex="0"
      aria-label="Divider between before and after"
      :aria-valuenow="Math.round(part * 100)"
      :aria-valuetext="`${Math.round(part * 100)}% before, ${100 - Math.round(part * 100)}% after`"
      aria-valuemin="0"
      aria-valuemax="100"
      data-test="divider"
      @pointerdown.stop="drag"
      @keydown="nudge"
    >
      <i class="absolute inset-y-0 left-1/2 w-[3px] -translate-x-1/2 border-x border-white bg-black" />
      <span class="pointer-events-none absolute bottom-0 right-full translate-x-2 bg-panel px-1 text-caption"
        >before</span
      ><span class="pointer-events-none absolute bottom-0 left-full -translate-x-2 bg-panel px-1 text-caption"
        >after</span
      >
    </div>
  </div>
</template>
