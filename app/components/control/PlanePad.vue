<script setup lang="ts">
import { useTemplateRef } from 'vue'
import { followDrag } from '~/browser/followDrag'
import { arrowOf } from '~/browser/arrowOf'
import { clamp } from '#core/math/clamp'

/** A place on a plane, in parts of its width and height, up being more. */
interface Place {
  x: number
  y: number
}

/**
 * A plane on which one place is chosen: by pointer, finger or pen, and by arrows, ten times as far with Shift. `move`
 * while a hand is on it, `settle` when it lets go; `cancel` for a drag called off. What is drawn on it is its slot.
 */
const {
  at,
  step = 0.01,
  label,
  words,
  disabled = false,
} = defineProps<{
  at: Place
  /** The step of an arrow key. */
  step?: number
  label: string
  /** Both values in words. */
  words: string
  disabled?: boolean
}>()
const emit = defineEmits<{ move: [to: Place]; settle: []; cancel: []; home: [] }>()
const pad = useTemplateRef<HTMLElement>('pad')
const within = (value: number): number => clamp(value, 0, 1)

const drag = (event: PointerEvent): void => {
  if (disabled || event.button !== 0) return
  pad.value?.focus()
  const move = (now: PointerEvent): void => {
    const box = pad.value?.getBoundingClientRect()
    if (!box) return
    emit('move', {
      x: within((now.clientX - box.left) / box.width),
      y: within(1 - (now.clientY - box.top) / box.height),
    })
  }
  move(event)
  followDrag(event, { move, drop: () => emit('settle'), cancel: () => emit('cancel') })
}
const keyed = (event: KeyboardEvent): void => {
  if (disabled) return
  if (event.key === 'Home') {
    event.preventDefault()
    return emit('home')
  }
  const way = arrowOf(event)
  if (!way) return
  emit('move', { x: within(at.x + way.x * step), y: within(at.y + way.y * step) })
  emit('settle')
}
</script>

<template>
  <div
    ref="pad"
    class="relative w-full touch-none"
    :class="{ 'cursor-crosshair': !disabled }"
    role="slider"
    tabindex="0"
    :aria-label="label"
    :aria-disabled="disabled"
    :aria-valuetext="words"
    :aria-valuenow="Math.round(at.x * 100)"
    aria-valuemin="0"
    aria-valuemax="100"
    @pointerdown="drag"
    @keydown="keyed"
  >
    <slot />
  </div>
</template>
