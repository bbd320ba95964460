<script setup lang="ts" generic="Value extends string">
import { sentence } from '#core/document/sentence'

/** A choice from a list that opens: the browser's own, which every keyboard and reader of screens knows. */
const {
  choices,
  label,
  verbatim = false,
} = defineProps<{
  choices: ReadonlyArray<{ value: Value; title: string }>
  label: string
  /** True if choices are what people have written, and stand as they did. */
  verbatim?: boolean
}>()
const chosen = defineModel<Value>({ required: true })
</script>

<template>
  <select v-model="chosen" class="field px-1! font-sans!" :aria-label="label">
    <option v-for="{ value, title } in choices" :key="value" :value="value">
      {{ verbatim ? title : sentence(title) }}
    </option>
  </select>
</template>
