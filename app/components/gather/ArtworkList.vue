<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { countWords } from '#core/document/names'
import { ARTWORK_FILES } from '#core/interaction/incoming'
import { displayTitle } from '#core/formats/fileName'
import { TrashIcon } from '@heroicons/vue/20/solid'
import type { Artwork } from '#core/document/artwork'
import { useArtworkWall } from '~/composables/useArtworkWall'
import { useArtworkFiles } from '~/stores/artwork'
import { useHistory } from '~/stores/history'
import type { useIncoming } from '~/composables/useIncoming'
import { usePainting } from '~/stores/painting'

/** From so many pieces on they are searched and picked. */
const MANY = 12

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
const wall = useArtworkWall()
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
    <template v-if="artwork.length">
      <WallTools v-if="artwork.length >= MANY" :wall="wall" />
      <TileGrid
        v-slot="{ item: art }"
        class="max-h-[calc(100vh-18rem)] min-h-72"
        :items="wall.found.value"
        :width="129"
        :height="142"
        label="Artwork"
        data-test="artwork-list"
      >
        <div class="group relative grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-1 pr-3">
          <WallPiece class="h-20" :wall="wall" :art="art" :painted="painting.settled(art.id)" />
          <p class="leading-4" :title="art.folder ? `${art.folder}/${art.name}` : art.name">
            <span class="line-clamp-2 wrap-anywhere">{{ displayTitle(art.name) }}</span
            ><span class="text-caption text-quiet">{{ inkCount(art) }}</span>
          </p>
          <button
            data-tile
            class="remove control bare absolute right-3.5 top-0.5 bg-panel px-1"
            :aria-label="`Remove ${art.name}`"
            @click="wall.remove([art])"
          >
            <TrashIcon class="size-4" />
          </button>
        </div>
      </TileGrid>
    </template>
    <p v-else class="border border-dashed border-strong p-6 text-center">
      Drop SVG, PDF or pictures (PNG, JPEG, WebP, GIF) here, or choose files. They are shown and recolored right away.
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
