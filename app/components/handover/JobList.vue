<script setup lang="ts">
import { ArrowDownTrayIcon } from '@heroicons/vue/20/solid'
import type { HandOverJob } from '#core/document/job'
import { useHandOver } from '~/stores/handOver'
import { sizeWords } from '~/words/amounts'

/** Jobs of this project within a day: how far it is, what failed, and the file that came of it. */
const handOver = useHandOver()
const words = (job: HandOverJob): string => {
  switch (job.state) {
    case 'waiting':
      return 'Waiting'
    case 'underway':
      return job.parts ? `${job.done} of ${job.parts}: ${job.doing}` : 'Starting'
    case 'done':
      return `${sizeWords(job.size ?? 0)} · ${job.parts} ${job.parts === 1 ? 'file' : 'files'}`
    case 'stopped':
      return 'Stopped; nothing was written'
    case 'failed':
      return job.reason ?? 'Failed'
  }
}
const canRetry = ({ state, failures }: HandOverJob): boolean =>
  state === 'failed' || state === 'stopped' || (state === 'done' && failures.length > 0)
const timeOf = ({ createdAt }: HandOverJob): string =>
  new Date(createdAt).toLocaleTimeString('en-US', { hour: 'numeric', minute: '2-digit' })
</script>

<template>
  <ul v-if="handOver.jobs.length" class="grid" aria-label="Requested files, kept for a day">
    <li
      v-for="job in handOver.jobs"
      :key="job.id"
      class="grid gap-1 border-t border-line py-2"
      data-test="job"
      :data-state="job.state"
    >
      <div class="flex items-center gap-2">
        <span class="min-w-0 grow"
          ><b class="font-semibold wrap-anywhere">{{ job.name }}</b>
          <span class="text-caption text-quiet">{{ timeOf(job) }}</span
          ><span class="block truncate text-caption text-quiet" data-test="job-words">{{ words(job) }}</span></span
        >
        <button v-if="handOver.isOpen(job)" class="control" data-test="stop-job" @click="handOver.stop(job)">
          Stop
        </button>
        <button v-if="canRetry(job)" class="control" data-test="retry-job" @click="handOver.retry(job)">
          Try again
        </button>
        <button v-if="job.size !== null" class="control" :aria-label="`Save ${job.name}`" @click="handOver.save(job)">
          <ArrowDownTrayIcon class="size-4" />Save
        </button>
      </div>
      <progress
        v-if="handOver.isOpen(job)"
        class="h-1 w-full accent-accent"
        :max="Math.max(1, job.parts)"
        :value="job.parts ? job.done : undefined"
        :aria-label="`Writing ${job.name}`"
      />
      <ul v-if="job.failures.length" class="text-caption" data-test="job-failures">
        <li v-for="{ path, reason } in job.failures.slice(0, 5)" :key="path" class="wrap-anywhere">
          ▲ {{ path }}: {{ reason }}
        </li>
        <li v-if="job.failures.length > 5">and {{ job.failures.length - 5 }} more</li>
      </ul>
    </li>
  </ul>
</template>
