<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref } from 'vue'
import { XMarkIcon } from '@heroicons/vue/20/solid'
import { byReason, type FileReport } from '#core/interaction/intake'
import type { FileQueue } from '~/composables/useFileQueue'
import { useIntake } from '~/stores/intake'

/**
 * Files being taken in, with cancel; what was not taken, by reason; and in one quiet line that opens, what there is to say about the
 * others. With artwork that comes into the project where `withArtwork` is set.
 */
const { incoming, withArtwork = false } = defineProps<{ incoming: FileQueue; withArtwork?: boolean }>()
const intake = useIntake()
const reports = computed(() => [...incoming.reports.value, ...(withArtwork ? intake.reports : [])])
const taken = computed(() => incoming.taken.value + (withArtwork ? intake.taken : 0))
const refused = computed(() => byReason(reports.value.filter(report => report.refused)))
const accepted = computed(() => reports.value.filter(report => !report.refused))
/** Number of lines of each that are listed. */
const MAX_LINES = 8
const isOpen = ref(false)
const quiet = (about: readonly FileReport[]): string => {
  const [only] = about
  if (about.length === 1 && only) return `About “${only.file}”: ${only.lines[0] ?? ''}`
  const changed = about.filter(({ details }) => details?.length).length
  const all = Math.max(taken.value, about.length)
  return changed ? `Something was removed from ${changed} of ${all}` : `Notes on ${about.length} of ${all}`
}
const dismiss = (): void => {
  incoming.dismiss()
  if (withArtwork) intake.dismiss()
}
onMounted(() => {
  if (withArtwork) intake.places++
})
onUnmounted(() => {
  if (withArtwork) intake.places--
})
</script>

<template>
  <p v-if="incoming.current.value" class="flex items-center gap-3" role="status" data-test="incoming">
    <span class="min-w-0 truncate">“{{ incoming.current.value.file }}”: {{ incoming.current.value.doing }}…</span>
    <button class="control" @click="incoming.cancel">Cancel</button>
  </p>
  <IntakeLine v-if="withArtwork" />
  <div v-if="reports.length" class="flex items-start gap-2" data-test="report">
    <div class="grid min-w-0 grow grid-cols-[minmax(0,1fr)] gap-2">
      <ul v-if="refused.length" class="grid max-h-60 gap-2 overflow-y-auto">
        <li
          v-for="{ reason, reports: alike } in refused"
          :key="reason"
          class="flex items-start gap-3 border border-strong p-2"
        >
          <div class="min-w-0 grow" role="alert">
            <p class="font-semibold wrap-anywhere">
              ▲ {{ alike.length === 1 ? `“${alike[0]?.file}” was not added` : `${alike.length} files were not added` }}
            </p>
            <p v-for="(line, n) in alike[0]?.lines" :key="n" class="text-caption">{{ line }}</p>
            <details v-if="alike.length > 1">
              <summary class="cursor-pointer text-caption text-quiet">Which ones</summary>
              <ul class="max-h-44 overflow-y-auto text-caption">
                <li v-for="({ file }, i) in alike" :key="i" class="wrap-anywhere">{{ file }}</li>
              </ul>
            </details>
          </div>
          <button
            v-if="alike.some(({ again }) => again)"
            class="control"
            @click="alike.forEach(({ again }) => again?.())"
          >
            Try again
          </button>
        </li>
      </ul>
      <details
        v-if="accepted.length"
        :open="isOpen"
        data-test="file-notes"
        @toggle="isOpen = ($event.target as HTMLDetailsElement).open"
      >
        <summary class="cursor-pointer truncate text-caption leading-7 text-quiet" role="status">
          {{ quiet(accepted) }}
        </summary>
        <ul class="max-h-44 overflow-y-auto border-t border-line py-1 text-caption">
          <li v-for="({ file, lines, details = [] }, i) in accepted" :key="i" class="py-0.5">
            <p class="font-semibold wrap-anywhere">{{ file }}</p>
            <p v-for="(line, n) in lines.slice(0, MAX_LINES)" :key="n">{{ line }}</p>
            <p v-if="lines.length > MAX_LINES">and {{ lines.length - MAX_LINES }} more</p>
            <details v-if="details.length">
              <summary class="cursor-pointer text-quiet">Technical details</summary>
              <p v-for="(line, n) in details.slice(0, MAX_LINES)" :key="n" class="value wrap-anywhere">{{ line }}</p>
              <p v-if="details.length > MAX_LINES">and {{ details.length - MAX_LINES }} more</p>
            </details>
          </li>
        </ul>
      </details>
    </div>
    <button class="control bare px-1.5" aria-label="Dismiss the reports" @click="dismiss">
      <XMarkIcon class="size-4" />
    </button>
  </div>
</template>
