<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { UNPAINTED } from '#core/painting/painting'
import { useArtworkWall } from '~/composables/useArtworkWall'
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
 * A wall of all artwork in its one remapping, live, with what is particular to each: found, ordered, picked; whole folders come in,
 * and all goes out at once.
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
const wall = useArtworkWall()
/** Width of a piece on the wall, in pixels. */
const SIZES = { min: 72, usual: 118, max: 260 } as const
const size = useLocalStorage<number>('plumbago wall size', SIZES.usual)
/** True if pieces are shown as they came. */
const isBefore = ref(false)
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
  <div class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_minmax(0,1fr)] gap-2" data-test="set">
    <p class="flex items-center gap-2">
      <span class="mr-auto" data-test="set-count"
        >{{ countWords(all.length, 'piece') }}, {{ countWords(inks, 'ink') }}</span
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
    <div class="grid gap-2">
      <WallTools :wall="wall">
        <label class="flex items-center gap-1.5"
          ><input v-model="isBefore" type="checkbox" data-test="wall-before" /> Before</label
        ><input
          v-model.number="size"
          type="range"
          class="slide w-16"
          :min="SIZES.min"
          :max="SIZES.max"
          aria-label="Size of the pieces"
          data-test="wall-size"
        />
      </WallTools>
    </div>
    <div class="grid max-h-48 gap-1.5 overflow-y-auto">
      <p v-if="at" class="flex items-center gap-3" role="status" data-test="set-progress">
        <progress class="w-32" aria-label="Progress of the export" :value="at.done" :max="at.of" /><span
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
    <TileGrid
      v-slot="{ item: art }"
      :items="wall.found.value"
      :width="size + 12"
      :height="size + 34"
      label="The set"
      data-test="tray"
      @mark="wall.pickWithin"
    >
      <div class="grid grid-cols-[minmax(0,1fr)] content-start gap-0.5 pr-3">
        <WallPiece
          :style="{ height: `${size - 22}px` }"
          :wall="wall"
          :art="art"
          :painted="isBefore ? UNPAINTED : painting.shown(art.id)"
          :about="particular(art)"
        />
        <p class="flex h-1.5" aria-hidden="true">
          <i
            v-for="swatch in history.document?.scheme ?? []"
            :key="swatch.id"
            :style="{
              background: swatch.hex,
              flexGrow: wall.worn.value.get(art.id)?.covers.get(swatch.id) ?? 0,
            }"
          />
        </p>
        <p class="truncate leading-4" :title="art.folder ? `${art.folder}/${art.name}` : art.name">
          {{ displayTitle(art.name) }}
        </p>
        <p class="flex items-center gap-1 text-caption text-quiet">
          <span class="truncate" :title="wall.difference(art) ?? undefined">{{
            wall.difference(art) ?? particular(art)
          }}</span
          ><button
            v-if="exceptions(art)"
            class="control small px-1! text-caption"
            :aria-label="`${art.name} follows all again`"
            title="Remove its exceptions"
            @click="history.run({ do: 'follow all', artwork: art.id, inks: null })"
          >
            Follow all
          </button>
        </p>
      </div>
    </TileGrid>
    <p v-if="!wall.found.value.length && all.length" class="text-quiet">No artwork matches.</p>
  </div>
</template>
