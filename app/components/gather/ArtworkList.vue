<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { countWords } from '#core/document/names'
import { ARTWORK_FILES } from '#core/interaction/incoming'
import { displayTitle } from '#core/formats/fileName'
import { TrashIcon } from '@heroicons/vue/20/solid'
import type { Artwork } from '#core/document/artwork'
import { useArtworkFiles } from '~/stores/artwork'
import { useHistory } from '~/stores/history'
import { useIncoming } from '~/composables/useIncoming'
import { usePainting } from '~/stores/painting'

const { adding } = defineProps<{ adding: ReturnType<typeof useIncoming> }>()
const history = useHistory()
const painting = usePainting()
const files = useArtworkFiles()
const chooser = useTemplateRef<HTMLInputElement>('chooser')
const artwork = computed(() => history.document?.artwork ?? [])

const inkCount = ({ hash }: Artwork): string => {
  const count = files.files.get(hash)?.inks.length
  return count === undefined ? '' : countWords(count, 'ink')
}
const chosen = (): void => {
  const list = [...(chooser.value?.files ?? [])]
  if (chooser.value) chooser.value.value = ''
  void adding.add(list)
}
/** Exceptions of an artwork are removed with it, as a notice says, and come back with it. */
const remove = (art: Artwork): void => {
  const { touches = {}, exceptions = {}, meantIn = {} } = history.settled?.remap ?? {}
  const [touched, excepted, meant] = [touches[art.id] ?? [], exceptions[art.id] ?? {}, meantIn[art.id]]
  const gone = [
    { count: touched.length, what: 'touch-up' },
    { count: Object.keys(excepted).length, what: 'exception' },
  ].flatMap(({ count, what }) => (count ? [countWords(count, what)] : []))
  const own = {
    ...(touched.length ? { touches: { [art.id]: touched } } : {}),
    ...(Object.keys(excepted).length ? { exceptions: { [art.id]: excepted } } : {}),
    ...(meant ? { meantIn: { [art.id]: meant } } : {}),
  }
  history.runSaying(
    { do: 'remove artwork', ids: [art.id] },
    `Took “${art.name}” out of the project${gone.length ? `, with ${gone.join(' and ')}` : ''}.`,
    { do: 'add artwork', artwork: [art], own },
  )
}
</script>

<template>
  <section class="grid gap-3" aria-labelledby="artwork-title">
    <div class="flex items-center justify-between">
      <h2 id="artwork-title">Artwork</h2>
      <button class="control" @click="chooser?.click()">Add artwork…</button>
      <input
        ref="chooser"
        type="file"
        class="hidden"
        :accept="ARTWORK_FILES"
        multiple
        aria-label="Add artwork"
        data-test="artwork-file"
        @change="chosen"
      />
    </div>
    <ul
      v-if="artwork.length"
      v-one-stop="{ of: 'button' }"
      class="grid grid-cols-[repeat(4,minmax(0,1fr))] gap-x-3 gap-y-2"
    >
      <li
        v-for="art in artwork"
        :key="art.id"
        class="group relative grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-1"
      >
        <button
          class="flex h-20 border bg-table p-2"
          :class="painting.artwork?.id === art.id ? 'border-ink' : 'border-line hover:border-strong'"
          :aria-label="`Show ${art.name}`"
          :aria-pressed="painting.artwork?.id === art.id"
          @click="painting.shownId = art.id"
        >
          <ArtworkProof :art="art" v-bind="painting.settled(art.id)" />
        </button>
        <p class="leading-4" :title="art.name">
          <span class="line-clamp-2 wrap-anywhere">{{ displayTitle(art.name) }}</span
          ><span class="text-caption text-quiet">{{ inkCount(art) }}</span>
        </p>
        <button
          class="remove control bare absolute right-0.5 top-0.5 bg-panel px-1"
          :aria-label="`Remove ${art.name}`"
          @click="remove(art)"
        >
          <TrashIcon class="size-4" />
        </button>
      </li>
    </ul>
    <p v-else class="border border-dashed border-strong p-6 text-center">
      Drop SVG files or pictures (PNG, JPEG, WebP, GIF) here, or choose them. They are shown and recolored at once.
    </p>
  </section>
</template>

<style scoped>
/* It is there for who points at the artwork, comes by key, or works by finger. */
.remove:not(:focus-visible) {
  opacity: 0;
}
.group:hover .remove,
[data-hand='finger'] .remove {
  opacity: 1;
}
</style>
