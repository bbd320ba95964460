<script setup lang="ts">
import { computed, ref } from 'vue'
import { ArrowDownTrayIcon, ClipboardDocumentIcon } from '@heroicons/vue/20/solid'
import { useLocalStorage } from '@vueuse/core'
import type { Artwork } from '#core/document/artwork'
import { fileNameOf, displayTitle } from '#core/formats/fileName'
import { SCHEME_FORMATS, SCHEME_FORMAT_KINDS, type SchemeFormatKind } from '#core/formats/formats'
import type { MenuChoice } from '~/components/control/menu'
import { saveFile } from '~/browser/saveFile'
import { pngOfSvg } from '~/browser/pngOfSvg'
import { useArtworkFiles } from '~/stores/artwork'
import { useCopying } from '~/composables/useCopying'
import { useHandingOver } from '~/composables/useArtworkExport'
import { useHandOver } from '~/stores/handOver'
import { useHistory } from '~/stores/history'
import { useNotices } from '~/stores/notices'
import { usePainting } from '~/stores/painting'

/** The files of the bench: everything at once by the dialog, one artwork, the scheme as text. */
const handOver = useHandOver()
const history = useHistory()
const painting = usePainting()
const files = useArtworkFiles()
const notices = useNotices()
const { copy, copyPicture } = useCopying()
const { jobs, writeOne, writePdf } = useHandingOver()
const extensionOf = (art: Artwork): string => (art.page ? 'pdf' : files.kindOf(art).extension)
/** The artwork whose PDF is being written. */
const written = ref<string | null>(null)
const write = async (art: Artwork): Promise<void> => {
  if (!art.page) return void writeOne(art)
  written.value = art.id
  await writePdf(art)
  written.value = null
}
/** Progress of an artwork that is written, where that takes time; null while it is not being written. */
const writing = ({ id }: Artwork): number | null => (jobs.isUnderway(id) ? (jobs.jobOf(id)?.part ?? 0) : null)

const kind = useLocalStorage<SchemeFormatKind>('plumbago scheme format', 'css')
const format = computed(() => SCHEME_FORMATS[kind.value] ?? SCHEME_FORMATS.css)
const isDrawn = computed(() => 'drawn' in format.value)
const present = computed(() => handOver.present(kind.value))
const fileName = computed(() => `${fileNameOf(history.settled?.name ?? '') || 'scheme'}${format.value.extension}`)
/** The strip as it is saved: drawn from its SVG. */
const drawn = (): Promise<Blob> => pngOfSvg(present.value.text, 1600)

const saveScheme = (): Promise<void | null> =>
  notices.attempt(async () => {
    const content = isDrawn.value ? await drawn() : present.value.text
    saveFile(fileName.value, content, format.value.media)
    notices.say(`Saved ${fileName.value}.`)
  })
const copyScheme = (): Promise<void | null> =>
  isDrawn.value
    ? copyPicture(drawn(), 'Copied the scheme as a picture.')
    : copy(present.value.text, `Copied the scheme as ${format.value.title}.`)
/** An artwork as it is now, on the clipboard: the text of a drawing, or a picture in its own size. */
const copyChoices = (art: Artwork): MenuChoice[] => [
  ...(art.page ? [{ title: 'Download as SVG', act: () => void writeOne(art) }] : []),
  ...(art.kind === 'svg'
    ? [
        {
          title: 'Copy as SVG',
          act: () =>
            void notices.attempt(async () => {
              const bytes = await files.write(art.hash, painting.settled(art.id), () => {})
              await copy(new TextDecoder().decode(bytes), `Copied ${art.name} as SVG.`)
            }),
        },
      ]
    : []),
  {
    title: 'Copy as a picture',
    act: () =>
      void copyPicture(
        handOver.made({ artwork: [art.id], png: [{ by: 'scale', times: 1 }] }),
        `Copied ${art.name} as a picture.`,
      ),
  },
]
const changed = (art: Artwork): string => {
  const inks = files.files.get(art.hash)?.inks ?? []
  const count = inks.filter(({ hex }) => (painting.shown(art.id).colors.get(hex) ?? hex) !== hex).length
  return `${count} of ${inks.length} changed`
}
const choose = (): void => {
  handOver.chooseAll()
  handOver.choosing = true
}
/** The least width of a row, in pixels: two stand side by side on a wide bench. */
const WIDTH = 300
</script>

