<script setup lang="ts">
import { computed } from 'vue'
import { readColorQuery } from '#core/interaction/finding'
import { useHistory } from '~/stores/history'

/** Words and a color that schemes are found by. */
const { placeholder, test } = defineProps<{
  placeholder: string
  test: string
  /** True if words are asked for here, and not above. */
  wordless?: boolean
}>()
const emit = defineEmits<{ ask: [] }>()
const words = defineModel<string>('words', { required: true })
const color = defineModel<string>('color', { required: true })
const history = useHistory()
const sought = computed(() => readColorQuery(color.value))
const wrong = computed(() => Boolean(color.value.trim()) && !sought.value.near && !sought.value.several.length)
</script>

<template>
  <form
    class="grid items-center gap-2"
    :class="wordless ? 'grid-cols-[150px_auto] justify-start' : 'grid-cols-[minmax(0,1fr)_150px_auto]'"
    @submit.prevent="emit('ask')"
  >
    <input
      v-if="!wordless"
      v-model="words"
      class="field font-sans!"
      type="search"
      aria-label="Find schemes by word"
      :placeholder="placeholder"
      maxlength="100"
      :data-test="`${test}-words`"
    />
    <span class="relative block">
      <input
        v-model="color"
        class="field w-full pl-8!"
        aria-label="Near this color, or holding these"
        placeholder="Near a color"
        title="One color to be near, or several the scheme must hold"
        spellcheck="false"
        maxlength="200"
        :aria-invalid="wrong"
        :data-test="`${test}-near`"
      />
      <span class="absolute left-2 top-1.5 flex size-4 border border-line"
        ><i
          v-for="hex in sought.near ? [sought.near] : sought.several"
          :key="hex"
          class="min-w-0 grow"
          :style="{ background: hex }"
      /></span>
    </span>
    <button v-if="history.settled" type="button" class="control" @click="color = history.settled.base.hex">
      Near the base
    </button>
    <p v-if="wrong" class="col-span-3 text-caption" role="alert">▲ “{{ color.slice(0, 30) }}” is not a color.</p>
  </form>
</template>
