<script setup lang="ts">
import { ArrowDownTrayIcon, ClipboardDocumentIcon } from '@heroicons/vue/20/solid'
import { fileNameOf } from '../../../core/formats/fileName'
import { NOW } from '../../../core/handover/wanted'
import { saveFile } from '~/composables/saveFile'

/** The sheet: which colorways it is of; its pages are shown where the artwork stands. */
const sheet = useSheet()
const history = useHistory()
const notices = useNotices()
const lineUp = useLineUp()
const { copyPicture } = useCopying()
const making = ref(false)
const looks = computed(() => [
  ...lineUp.colorways.map(({ id, name, look }) => ({ id, name, scheme: look.scheme })),
  ...(history.settled ? [{ id: NOW, name: 'As it is now', scheme: history.settled.scheme }] : []),
])
const name = computed(() => `${fileNameOf(history.settled?.name ?? '') || 'plumbago'}-sheet`)
const savePdf = async (): Promise<void> => {
  making.value = true
  await notices.attempt(async () => {
    saveFile(`${name.value}.pdf`, new Uint8Array(await (await sheet.made('pdf')).arrayBuffer()), 'application/pdf')
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
    <fieldset class="grid gap-1">
      <legend class="mb-1 font-semibold">Colorways</legend>
      <label v-for="{ id, name: called, scheme } in looks" :key="id" class="flex min-h-6 items-center gap-2"
        ><input v-model="sheet.looks" type="checkbox" class="size-4 accent-accent" :value="id" /><SchemeStrip
          class="h-4 w-24 shrink-0"
          :scheme="scheme"
        /><span class="min-w-0 wrap-anywhere">{{ called }}</span></label
      >
    </fieldset>
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
