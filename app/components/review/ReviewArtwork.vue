<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useElementSize } from '@vueuse/core'
import type { ShownArtwork, Spot } from '#core/document/review'
import type { Pin } from '#core/interaction/pins'
import { arrowOf } from '~/browser/arrowOf'
import { clamp } from '#core/math/clamp'

/**
 * An artwork of a review, large, with its pins and, over its left part, as it was before. A spot is aimed at with a pointer, or with
 * arrows and Enter.
 */
const { artwork, address, before, part, pins, aiming } = defineProps<{
  artwork: ShownArtwork
  /** Where its picture is, and that of it as it was before. */
  address: string
  before: string
  /** Which part of it shows what it was before. */
  part: number
  pins: readonly Pin[]
  current: string | null
  aiming: boolean
  words: string
}>()
const emit = defineEmits<{ spot: [spot: Spot | null]; pin: [id: string] }>()
const room = useTemplateRef<HTMLElement>('room')
const { width, height } = useElementSize(room)
/** As large as it fits, and never more than twice what its picture holds. */
const size = computed(() => {
  const ratio = artwork.width / artwork.height
  const wide = Math.min(width.value, height.value * ratio)
  return { width: `${Math.floor(wide)}px`, height: `${Math.floor(wide / ratio)}px` }
})
const failed = ref(false)
watch(
  () => address,
  () => {
    failed.value = false
  },
)
const sight = useTemplateRef<HTMLButtonElement>('sight')
const at = ref({ x: 0.5, y: 0.5 })
watch(
  () => aiming,
  now => {
    if (!now) return
    at.value = { x: 0.5, y: 0.5 }
    void nextTick(() => sight.value?.focus())
  },
)
const within = (value: number): number => clamp(value, 0, 1)
const take = ({ x, y }: { x: number; y: number }): void => emit('spot', { artwork: artwork.key, x, y })
const aimed = (event: MouseEvent): void => {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  // Enter and the space bar click without a place
  if (event.detail === 0) return take(at.value)
  take({
    x: within((event.clientX - box.left) / box.width),
    y: within((event.clientY - box.top) / box.height),
  })
}
const nudge = (event: KeyboardEvent): void => {
  if (event.key === 'Escape') return emit('spot', null)
  const way = arrowOf(event)
  if (!way) return
  event.preventDefault()
  event.stopPropagation()
  at.value = { x: within(at.value.x + way.x / 100), y: within(at.value.y - way.y / 100) }
}
</script>

<template>
  <div
    ref="room"
    class="grid min-h-0 min-w-0 place-items-center"
    :style="{ '--tall': artwork.height / artwork.width }"
    data-test="review-artwork"
  >
    <div class="relative" :style="size">
      <CropMarks />
      <p v-if="failed" class="absolute inset-0 grid place-items-center bg-panel p-4 text-center" role="alert">
        ▲ The picture of “{{ artwork.name }}” could not be loaded.
      </p>
      <img
        v-else
        class="block size-full bg-white"
        :src="address"
        :alt="words"
        draggable="false"
        data-test="review-picture"
        @error="failed = true"
      />
      <img
        v-if="part > 0"
        class="absolute inset-0 size-full bg-white"
        :style="{ clipPath: `inset(0 ${(1 - part) * 100}% 0 0)` }"
        :src="before"
        :alt="`${artwork.name} before`"
        draggable="false"
        data-test="review-before"
      />
      <i
        v-if="part > 0 && part < 1"
        class="absolute inset-y-0 w-[3px] -translate-x-1/2 border-x border-white bg-black"
        :style="{ left: `${part * 100}%` }"
      />
      <button
        v-for="pin in pins"
        :key="pin.id"
        class="pin absolute"
        :class="{ current: pin.id === current }"
        :style="{ left: `${pin.x * 100}%`, top: `${pin.y * 100}%` }"
        :aria-label="`Comment ${pin.number} by ${pin.author}`"
        data-test="pin"
        @click="emit('pin', pin.id)"
      >
        <SpotMark class="size-6!" /><b>{{ pin.number }}</b>
      </button>
      <button
        v-if="aiming"
        ref="sight"
        class="absolute inset-0 cursor-crosshair bg-ink/10"
        aria-label="Choose a spot: arrow keys move it, Enter sets it, Escape cancels"
        data-test="aim"
        @click="aimed"
        @keydown="nudge"
      >
        <SpotMark
          class="pointer-events-none absolute size-8! -translate-1/2"
          :style="{ left: `${at.x * 100}%`, top: `${at.y * 100}%` }"
        />
      </button>
    </div>
  </div>
</template>

<style scoped>
.pin {
  translate: -50% -50%;
}
.pin b {
  position: absolute;
  left: 19px;
  bottom: 17px;
  padding: 0 4px;
  font-size: 11px;
  line-height: 15px;
  background: black;
  color: white;
  outline: 1px solid white;
}
.pin.current b {
  background: var(--accent);
}
.pin::after {
  content: '';
  position: absolute;
  inset: -8px;
}
</style>
