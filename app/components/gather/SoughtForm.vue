<script setup lang="ts">
import { parseColor } from '../../../core/color/parse'

/** Words and a color that schemes are found by. */
const { placeholder, test } = defineProps<{ placeholder: string; test: string }>()
const emit = defineEmits<{ ask: [] }>()
const words = defineModel<string>('words', { required: true })
const color = defineModel<string>('color', { required: true })
const history = useHistory()
const near = computed(() => parseColor(color.value)?.hex ?? null)
const wrong = computed(() => Boolean(color.value.trim()) && near.value === null)
</script>

<template>
  <form class="grid grid-cols-[minmax(0,1fr)_150px_auto] items-center gap-2" @submit.prevent="emit('ask')">
    <input
      v-model="words"
      class="field font-sans!"
      type="search"
      aria-label="Words to find schemes by"
      :placeholder="placeholder"
      maxlength="100"
      :data-test="`${test}-words`"
    />
    <span class="relative block">
      <input
        v-model="color"
        class="field w-full pl-8!"
        aria-label="Near this color"
        placeholder="near a color"
        spellcheck="false"
        maxlength="60"
        :aria-invalid="wrong"
        :data-test="`${test}-near`"
      />
      <i class="absolute left-2 top-1.5 size-4 border border-line" :style="{ background: near ?? 'transparent' }" />
    </span>
    <button type="button" class="control" @click="color = history.settled?.base.hex ?? ''">Near the base</button>
    <p v-if="wrong" class="col-span-3 text-caption" role="alert">▲ “{{ color.slice(0, 30) }}” is not a color.</p>
  </form>
</template>
