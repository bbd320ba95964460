<script setup lang="ts">
/** A word that explains itself on asking: a press on it opens what it means, of itself or of each of its choices. */
const { word, means } = defineProps<{
  word: string
  means: string | ReadonlyArray<{ word: string; means: string }>
}>()
</script>

<template>
  <PopOver
    :title="word"
    look="min-h-(--low) min-w-(--low) underline decoration-dotted underline-offset-3"
    panel-look="w-72 p-3"
    :aria-label="`What ${word} means`"
    :data-test="`explain-${word}`"
  >
    <p v-if="typeof means === 'string'">{{ means }}</p>
    <dl v-else class="grid gap-1.5">
      <div v-for="each in means" :key="each.word">
        <dt class="font-semibold first-letter:uppercase">{{ each.word }}</dt>
        <dd>{{ each.means }}</dd>
      </div>
    </dl>
  </PopOver>
</template>
