<script setup lang="ts">
import { REST, type Lean } from '../../../core/extract/extract'
import { followDrag } from '~/composables/useDrag'

/**
 * Quiet to lively across, dark to light up. `lean` while the hand is on it, `settle` when it lets go; null for a drag
 * called off.
 */
const { lean, disabled } = defineProps<{ lean: Lean; disabled: boolean }>()
const emit = defineEmits<{ lean: [to: Lean]; settle: [to: Lean | null] }>()
const pad = useTemplateRef<HTMLElement>('pad')
const held = ref<Lean | null>(null)
const now = computed(() => held.value ?? lean)

const bound = (value: number): number => Math.min(1, Math.max(-1, Math.round(value * 100) / 100))
/** Near the middle the pad rests. */
const snug = ({ x, y }: Lean): Lean => (Math.hypot(x, y) < 0.06 ? REST : { x: bound(x), y: bound(y) })

const drag = (event: PointerEvent): void => {
  if (disabled) return
  pad.value?.focus()
  const move = (at: PointerEvent): void => {
    const box = pad.value?.getBoundingClientRect()
    if (!box) return
    held.value = snug({
      x: ((at.clientX - box.left) / box.width) * 2 - 1,
      y: 1 - ((at.clientY - box.top) / box.height) * 2,
    })
    emit('lean', held.value)
  }
  move(event)
  followDrag(event, {
    move,
    drop: () => {
      emit('settle', held.value)
      held.value = null
    },
    cancel: () => {
      held.value = null
      emit('settle', null)
    },
  })
}
const nudge = (event: KeyboardEvent): void => {
  const way = disabled ? null : arrowOf(event)
  if (way) emit('settle', { x: bound(lean.x + way.x / 20), y: bound(lean.y + way.y / 20) })
  if (disabled || event.key !== 'Home') return
  event.preventDefault()
  emit('settle', REST)
}
const percent = (part: number): string => `${Math.abs(Math.round(part * 100))}%`
const said = computed(() => {
  const { x, y } = now.value
  if (x === 0 && y === 0) return 'at rest, as the picture is'
  return `${percent(x)} ${x < 0 ? 'quiet' : 'lively'}, ${percent(y)} ${y < 0 ? 'dark' : 'light'}`
})
</script>

<template>
  <div class="grid content-start gap-1" :class="{ 'opacity-45': disabled }">
    <div
      ref="pad"
      class="relative h-[104px] w-full touch-none border border-strong bg-table"
      :class="disabled ? '' : 'cursor-crosshair'"
      role="slider"
      tabindex="0"
      aria-label="Lean of the extraction"
      :aria-disabled="disabled"
      :aria-valuetext="said"
      :aria-valuenow="Math.round(now.x * 100)"
      aria-valuemin="-100"
      aria-valuemax="100"
      data-test="lean"
      @pointerdown="drag"
      @keydown="nudge"
      @dblclick="!disabled && emit('settle', REST)"
    >
      <i class="absolute inset-y-0 left-1/2 w-px bg-line" /><i class="absolute inset-x-0 top-1/2 h-px bg-line" />
      <span class="edge left-1 top-1/2 -translate-y-1/2">quiet</span
      ><span class="edge right-1 top-1/2 -translate-y-1/2">lively</span>
      <span class="edge left-1/2 top-0.5 -translate-x-1/2">light</span
      ><span class="edge bottom-0.5 left-1/2 -translate-x-1/2">dark</span>
      <svg
        class="pointer-events-none absolute size-5 -translate-x-1/2 translate-y-1/2"
        viewBox="-10 -10 20 20"
        fill="none"
        stroke="var(--text)"
        :style="{ left: `${(now.x + 1) * 50}%`, bottom: `${(now.y + 1) * 50}%` }"
      >
        <circle r="5.5" fill="var(--panel)" />
        <path d="M-10 0H10M0 -10V10" />
      </svg>
    </div>
    <button
      class="control bare h-6! justify-between px-1 text-caption"
      :disabled="disabled || (lean.x === 0 && lean.y === 0)"
      @click="emit('settle', REST)"
    >
      <span>Lean</span><span class="text-quiet">{{ now.x === 0 && now.y === 0 ? 'at rest' : 'let it rest' }}</span>
    </button>
  </div>
</template>

<style scoped>
.edge {
  position: absolute;
  font-size: 11px;
  line-height: 14px;
  color: var(--quiet);
  background: var(--table);
  padding: 0 2px;
  pointer-events: none;
}
</style>
