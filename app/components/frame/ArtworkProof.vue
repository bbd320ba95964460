<script setup lang="ts">
import type { HandPaint } from '../../../core/artwork/write'
import { NOTHING_BY_HAND } from '~/composables/useArtworkHost'

/** A live rendering of an artwork in given colors, as large as its place allows: small from its small ink map, large as it is, and so where shapes are painted by hand. */
const { hash, ratio, colors, byHand = NOTHING_BY_HAND, large = false } = defineProps<{ hash: string, ratio: number, colors: ReadonlyMap<string, string>, byHand?: ReadonlyMap<number, HandPaint>, large?: boolean }>()
const files = useArtworkFiles()
const host = useTemplateRef<HTMLElement>('host')
const screen = computed(() => files.screens.get(hash))
const map = computed(() => byHand.size ? null : large ? files.maps.get(hash)?.fine : files.proofs.get(hash))
/** Whether it is shown in its own shapes: a small one only where it is known that there is no map to paint it from. */
const asShapes = computed(() => !map.value && (large || map.value === null))
useArtworkHost(host, () => asShapes.value ? screen.value : undefined, () => colors, () => byHand)
</script>

<template>
  <span class="pointer-events-none relative block size-full" aria-hidden="true">
    <span class="absolute inset-0 m-auto max-h-full max-w-full" :style="ratio < 1 ? { height: '100%', aspectRatio: ratio } : { width: '100%', aspectRatio: ratio }">
      <InkMapCanvas v-if="map && screen" :map="map" :inks="screen.inks" :colors="colors" />
      <span v-else-if="asShapes" ref="host" class="block size-full" />
    </span>
  </span>
</template>
