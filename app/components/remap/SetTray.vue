<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { countWords } from '#core/document/names'
import { displayTitle } from '#core/formats/fileName'
import { ArrowDownTrayIcon, FolderPlusIcon } from '@heroicons/vue/20/solid'
import { SET, useHandingOver } from '~/composables/useArtworkExport'
import type { Artwork } from '#core/document/artwork'
import { ARTWORK_FILES } from '#core/interaction/incoming'
import { useIncoming } from '~/composables/useIncoming'
import { useArtworkFiles } from '~/stores/artwork'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'

/**
 * All artwork of the project in its one remapping, live, with what is particular to each; whole folders come in, and
 * all goes out at once.
 */
const history = useHistory()
const painting = usePainting()
const files = useArtworkFiles()
const { jobs, writeAll } = useHandingOver()
const job = computed(() => jobs.jobOf(SET))
const at = computed(() => (job.value?.state === 'underway' ? job.value : null))
const failures = computed(() => (job.value?.state === 'done' ? job.value.failures : []))
const incoming = useIncoming(
  () => null,
  () => 'artwork',
)
const folder = useTemplateRef<HTMLInputElement>('folder')
const chooser = useTemplateRef<HTMLInputElement>('chooser')
const all = computed(() => history.document?.artwork ?? [])
const inks = computed(() => painting.inks.length)
const exceptions = ({ id }: Artwork): number => Object.keys(history.document?.remap.exceptions[id] ?? {}).length
const touches = ({ id }: Artwork): number => history.document?.remap.touches[id]?.length ?? 0
const notes = ({ hash }: Artwork): number => files.files.get(hash)?.notes.length ?? 0
const particular = (art: Artwork): string =>
  [
    countWords(files.files.get(art.hash)?.inks.length ?? 0, 'ink'),
    ...(exceptions(art) ? [exceptions(art) === 1 ? '1 exception' : `${exceptions(art)} exceptions`] : []),
    ...(touches(art) ? [touches(art) === 1 ? '1 touch-up' : `${touches(art)} touch-ups`] : []),
    ...(notes(art) ? [notes(art) === 1 ? '1 note' : `${notes(art)} notes`] : []),
  ].join(' · ')
const taken = (input: HTMLInputElement | null): void => {
  const list = [...(input?.files ?? [])]
  if (input) input.value = ''
  void incoming.add(list)
}
</script>

<template>
  <div class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] gap-2" data-test="set">
    <p class="flex items-center gap-2">
      <span class="mr-auto" data-test="set-count"
        >{{ countWords(all.length, 'piece') }} of artwork, {{ countWords(inks, 'ink') }} together</span
      >
      <button class="control" @click="chooser?.click()">Add…</button
      ><button class="control" @click="folder?.click()"><FolderPlusIcon class="size-4" />Add a folder…</button>
      <input
        ref="chooser"
        type="file"
        class="hidden"
        :accept="ARTWORK_FILES"
        multiple
        aria-label="Add artwork to the set"
        data-test="set-files"
        @change="taken(chooser)"
      /><input
        ref="folder"
        type="file"
        class="hidden"
        webkitdirectory
        aria-label="Add a folder of artwork"
        data-test="set-folder"
        @change="taken(folder)"
      />
      <button class="control primary" :disabled="at !== null" @click="writeAll(all)">
        <ArrowDownTrayIcon class="size-4" />Apply to all
      </button>
    </p>
    <div class="grid max-h-48 gap-1.5 overflow-y-auto">
      <p v-if="at" class="flex items-center gap-3" role="status" data-test="set-progress">
        <progress class="w-32" aria-label="Part of the set that is written" :value="at.done" :max="at.of" /><span
          class="min-w-0 truncate"
          >{{ at.done + 1 }} of {{ at.of }}: {{ at.name }}</span
        ><button class="control ml-auto" @click="at.cancel()">Cancel</button>
      </p>
      <div v-if="failures.length" class="border border-strong p-2" role="alert" data-test="set-failures">
        <p class="flex items-center font-semibold">
          ▲ {{ failures.length }} could not be written<button class="control ml-auto" @click="job?.retry()">
            Try these again
          </button>
        </p>
        <ul class="text-caption">
          <li v-for="{ name, reason } in failures" :key="name">“{{ name }}”: {{ reason }}</li>
        </ul>
      </div>
      <IncomingReport :incoming="incoming" with-artwork />
    </div>
    <ul
      v-one-stop="{ of: 'button' }"
      class="grid content-start grid-cols-[repeat(auto-fill,minmax(118px,1fr))] gap-x-3 gap-y-2 overflow-y-auto"
      aria-label="The set"
      data-test="tray"
    >
      <li v-for="art in all" :key="art.id" class="grid grid-cols-[minmax(0,1fr)] content-start gap-0.5">
        <button
          class="flex h-24 border bg-table p-2"
          :class="painting.artwork?.id === art.id ? 'border-ink' : 'border-line hover:border-strong'"
          :aria-pressed="painting.artwork?.id === art.id"
          :aria-label="`Show ${art.name}, ${particular(art)}`"
          @click="painting.shownId = art.id"
        >
          <ArtworkProof :art="art" v-bind="painting.shown(art.id)" />
        </button>
        <p class="flex h-1.5" aria-hidden="true">
          <i
            v-for="swatch in history.document?.scheme ?? []"
            :key="swatch.id"
            class="grow"
            :style="{ background: swatch.hex }"
          />
        </p>
        <p class="line-clamp-2 leading-4 wrap-anywhere" :title="art.name">{{ displayTitle(art.name) }}</p>
        <p class="flex items-center gap-1 text-caption text-quiet">
          <span class="truncate">{{ particular(art) }}</span
          ><button
            v-if="exceptions(art)"
            class="control small px-1! text-caption"
            :aria-label="`${art.name} follows all again`"
            title="Give up its exceptions"
            @click="history.run({ do: 'follow all', artwork: art.id, inks: null })"
          >
            Follow all
          </button>
        </p>
      </li>
    </ul>
  </div>
</template>
