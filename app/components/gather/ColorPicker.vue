<script setup lang="ts">
import { computed, ref } from 'vue'
import { hexOfHsb, hsbOf, type Hsb } from '#core/color/convert'

/** Saturation across, brightness up, hue below. `preview` while dragging, `pick` when the hand lets go. */
const { hex, hue } = defineProps<{ hex: string; hue: number }>()
const emit = defineEmits<{
  preview: [color: { hex: string; hue: number } | null]
  pick: [color: { hex: string; hue: number }]
}>()

const dragged = ref<Hsb | null>(null)
const color = computed<Hsb>(
  () => dragged.value ?? { ...hsbOf(hex, hue), h: hsbOf(hex, hue).s > 0 ? hsbOf(hex, hue).h : hue },
)
const pure = computed(() => hexOfHsb({ h: color.value.h, s: 1, b: 1 }))

/** All hues, from red to red. */
const HUES = 'linear-gradient(to right, #f00, #ff0, #0f0, #0ff, #00f, #f0f, #f00)'

const asColor = (hsb: Hsb): { hex: string; hue: number } => ({ hex: hexOfHsb(hsb), hue: hsb.h })
const show = (hsb: Hsb): void => {
  dragged.value = hsb
  emit('preview', asColor(hsb))
}
const settle = (): void => {
  if (dragged.value) emit('pick', asColor(dragged.value))
  dragged.value = null
}
const place = ({ x, y }: { x: number; y: number }): void => show({ h: color.value.h, s: x, b: y })
const cancel = (): void => {
  dragged.value = null
  emit('preview', null)
}
const turnTo = (event: Event): void => show({ ...color.value, h: Number((event.target as HTMLInputElement).value) })
</script>

<template>
  <div class="grid gap-2" data-test="picker">
    <PlanePad
      class="h-28"
      label="Saturation and brightness"
      :words="`saturation ${Math.round(color.s * 100)}%, brightness ${Math.round(color.b * 100)}%`"
      :at="{ x: color.s, y: color.b }"
      :style="{ background: `linear-gradient(to top, #000, transparent), linear-gradient(to right, #fff, ${pure})` }"
      @move="place"
      @settle="settle"
      @cancel="cancel"
    >
      <svg
        class="pointer-events-none absolute size-5 -translate-x-1/2 translate-y-1/2"
        viewBox="-10 -10 20 20"
        :style="{ left: `${color.s * 100}%`, bottom: `${color.b * 100}%` }"
      >
        <circle r="6" fill="none" stroke="#fff" stroke-width="3" />
        <circle r="6" fill="none" stroke="#000" />
        <path d="M-10 0H-6M6 0H10M0 -10V-6M0 6V10" stroke="#000" />
      </svg>
    </PlanePad>
    <label class="flex items-center gap-2">
      <span class="text-caption text-quiet">Hue</span>
      <input
        type="range"
        min="0"
        max="359"
        step="1"
        class="slide strip min-w-0 grow"
        :style="{ '--track': HUES }"
        :value="Math.round(color.h)"
        aria-label="Hue"
        @input="turnTo"
        @change="settle"
      />
      <span class="value w-9 text-right">{{ Math.round(color.h) }}°</span>
    </label>
  </div>
</template>
