<script setup lang="ts">
import { saveFile } from '~/composables/saveFile'

const saving = useSaving()
const save = (): void => {
  const file = saving.asFile()
  if (file) saveFile(file.name, file.text, 'application/json')
}
</script>

<template>
  <div
    v-if="saving.state.kind === 'waiting'"
    class="fixed left-1/2 top-13 z-40 flex w-max max-w-[calc(100vw-24px)] -translate-x-1/2 items-center gap-3 border border-strong bg-panel px-3 py-2 shadow-float"
    role="alert"
    data-test="waiting"
  >
    <span
      >▲ {{ saving.state.why }}
      {{
        saving.state.kept
          ? 'Your work is kept in this browser; saving is tried again by itself.'
          : 'This browser has no room, so your work is not kept anywhere yet: leave this window open, or save it as a file. Saving is tried again by itself.'
      }}</span
    >
    <button v-if="!saving.state.kept" class="control shrink-0" data-test="save-as-file" @click="save">
      Save as a file
    </button>
  </div>
</template>
