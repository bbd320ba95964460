<script setup lang="ts">
import { computed } from 'vue'

/** A person as the first letters of their name; the name itself stands in what is around it. */
const { name } = defineProps<{ name: string }>()
const letters = computed(() => {
  const words = name.split(/\s+/).filter(Boolean)
  const [first = '', last = ''] = [words[0], words.length > 1 ? words.at(-1) : '']
  return [first, last].map(word => [...new Intl.Segmenter().segment(word)][0]?.segment ?? '').join('')
})
</script>

<template>
  <span class="mark" aria-hidden="true">{{ letters.toUpperCase() || '·' }}</span>
</template>

<style scoped>
.mark {
  display: inline-grid;
  place-items: center;
  min-width: 22px;
  height: 22px;
  padding: 0 3px;
  border: 1px solid var(--strong-line);
  font-size: 11px;
  font-weight: 650;
  clip-path: polygon(0 0, calc(100% - 5px) 0, 100% 5px, 100% 100%, 0 100%);
}
</style>
