<script setup lang="ts">
import { computed, ref } from 'vue'
import { XMarkIcon } from '@heroicons/vue/20/solid'
import type { FileQueue, Report } from '~/composables/useFileQueue'

/**
 * Files being taken in, with cancel; what was not taken, each with its reason; and in one quiet line that opens, what
 * there is to say about the others.
 */
const { incoming } = defineProps<{ incoming: FileQueue }>()
const refused = computed(() => incoming.reports.value.filter(report => report.refused))
const accepted = computed(() => incoming.reports.value.filter(report => !report.refused))
/** So many lines of each are listed. */
const MOST = 8
const isOpen = ref(false)
const quiet = (reports: readonly Report[]): string => {
  const [only] = reports
  if (reports.length === 1 && only) return `About “${only.file}”: ${only.lines[0] ?? ''}`
  const changed = reports.filter(({ details }) => details?.length).length
  const all = Math.max(incoming.taken.value, reports.length)
  return changed
    ? `${changed} of ${all} had something taken out`
    : `There is something to say about ${reports.length} of ${all}`
}
</script>

<template>
  <p v-if="incoming.current.value" class="flex items-center gap-3" role="status" data-test="incoming">
    <span class="min-w-0 truncate">“{{ incoming.current.value.file }}”: {{ incoming.current.value.doing }}…</span>
    <button class="control" @click="incoming.cancel">Cancel</button>
  </p>
  <div v-if="incoming.reports.value.length" class="flex items-start gap-2" data-test="report">
    <div class="grid min-w-0 grow gap-2">
      <ul v-if="refused.length" class="grid gap-2">
        <li
          v-for="({ file, lines, again }, i) in refused"
          :key="i"
          class="flex items-start gap-3 border border-strong p-2"
        >
          <div class="min-w-0 grow" role="alert">
            <p class="font-semibold wrap-anywhere">▲ “{{ file }}” was not taken</p>
            <p v-for="(line, n) in lines" :key="n" class="text-caption">{{ line }}</p>
          </div>
          <button v-if="again" class="control" @click="again">Try again</button>
        </li>
      </ul>
      <details
        v-if="accepted.length"
        :open="isOpen"
        data-test="said-of-files"
        @toggle="isOpen = ($event.target as HTMLDetailsElement).open"
      >
        <summary class="cursor-pointer text-caption leading-7 text-quiet" role="status">{{ quiet(accepted) }}</summary>
        <ul class="max-h-44 overflow-y-auto border-t border-line py-1 text-caption">
          <li v-for="({ file, lines, details = [] }, i) in accepted" :key="i" class="py-0.5">
            <p class="font-semibold wrap-anywhere">{{ file }}</p>
            <p v-for="(line, n) in lines.slice(0, MOST)" :key="n">{{ line }}</p>
            <p v-if="lines.length > MOST">and {{ lines.length - MOST }} more</p>
            <details v-if="details.length">
              <summary class="cursor-pointer text-quiet">In technical words</summary>
              <p v-for="(line, n) in details.slice(0, MOST)" :key="n" class="value wrap-anywhere">{{ line }}</p>
              <p v-if="details.length > MOST">and {{ details.length - MOST }} more</p>
            </details>
          </li>
        </ul>
      </details>
    </div>
    <button class="control bare px-1.5" aria-label="Dismiss the reports" @click="incoming.dismiss">
      <XMarkIcon class="size-4" />
    </button>
  </div>
</template>
