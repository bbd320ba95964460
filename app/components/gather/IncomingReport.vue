<script setup lang="ts">
import { XMarkIcon } from '@heroicons/vue/20/solid'

/** What is being taken in, with cancel; and what had to be said about files that came. */
const { incoming } = defineProps<{ incoming: ReturnType<typeof useIncoming> }>()
</script>

<template>
  <p v-if="incoming.current.value" class="flex items-center gap-3" role="status" data-test="incoming">
    <span class="min-w-0 truncate">“{{ incoming.current.value.file }}”: {{ incoming.current.value.doing }}…</span>
    <button class="control" @click="incoming.cancel">Cancel</button>
  </p>
  <ul v-if="incoming.reports.value.length" class="grid gap-2" data-test="report">
    <li
      v-for="({ file, lines, refused, again }, i) in incoming.reports.value"
      :key="i"
      class="flex items-start gap-3 border border-strong p-2"
      role="alert"
    >
      <div class="min-w-0 grow">
        <p class="truncate font-semibold">{{ refused ? `▲ “${file}” was not taken` : `● About “${file}”` }}</p>
        <ul class="text-caption">
          <li v-for="(line, n) in lines.slice(0, 8)" :key="n">{{ line }}</li>
          <li v-if="lines.length > 8">and {{ lines.length - 8 }} more</li>
        </ul>
      </div>
      <button v-if="again" class="control" @click="again">Try again</button>
      <button v-if="i === 0" class="control bare px-1.5" aria-label="Dismiss the reports" @click="incoming.dismiss">
        <XMarkIcon class="size-4" />
      </button>
    </li>
  </ul>
</template>
