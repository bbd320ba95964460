<script setup lang="ts">
import type { Artwork } from '#core/document/artwork'
import type { Painted } from '#core/painting/painting'
import type { Wall } from '~/composables/useArtworkWall'
import { usePainting } from '~/stores/painting'

/** A piece on a wall: pressed, it goes on the stage, or is picked with Ctrl or Shift. */
const {
  wall,
  art,
  painted,
  about = '',
} = defineProps<{
  wall: Wall
  art: Artwork
  painted: Painted
  /** Added to its name for screen readers. */
  about?: string
}>()
const painting = usePainting()
</script>

<template>
  <button
    data-tile
    class="flex border bg-table p-2"
    :class="[
      painting.artwork?.id === art.id ? 'border-ink' : 'border-line hover:border-strong',
      wall.picked.value.has(art.id) && 'outline-2 -outline-offset-2 outline-accent',
    ]"
    :aria-pressed="painting.artwork?.id === art.id"
    :aria-label="`Show ${art.name}${about && `, ${about}`}${wall.picked.value.has(art.id) ? ', selected' : ''}`"
    @click="wall.press(art, $event)"
  >
    <ArtworkProof :art="art" v-bind="painted" />
  </button>
</template>
