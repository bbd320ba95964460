<script setup lang="ts">
import { ref } from 'vue'

/**
 * A field one types into. What is being typed stays, whatever is drawn anew around it meanwhile; Enter or leaving
 * settles it, Escape gives it up. What settles is worn only if whoever listens takes it.
 */
const { value } = defineProps<{ value: string | number }>()
const emit = defineEmits<{ settle: [typed: string] }>()

/** The text that is typed and not settled yet; null when nothing is. */
const draft = ref<string | null>(null)
const type = (event: Event): void => {
  draft.value = (event.target as HTMLInputElement).value
}
const settle = (event: Event): void => {
  draft.value = null
  emit('settle', (event.target as HTMLInputElement).value)
}
const giveUp = (event: KeyboardEvent): void => {
  if (draft.value === null) return
  draft.value = null
  event.stopPropagation()
}
</script>

<template>
  <input
    class="field"
    :value="draft ?? value"
    @input="type"
    @change="settle"
    @blur="draft = null"
    @keydown.escape="giveUp"
  />
</template>
