<script setup lang="ts">
import { ArrowDownTrayIcon, ClipboardDocumentIcon } from '@heroicons/vue/20/solid'
import { fileNameOf } from '../../../core/formats/fileName'
import { saveFile } from '~/composables/saveFile'

/** The sheet: which colorways it is of; its pages are shown where the artwork stands. */
const sheet = useSheet()
const history = useHistory()
const notices = useNotices()
const { copyPicture } = useCopying()
const making = ref(false)
const name = computed(() => `${fileNameOf(history.settled?.name ?? '') || 'plumbago'}-sheet`)
const savePdf = async (): Promise<void> => {
  making.value = true
  await notices.attempt(async () => {
    saveFile(`${name.value}.pdf`, await sheet.made('pdf'), 'application/pdf')
    notices.say(`Saved ${name.value}.pdf.`)
  })
  making.value = false
}
</script>

<template>
  <section class="grid content-start gap-4" aria-labelledby="sheet" data-test="sheet">
    <h2 id="sheet">Sheet</h2>
    <p class="text-quiet">
      Artwork, band, values, ladders, text on ground, gradients and notes on paper-sized pages, colorway by colorway.
    </p>
    <LookChoices v-model="sheet.looks" />
    <div class="flex gap-2">
      <button
        class="control"
        data-test="draw-sheet"
        :disabled="sheet.drawing || !sheet.looks.length"
        @click="sheet.draw"
      >
        {{ sheet.drawing ? 'Drawing…' : 'Draw again' }}
      </button>
      <span class="grow" />
      <button
        class="control"
        :disabled="!sheet.looks.length"
        @click="copyPicture(sheet.made('png'), 'Copied the sheet as a picture.')"
      >
        <ClipboardDocumentIcon class="size-4" />Copy
      </button>
      <button class="control" data-test="sheet-pdf" :disabled="making || !sheet.looks.length" @click="savePdf">
        <ArrowDownTrayIcon class="size-4" />{{ making ? 'Making…' : 'PDF' }}
      </button>
    </div>
    <p v-if="sheet.isStale" class="text-quiet" role="status">The project has changed since these pages were drawn.</p>
  </section>
</template>
