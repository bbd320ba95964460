<script setup lang="ts" generic="Value extends string | number">
import { ref } from 'vue'
import { sentence } from '#core/document/sentence'

/**
 * A row of choices of which one holds: one tab stop. Arrows choose; where choices can be previewed (`previews`), arrows
 * preview as pointing does, and Enter or Space takes. What stands in a choice is its slot, or its title.
 */
const {
  choices,
  label,
  small = false,
  look = 'choice',
  previews = false,
} = defineProps<{
  choices: ReadonlyArray<{ value: Value; title?: string; hint?: string; label?: string }>
  label: string
  small?: boolean
  /** The class of a choice. */
  look?: string
  previews?: boolean
}>()
const chosen = defineModel<Value>({ required: true })
const emit = defineEmits<{ point: [value: Value | null] }>()
defineSlots<{ default?: (props: { choice: (typeof choices)[number]; checked: boolean }) => unknown }>()

/** True if the focus comes by a key, which chooses, or by the pointer, whose click does. */
const keyed = ref(false)
const come = (value: Value): void => {
  if (previews) emit('point', value)
  else if (keyed.value && value !== chosen.value) chosen.value = value
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/interactive-supports-focus -- its choices have the focus -->
  <div
    v-one-stop="{ of: '[role=radio]', first: '[aria-checked=true]' }"
    class="flex"
    role="radiogroup"
    :aria-label="label"
    :data-previews="previews || undefined"
    @keydown.capture="keyed = /^(Arrow|Home|End)/.test($event.key)"
    @pointerdown.capture="keyed = false"
    @pointerleave="emit('point', null)"
    @focusout="emit('point', null)"
  >
    <button
      v-for="choice in choices"
      :key="String(choice.value)"
      type="button"
      role="radio"
      tabindex="-1"
      :aria-checked="choice.value === chosen"
      :class="[look, small ? 'small text-caption' : '']"
      :title="choice.hint"
      :aria-label="choice.label"
      :data-choice="choice.value"
      @pointerenter="emit('point', choice.value)"
      @focus="come(choice.value)"
      @click="chosen = choice.value"
    >
      <slot :choice="choice" :checked="choice.value === chosen">{{
        sentence(String(choice.title ?? choice.value))
      }}</slot>
    </button>
  </div>
</template>
