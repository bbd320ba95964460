<script setup lang="ts">
import { onMounted, ref, useTemplateRef } from 'vue'
import { asName } from '#core/document/names'
/** A name being changed, all of it selected: Enter or leaving takes it, Escape or nothing typed keeps the old one. */
const { name } = defineProps<{ name: string }>()
const emit = defineEmits<{ rename: [to: string]; done: [] }>()
const typed = ref(name)
const field = useTemplateRef<HTMLInputElement>('field')
let over = false

onMounted(() => field.value?.select())
const finish = (): void => {
  if (over) return
  over = true // what leaves the page with Enter is blurred too
  const to = asName(typed.value)
  if (to && to !== name) emit('rename', to)
  emit('done')
}
const giveUp = (): void => {
  typed.value = name
  finish()
}
</script>

<template>
  <input
    ref="field"
    v-model="typed"
    class="field font-sans!"
    aria-label="Project name"
    maxlength="120"
    @keydown.enter="finish"
    @keydown.esc="giveUp"
    @blur="finish"
  />
</template>
