<script setup lang="ts">
import { saveFile } from '~/browser/saveFile'
import { useSaving } from '~/stores/saving'

const saving = useSaving()
const IN_BROWSER = 'Your work is kept in this browser and will be saved automatically.'
const NOT_IN_BROWSER =
  'This browser has no space left to keep your work: leave this window open, or save a file. Saving is retried automatically.'
const save = (): void => {
  const file = saving.asFile()
  if (file) saveFile(file.name, file.text, 'application/json')
}
</script>

<template>
  <div
    v-if="saving.state.kind === 'waiting'"
    class="pointer-events-none fixed inset-x-3 top-13 z-40 flex justify-center"
    role="alert"
    data-test="waiting"
  >
    <div
      class="pointer-events-auto flex max-w-[760px] items-center gap-3 border border-strong bg-panel px-3 py-2 shadow-float"
    >
      <span>▲ {{ saving.state.why }} {{ saving.state.isStored ? IN_BROWSER : NOT_IN_BROWSER }}</span>
      <button v-if="!saving.state.isStored" class="control shrink-0" data-test="save-as-file" @click="save">
        Save as a file
      </button>
    </div>
  </div>
</template>
