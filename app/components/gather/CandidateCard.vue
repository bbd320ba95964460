<script setup lang="ts">
import { computed } from 'vue'
import { shelfSwatches } from '#core/scheme/shelfSwatches'
import { type Candidate, useGathering } from '~/stores/gathering'
import { usePainting } from '~/stores/painting'
import { server } from '~/api/server'
import { useShelf } from '~/stores/shelf'

/**
 * A preview of a reference, or all together: the picture, the artwork in its colors, and the colors. Pointing at
 * the proof previews it on the stage.
 */
const { candidate, inUse, looked } = defineProps<{ candidate: Candidate; inUse: boolean; looked: boolean }>()
const emit = defineEmits<{ look: [] }>()
const painting = usePainting()
const gathering = useGathering()
const shelf = useShelf()

const pictures = computed(() =>
  candidate.of.flatMap(id => gathering.references.find(each => each.id === id)?.hash ?? []).slice(0, 4),
)
const found = computed(() => candidate.extraction?.found ?? [])
const total = computed(() => found.value.reduce((sum, { share }) => sum + share, 0) || 1)
const colors = computed(() => gathering.colorsWith(candidate))
const what = computed(
  () =>
    candidate.problem ??
    candidate.extraction?.note ??
    (candidate.extraction?.flat ? 'A palette of flat blocks: exact colors' : ''),
)
</script>

<template>
  <li class="grid min-w-0 gap-1">
    <div class="grid grid-cols-2 border" :class="inUse ? 'border-ink' : 'border-line'">
      <button
        class="grid h-14 overflow-hidden bg-table"
        :class="[pictures.length > 1 ? 'grid-cols-2' : '', looked ? 'looked' : '']"
        :aria-label="`Open ${candidate.title}`"
        :aria-pressed="looked"
        :title="`Open ${candidate.title}`"
        @click="emit('look')"
      >
        <img
          v-for="(hash, i) in pictures"
          :key="hash"
          :class="{ 'row-span-2': pictures.length === 3 && i === 0 }"
          :src="server.pictureUrl(hash, 'thumbnail')"
          alt=""
          class="size-full min-h-0 object-cover"
          draggable="false"
        />
      </button>
      <button
        data-previews
        class="block h-14 bg-panel p-1"
        :aria-label="`Use the colors of ${candidate.title}`"
        title="Use these colors"
        :disabled="!found.length"
        :data-test="`use-${candidate.title}`"
        @click="gathering.adopt(candidate.of)"
        @pointerenter="gathering.preview(candidate)"
        @pointerleave="gathering.preview(null)"
        @focus="gathering.preview(candidate)"
        @blur="gathering.preview(null)"
      >
        <ArtworkProof v-if="painting.artwork" :art="painting.artwork" :colors="colors" />
        <span v-else>Use</span>
      </button>
      <span
        class="col-span-2 flex h-3"
        :data-test="`strip-${candidate.title}`"
        :data-colors="found.map(({ hex }) => hex).join()"
      >
        <i
          v-for="{ hex, share } in found"
          :key="hex"
          class="h-full"
          :style="{ background: hex, flex: `${share / total} 1 6px` }"
        />
      </span>
    </div>
    <p class="flex min-w-0 flex-wrap items-baseline gap-x-1 leading-4" :title="what">
      <span class="line-clamp-2 min-w-0 wrap-anywhere">{{ candidate.title }}</span
      ><span v-if="inUse" class="text-caption" aria-label="in use">●</span
      ><span v-if="candidate.extraction?.flat" class="shrink-0 text-caption text-quiet">Palette</span
      ><span v-if="candidate.problem" aria-label="problem">▲</span
      ><button
        v-if="found.length"
        class="ml-auto min-h-(--low) shrink-0 self-center px-1 text-caption text-quiet underline-offset-2 hover:text-ink hover:underline"
        :aria-label="`Put the colors of ${candidate.title} on the shelf`"
        title="Put these colors on the shelf"
        data-test="reference-shelf"
        @click="shelf.offer({ name: candidate.title, kind: 'reference', scheme: shelfSwatches(found) })"
      >
        Shelf…
      </button>
    </p>
  </li>
</template>

<style scoped>
.looked {
  box-shadow: inset 0 -3px 0 var(--text);
  position: relative;
}
.looked::after {
  content: '';
  position: absolute;
  inset: auto 0 0;
  height: 3px;
  background: var(--text);
}
</style>
