<script setup lang="ts">
/** A number with its slider: previews while it moves, settles when let go. */
const { label, value, min, max, unit = '°', disabled = false } = defineProps<{ label: string, value: number, min: number, max: number, unit?: string, disabled?: boolean }>()
const emit = defineEmits<{ preview: [value: number], settle: [value: number] }>()

const valueOf = (event: Event): number => {
  const said = Number((event.target as HTMLInputElement).value)
  return Math.min(max, Math.max(min, Number.isFinite(said) ? Math.round(said) : value))
}
const nudge = (event: KeyboardEvent): void => {
  const way = ({ ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 } as Record<string, number>)[event.key]
  if (!way || !event.shiftKey) return
  event.preventDefault()
  emit('settle', Math.min(max, Math.max(min, value + way * 10)))
}
</script>

<template>
  <label class="grid grid-cols-[64px_minmax(0,1fr)_58px] items-center gap-2" :class="{ 'opacity-45': disabled }">
    <span>{{ label }}</span>
    <input type="range" class="slide" :min="min" :max="max" step="1" :value="value" :disabled="disabled" :aria-label="label" @input="emit('preview', valueOf($event))" @change="emit('settle', valueOf($event))" @keydown="nudge">
    <span class="flex items-center"><input class="field w-11 text-right text-caption" inputmode="numeric" :value="value" :disabled="disabled" :aria-label="`${label} in ${unit === '°' ? 'degrees' : unit}`" @change="emit('settle', valueOf($event))"><span class="value w-3 pl-0.5">{{ unit }}</span></span>
  </label>
</template>
