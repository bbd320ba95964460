<script setup lang="ts">
import { hexOfHsb, hsbOf, type Hsb } from '../../../core/color/convert'
import { followDrag } from '~/composables/useDrag'

/** Saturation across, brightness up, hue below. `preview` while dragging, `pick` when the hand lets go. */
const { hex, hue } = defineProps<{ hex: string; hue: number }>()
const emit = defineEmits<{
  preview: [color: { hex: string; hue: number } | null]
  pick: [color: { hex: string; hue: number }]
}>()

const field = useTemplateRef<HTMLElement>('field')
const held = ref<Hsb | null>(null)
const color = computed<Hsb>(
  () => held.value ?? { ...hsbOf(hex, hue), h: hsbOf(hex, hue).s > 0 ? hsbOf(hex, hue).h : hue },
)
const pure = computed(() => hexOfHsb({ h: color.value.h, s: 1, b: 1 }))

const asColor = (hsb: Hsb): { hex: string; hue: number } => ({ hex: hexOfHsb(hsb), hue: hsb.h })
const show = (hsb: Hsb): void => {
  held.value = hsb
  emit('preview', asColor(hsb))
}
const settle = (): void => {
  if (held.value) emit('pick', asColor(held.value))
  held.value = null
}
const within = (value: number): number => Math.min(1, Math.max(0, value))

const drag = (event: PointerEvent): void => {
  field.value?.focus()
  const move = (now: PointerEvent): void => {
    const box = field.value?.getBoundingClientRect()
    if (box)
      show({
        h: color.value.h,
        s: within((now.clientX - box.left) / box.width),
        b: within(1 - (now.clientY - box.top) / box.height),
      })
  }
  move(event)
  followDrag(event, {
    move,
    drop: settle,
    cancel: () => {
      held.value = null
      emit('preview', null)
    },
  })
}
const nudge = (event: KeyboardEvent): void => {
  const way = arrowOf(event)
  if (!way) return
  show({ h: color.value.h, s: within(color.value.s + way.x / 100), b: within(color.value.b + way.y / 100) })
  settle()
}
const turnTo = (event: Event): void => show({ ...color.value, h: Number((event.target as HTMLInputElement).value) })
</script>

<template>
  <div class="grid gap-2" data-test="picker">
    <div
      ref="field"
      class="relative h-28 w-full touch-none cursor-crosshair"
      role="slider"
      tabindex="0"
      aria-label="Saturation and brightness"
      :aria-valuetext="`saturation ${Math.round(color.s * 100)}%, brightness ${Math.round(color.b * 100)}%`"
      :aria-valuenow="Math.round(color.b * 100)"
      :style="{ background: `linear-gradient(to top, #000, transparent), linear-gradient(to right, #fff, ${pure})` }"
      @pointerdown="drag"
      @keydown="nudge"
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
    </div>
    <label class="flex items-center gap-2">
      <span class="text-caption text-quiet">Hue</span>
      <input
        type="range"
        min="0"
        max="359"
        step="1"
        class="hue-slide grow"
        :value="Math.round(color.h)"
        aria-label="Hue"
        @input="turnTo"
        @change="settle"
      />
      <span class="value w-9 text-right">{{ Math.round(color.h) }}°</span>
    </label>
  </div>
</template>

<style scoped>
.hue-slide {
  appearance: none;
  height: 28px;
  background: transparent;
}
.hue-slide::-webkit-slider-runnable-track {
  height: 10px;
  background: linear-gradient(to right, #f00, #ff0, #0f0, #0ff, #00f, #f0f, #f00);
}
.hue-slide::-webkit-slider-thumb {
  appearance: none;
  width: 9px;
  height: 20px;
  margin-top: -5px;
  border: 1px solid var(--text);
  border-radius: 2px;
  background: var(--panel);
}
</style>