<template>
  <div class="grid content-start gap-5">
    <section class="grid gap-3" aria-labelledby="all-out">
      <div class="flex items-center gap-3">
        <h2 id="all-out" class="grow">Files</h2>
        <button class="control primary" data-test="choose-files" @click="choose">Choose files…</button>
      </div>
      <p class="text-quiet">
        Artwork in all colorways, the sheet, the mood page, schemes and gradients: you see every file before it is
        written.
      </p>
      <JobList />
    </section>
    <section class="grid gap-3" aria-labelledby="artwork-out">
      <h2 id="artwork-out">Artwork as it is now</h2>
      <TileGrid
        v-if="history.document?.artwork.length"
        v-slot="{ item: art }"
        class="max-h-[max(240px,calc(100vh-24rem))]"
        :items="history.document.artwork"
        :width="WIDTH"
        :height="57"
        label="Artwork as it is now"
      >
        <div
          class="mr-3 grid h-full grid-cols-[40px_minmax(0,1fr)_auto_auto] items-center gap-2 border-t border-line py-1.5"
        >
          <button
            data-tile
            class="flex size-10 bg-table p-0.5"
            :aria-label="`Show ${art.name}`"
            @click="painting.shownId = art.id"
          >
            <ArtworkProof :art="art" v-bind="painting.settled(art.id)" />
          </button>
          <span class="min-w-0"
            ><span class="line-clamp-2 wrap-anywhere" :title="art.name">{{ displayTitle(art.name) }}</span
            ><span class="block truncate text-caption text-quiet" title="inks that change color">{{
              changed(art)
            }}</span></span
          >
          <button
            data-tile
            class="control"
            :aria-label="
              writing(art) === null
                ? `Download ${art.name} as ${extensionOf(art).toUpperCase()}`
                : `Stop writing ${art.name}`
            "
            :data-test="`${extensionOf(art)}-${art.name}`"
            :disabled="written === art.id"
            @click="writing(art) === null ? write(art) : jobs.jobOf(art.id)?.cancel()"
          >
            <template v-if="writing(art) === null"
              ><ArrowDownTrayIcon class="size-4" />{{ extensionOf(art).toUpperCase() }}</template
            ><template v-else>Stop · {{ Math.round((writing(art) ?? 0) * 100) }}%</template>
          </button>
          <MenuList
            data-tile
            class="control px-1.5!"
            :aria-label="`Copy ${art.name}`"
            :data-test="`copy-${art.name}`"
            :choices="copyChoices(art)"
            ><ClipboardDocumentIcon class="size-4"
          /></MenuList>
        </div>
      </TileGrid>
      <p v-else class="text-quiet">No artwork in this project yet.</p>
    </section>
    <section class="grid gap-3" aria-labelledby="scheme-out">
      <h2 id="scheme-out">Scheme</h2>
      <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
        <SelectField
          v-model="kind"
          class="w-52"
          label="Format of the scheme"
          :choices="SCHEME_FORMAT_KINDS.map(value => ({ value, title: SCHEME_FORMATS[value].title }))"
        />
        <label class="flex items-center gap-1.5"
          ><input v-model="handOver.how.ladders" type="checkbox" class="size-4 accent-accent" />With ladders</label
        >
        <label class="flex items-center gap-1.5"
          ><input v-model="handOver.how.onlyUsed" type="checkbox" class="size-4 accent-accent" />Only colors the artwork
          uses</label
        >
      </div>
      <p v-if="present.left.length" class="text-quiet" data-test="left-out">Left out: {{ present.left.join(', ') }}.</p>
      <img
        v-if="isDrawn"
        class="block w-full border border-line"
        alt="The scheme as a strip"
        :src="`data:image/svg+xml,${encodeURIComponent(present.text)}`"
      />
      <pre
        v-else
        class="value max-h-60 overflow-auto border border-line bg-table p-3"
        tabindex="0"
        aria-label="The scheme as a file"
        data-test="scheme-text"
        >{{ present.text }}</pre
      >
      <p class="flex gap-2">
        <button class="control" data-test="download-scheme" @click="saveScheme">
          <ArrowDownTrayIcon class="size-4" />Download
        </button>
        <button class="control" data-test="copy-scheme" @click="copyScheme">
          <ClipboardDocumentIcon class="size-4" />Copy
        </button>
      </p>
    </section>
  </div>
</template>
