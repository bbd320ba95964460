<script setup lang="ts">
import { usePainting } from '~/stores/painting'

/** The artwork of the project as small pictures in the scheme; choosing one puts it on the stage. */
const { small = false } = defineProps<{ small?: boolean }>()
const painting = usePainting()
</script>

<template>
  <ul v-one-stop="{ of: 'button' }" class="flex gap-1.5 overflow-x-auto" aria-label="Artwork of the project">
    <li v-for="art in painting.pieces" :key="art.id">
      <button
        class="flex border bg-table p-1"
        :class="[
          small ? 'size-10' : 'size-14',
          painting.piece?.id === art.id ? 'border-ink' : 'border-line hover:border-strong',
        ]"
        :aria-pressed="painting.piece?.id === art.id"
        :aria-label="`Show ${art.name}`"
        :title="art.name"
        @click="painting.shownId = art.id"
      >
        <ArtworkProof :art="art" v-bind="painting.settled(art.id)" />
      </button>
    </li>
  </ul>
</template>
