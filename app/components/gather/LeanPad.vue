<script setup lang="ts">
import { computed, ref } from 'vue'
import { REST, type Lean } from '#core/extract/extract'

/**
 * Quiet to lively across, dark to light up. `lean` while the hand is on it, `settle` when it lets go; null for a drag
 * called off.
 */
const { lean, disabled } = defineProps<{ lean: Lean; disabled: boolean }>()
const emit = defineEmits<{ lean: [to: Lean]; settle: [to: Lean | null] }>()
const dragged = ref<Lean | null>(null)
const now = computed(() => dragged.value ?? lean)

const bound = (value: number): number => Math.min(1, Math.max(-1, Math.round(value * 100) / 100))
/** Near the middle the pad rests. */
const snug = ({ x, y }: Lean): Lean => (Math.hypot(x, y) < 0.06 ? REST : { x: bound(x), y: bound(y) })
const move = ({ x, y }: { x: number; y: number }): void => {
  dragged.value = snug({ x: x * 2 - 1, y: y * 2 - 1 })
  emit('lean', dragged.value)
}
const settle = (to: Lean | null): void => {
  dragged.value = null
  emit('settle', to)
}
const percent = (part: number): string => `${Math.abs(Math.round(part * 100))}%`
const description = computed(() => {
  const { x, y } = now.value
  if (x === 0 && y === 0) return 'neutral, as in the picture'
  return `${percent(x)} ${x < 0 ? 'quiet' : 'lively'}, ${percent(y)} ${y < 0 ? 'dark' : 'light'}`
})
</script>

<template>
  <div class="grid content-start gap-1">
    <PlanePad
      class="h-[104px] border border-strong bg-table"
      label="Lean of the extraction"
      :words="description"
      :at="{ x: (now.x + 1) / 2, y: (now.y + 1) / 2 }"
      :step="1 / 40"
      :disabled="disabled"
      data-test="lean"
      @move="move"
      @settle="settle(dragged)"
      @cancel="settle(null)"
      @home="settle(REST)"
      @dblclick="!disabled && settle(REST)"
    >
      <i class="absolute inset-y-0 left-1/2 w-px bg-line" /><i class="absolute inset-x-0 top-1/2 h-px bg-line" />
      <span class="edge left-1 top-1/2 -translate-y-1/2">Quiet</span
      ><span class="edge right-1 top-1/2 -translate-y-1/2">Lively</span>
      <span class="edge left-1/2 top-0.5 -translate-x-1/2">Light</span
      ><span class="edge bottom-0.5 left-1/2 -translate-x-1/2">Dark</span>
      <svg
        class="pointer-events-none absolute size-5 -translate-x-1/2 translate-y-1/2"
        viewBox="-10 -10 20 20"
        fill="none"
        stroke="var(--text)"
        :style="{ left: `${(now.x + 1) * 50}%`, bottom: `${(now.y + 1) * 50}%` }"
      >
        <circle v-if="!disabled" r="5.5" fill="var(--panel)" />
        <path d="M-10 0H10M0 -10V10" />
      </svg>
    </PlanePad>
    <button
      class="control bare small justify-between px-1 text-caption"
      :disabled="disabled || (lean.x === 0 && lean.y === 0)"
      @click="emit('settle', REST)"
    >
      <span>Lean</span><span>{{ now.x === 0 && now.y === 0 ? 'Neutral' : 'Reset' }}</span>
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
