<script setup lang="ts">
import { computed } from 'vue'
import { WindowIcon } from '@heroicons/vue/20/solid'
import { useOthers } from '~/stores/others'

/** Who else has this project open. */
const here = useOthers()
const MOST = 4
const shown = computed(() =>
  here.others.map(({ window, name, isOwn }) => ({
    window,
    mark: isOwn ? null : name,
    words: isOwn || name === null ? 'It is open in another window' : `${name} has it open`,
  })),
)
/** Windows of one person, or of nobody in particular, are one mark. */
const marks = computed(() => [...new Map(shown.value.map(each => [each.words, each])).values()])
</script>

<template>
  <ul v-if="marks.length" class="flex items-center gap-1" aria-label="Also here" data-test="others">
    <li
      v-for="{ window, mark, words } in marks.slice(0, MOST)"
      :key="window"
      class="grid place-items-center"
      :title="words"
    >
      <PersonMark v-if="mark" :name="mark" /><WindowIcon v-else class="size-4 text-quiet" aria-hidden="true" /><span
        class="sr-only"
        >{{ words }}</span
      >
    </li>
    <li
      v-if="marks.length > MOST"
      :title="
        marks
          .slice(MOST)
          .map(({ words }) => words)
          .join(', ')
      "
    >
      +{{ marks.length - MOST }}
    </li>
  </ul>
</template>
