<script setup lang="ts">
import { computed, ref } from 'vue'
import { ArrowDownTrayIcon, ClipboardDocumentIcon } from '@heroicons/vue/20/solid'
import { countWords } from '#core/document/names'
import { HEIGHT, WIDTH } from '#core/handover/sheetPaper'
import { fileNameOf } from '#core/formats/fileName'
import { saveFile } from '~/browser/saveFile'
import { useCopying } from '~/composables/useCopying'
import { useHistory } from '~/stores/history'
import { useNotices } from '~/stores/notices'
import { useSheet } from '~/stores/sheet'

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
      Artwork, band, values, ladders, text on backgrounds, gradients and notes on paper-sized pages, colorway by
      colorway.
    </p>
    <LookChoices v-model="sheet.looks" />
    <div class="flex gap-2">
      <button
        class="control"
        data-test="draw-sheet"
        :disabled="sheet.drawing || !sheet.looks.length"
        @click="sheet.draw"
      >
        {{ sheet.drawing ? 'Drawing…' : 'Redraw' }}
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
    <div v-if="sheet.pages" class="grid gap-1.5">
      <h3 id="sheet-pages">{{ countWords(sheet.pages, 'page') }}</h3>
      <ol v-one-stop="{ of: '.framed' }" class="grid grid-cols-3 gap-2" aria-labelledby="sheet-pages">
        <li v-for="place in sheet.pages" :key="place" class="min-w-0">
          <button
            class="framed block w-full p-1"
            :class="{ current: sheet.page === place - 1 }"
            :aria-current="sheet.page === place - 1 ? 'page' : undefined"
            data-test="sheet-page"
            @click="sheet.goal = { page: place - 1 }"
          >
            <span
              class="block bg-size-[100%_auto]"
              :style="{
                aspectRatio: `${WIDTH} / ${HEIGHT}`,
                backgroundImage: `url(${sheet.address})`,
                backgroundPosition: `0 ${((place - 1) / Math.max(1, sheet.pages - 1)) * 100}%`,
              }"
            /><span class="block text-caption">Page {{ place }}</span>
          </button>
        </li>
      </ol>
    </div>
  </section>
</template>
