<script setup lang="ts">
import { ArrowDownTrayIcon, ClipboardDocumentIcon } from '@heroicons/vue/20/solid'
import { keyOf, toCss, toText, toTokens } from '../../../core/formats/formats'
import { shownScheme } from '../../../core/project/compose'
import type { Artwork } from '../../../core/project/schema'
import { endingOf, saveFile } from '~/composables/saveFile'

const project = useProject()
const files = useArtworkFiles()
const notices = useNotices()
const copy = useCopying()
const byArrow = useRovingRadio()
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
const title = computed(() => project.document?.name ?? 'Scheme')
const text = computed(() => format.value.write(title.value, project.document ? shownScheme(project.document) : []))

const saveScheme = (): void => {
  const name = `${keyOf(title.value)}${format.value.ending}`
  saveFile(name, text.value, format.value.type)
  notices.say(`Saved ${name}.`)
}
/** The picture that is being written in full size, and which part is done. */
const writing = ref<{ id: string; part: number } | null>(null)
const saveArtwork = (art: Artwork): Promise<void | null> =>
  notices.attempt(async () => {
    const name = `${keyOf(art.name)}.${endingOf(art)}`
    if (art.kind === 'raster') writing.value = { id: art.id, part: 0 }
    try {
      saveFile(
        name,
        await files.write(art.hash, project.colorsFor(art.id), project.touchesFor(art.id), part => {
          writing.value = { id: art.id, part }
        }),
        art.kind === 'raster' ? 'image/png' : 'image/svg+xml',
      )
      notices.say(`Saved ${name}.`)
    } finally {
      writing.value = null
    }
  })
const changed = (art: Artwork): string => {
  const inks = files.files.get(art.hash)?.inks ?? []
  const count = inks.filter(({ hex }) => (project.colorsFor(art.id).get(hex) ?? hex) !== hex).length
  return `${count} of ${inks.length} inks changed`
}
</script>

<template>
  <div class="grid content-start gap-5 p-5 pt-3" data-test="hand-over">
    <section class="grid gap-3" aria-labelledby="artwork-out">
      <h2 id="artwork-out">Artwork</h2>
      <ul v-if="project.document?.artwork.length" class="grid grid-cols-2 gap-x-5">
        <li
          v-for="art in project.document.artwork"
          :key="art.id"
          class="grid grid-cols-[40px_minmax(0,1fr)_auto] items-center gap-3 border-t border-line py-1.5"
        >
          <button
            class="flex size-10 bg-table p-0.5"
            :aria-label="`Show ${art.name}`"
            @click="project.shownId = art.id"
          >
            <ArtworkProof
              :hash="art.hash"
              :ratio="art.width / art.height"
              :colors="project.settledFor(art.id)"
              :by-hand="project.touchesFor(art.id, project.settled)"
            />
          </button>
          <span class="min-w-0"
            ><span class="block truncate">{{ art.name }}</span
            ><span class="block truncate text-caption text-quiet">{{ changed(art) }}</span></span
          >
          <button
            class="control"
            :aria-label="`Download ${art.name} as ${endingOf(art).toUpperCase()}`"
            :data-test="`${endingOf(art)}-${art.name}`"
            :disabled="writing?.id === art.id"
            @click="saveArtwork(art)"
          >
            <ArrowDownTrayIcon class="size-4" />{{
              writing?.id === art.id ? `${Math.round(writing.part * 100)}%` : endingOf(art).toUpperCase()
            }}
          </button>
        </li>
      </ul>
      <p v-else class="text-quiet">No artwork in this project yet.</p>
    </section>
    <section class="grid gap-3" aria-labelledby="scheme-out">
      <h2 id="scheme-out">Scheme</h2>
      <div role="radiogroup" aria-label="Format" class="flex" @keydown="byArrow">
        <button
          v-for="{ kind, title: name } in FORMATS"
          :key="kind"
          role="radio"
          class="choice"
          :aria-checked="chosen === kind"
          :tabindex="chosen === kind ? 0 : -1"
          @click="chosen = kind"
        >
          {{ name }}
        </button>
      </div>
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
