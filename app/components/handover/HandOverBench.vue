<script setup lang="ts">
import { titleShown } from '../../../core/formats/fileName'
import { ArrowDownTrayIcon, ClipboardDocumentIcon } from '@heroicons/vue/20/solid'
import { toCss, toText, toTokens } from '../../../core/formats/formats'
import { shownScheme } from '../../../core/scheme/compose'
import type { Artwork } from '../../../core/document/artwork'
import { fileNameOf } from '../../../core/formats/fileName'
import { saveFile } from '~/composables/saveFile'

const history = useHistory()
const painting = usePainting()
const files = useArtworkFiles()
const notices = useNotices()
const copy = useCopying()
const { jobs, writeOne } = useHandingOver()
const endingOf = (art: Artwork): string => files.kindOf(art).ending
/** How much of an artwork is written, where that takes time; null while it is not being written. */
const writing = ({ id }: Artwork): number | null => (jobs.isUnderway(id) ? (jobs.jobOf(id)?.part ?? 0) : null)
const FORMATS = [
  { kind: 'css', title: 'CSS custom properties', ending: '.css', type: 'text/css', write: toCss },
  { kind: 'tokens', title: 'Design tokens', ending: '.tokens.json', type: 'application/json', write: toTokens },
  {
    kind: 'text',
    title: 'Plain text',
    ending: '.txt',
    type: 'text/plain',
    write: (_title: string, colors: Parameters<typeof toText>[0]) => toText(colors),
  },
] as const

const chosen = ref<(typeof FORMATS)[number]['kind']>('css')
const format = computed(() => FORMATS.find(({ kind }) => kind === chosen.value) ?? FORMATS[0])
const title = computed(() => history.document?.name ?? 'Scheme')
const text = computed(() => format.value.write(title.value, history.document ? shownScheme(history.document) : []))

const saveScheme = (): void => {
  const name = `${fileNameOf(title.value) || 'scheme'}${format.value.ending}`
  saveFile(name, text.value, format.value.type)
  notices.say(`Saved ${name}.`)
}
const changed = (art: Artwork): string => {
  const inks = files.files.get(art.hash)?.inks ?? []
  const count = inks.filter(({ hex }) => (painting.shown(art.id).colors.get(hex) ?? hex) !== hex).length
  return `${count} of ${inks.length} inks changed`
}
</script>

<template>
  <div class="grid content-start gap-5 p-5 pt-3" data-test="hand-over">
    <ColorwayPanel />
    <section class="grid gap-3" aria-labelledby="artwork-out">
      <h2 id="artwork-out">Artwork</h2>
      <ul v-if="history.document?.artwork.length" class="grid grid-cols-2 gap-x-5">
        <li
          v-for="art in history.document.artwork"
          :key="art.id"
          class="grid grid-cols-[40px_minmax(0,1fr)_auto] items-center gap-3 border-t border-line py-1.5"
        >
          <button
            class="flex size-10 bg-table p-0.5"
            :aria-label="`Show ${art.name}`"
            @click="painting.shownId = art.id"
          >
            <ArtworkProof
              :hash="art.hash"
              :ratio="art.width / art.height"
              :colors="painting.settled(art.id).colors"
              :by-hand="painting.settled(art.id).byHand"
            />
          </button>
          <span class="min-w-0"
            ><span class="line-clamp-2 wrap-anywhere" :title="art.name">{{ titleShown(art.name) }}</span
            ><span class="block truncate text-caption text-quiet">{{ changed(art) }}</span></span
          >
          <button
            class="control"
            :aria-label="
              writing(art) === null
                ? `Download ${art.name} as ${endingOf(art).toUpperCase()}`
                : `Stop writing ${art.name}`
            "
            :data-test="`${endingOf(art)}-${art.name}`"
            @click="writing(art) === null ? writeOne(art) : jobs.jobOf(art.id)?.cancel()"
          >
            <template v-if="writing(art) === null"
              ><ArrowDownTrayIcon class="size-4" />{{ endingOf(art).toUpperCase() }}</template
            ><template v-else>Stop · {{ Math.round((writing(art) ?? 0) * 100) }}%</template>
          </button>
        </li>
      </ul>
      <p v-else class="text-quiet">No artwork in this project yet.</p>
    </section>
    <section class="grid gap-3" aria-labelledby="scheme-out">
      <h2 id="scheme-out">Scheme</h2>
      <ChoiceRow
        v-model="chosen"
        label="Format"
        :choices="FORMATS.map(({ kind, title: name }) => ({ value: kind, title: name }))"
      />
      <pre
        class="value max-h-60 overflow-auto border border-line bg-table p-3"
        tabindex="0"
        aria-label="The scheme as a file"
        data-test="scheme-text"
        >{{ text }}</pre
      >
      <p class="flex gap-2">
        <button class="control primary" data-test="download-scheme" @click="saveScheme">
          <ArrowDownTrayIcon class="size-4" />Download
        </button>
        <button class="control" @click="copy(text, `Copied the scheme as ${format.title}.`)">
          <ClipboardDocumentIcon class="size-4" />Copy
        </button>
      </p>
    </section>
  </div>
</template>
