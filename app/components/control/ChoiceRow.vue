<script setup lang="ts" generic="Value extends string | number">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue'

/**
 * A row of choices of which one holds: one tab stop, arrows choose. Pointing at one says so, so that it can be
 * previewed. What stands in a choice is its slot, or its title.
 */
const {
  choices,
  label,
  small = false,
  look = 'choice',
} = defineProps<{
  choices: ReadonlyArray<{ value: Value; title?: string; hint?: string; label?: string }>
  label: string
  small?: boolean
  /** The class of a choice. */
  look?: string
}>()
const chosen = defineModel<Value>({ required: true })
const emit = defineEmits<{ point: [value: Value | null] }>()
defineSlots<{ default?: (props: { choice: (typeof choices)[number]; checked: boolean }) => unknown }>()
</script>

<template>
  <RadioGroup v-model="chosen" class="flex" :aria-label="label" @pointerleave="emit('point', null)">
    <RadioGroupOption
      v-for="choice in choices"
      :key="String(choice.value)"
      v-slot="{ checked }"
      as="button"
      type="button"
      :value="choice.value"
      :class="[look, { 'h-6! text-caption': small }]"
      :title="choice.hint"
      :aria-label="choice.label"
      :data-choice="choice.value"
      @pointerenter="emit('point', choice.value)"
    >
      <slot :choice="choice" :checked="checked">{{ choice.title ?? choice.value }}</slot>
    </RadioGroupOption>
  </RadioGroup>
</template>
