<script setup lang="ts">
import { countWords } from '#core/document/names'
import { useIntake } from '~/stores/intake'

/** Artwork that is coming in: a bar with numbers, pause and stop. */
const intake = useIntake()
</script>

<template>
  <p v-if="intake.unpacking" class="flex items-center gap-3" role="status" data-test="unpacking">
    <span class="min-w-0 grow truncate"
      >Unpacking “{{ intake.unpacking.name }}”, {{ countWords(intake.unpacking.found, 'file') }}…</span
    ><button class="control" @click="intake.unpacking.stop()">Cancel</button>
  </p>
  <div v-if="intake.progress" class="flex items-center gap-3" role="status" data-test="incoming">
    <template v-if="intake.progress.of > 1">
      <progress
        class="w-32 flex-none"
        aria-label="Artwork read"
        :value="intake.progress.done"
        :max="intake.progress.of"
      />
      <span class="flex-none tabular-nums" data-test="incoming-count"
        >{{ intake.progress.done }} of {{ intake.progress.of
        }}<template v-if="intake.progress.refused">, {{ intake.progress.refused }} not added</template></span
      >
    </template>
    <span v-if="intake.progress.isPaused" class="min-w-0 grow truncate">{{ intake.progress.why ?? 'Paused.' }}</span>
    <span v-else class="min-w-0 grow truncate"
      >“{{ intake.progress.name }}”<template v-if="intake.progress.of === 1"
        >: reading it and measuring inks…</template
      ></span
    >
    <template v-if="intake.progress.of > 1">
      <button v-if="intake.progress.isPaused" class="control" @click="intake.goOn">Continue</button>
      <button v-else class="control" @click="intake.pause()">Pause</button>
    </template>
    <button class="control" @click="intake.stop">{{ intake.progress.of > 1 ? 'Stop' : 'Cancel' }}</button>
  </div>
</template>
