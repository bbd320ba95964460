<script setup lang="ts">
/** A live rendering of an artwork in given colors, as large as its place allows: small from its small ink map, large as it is. */
const { hash, ratio, colors, large = false } = defineProps<{ hash: string, ratio: number, colors: ReadonlyMap<string, string>, large?: boolean }>()
const files = useArtworkFiles()
const host = useTemplateRef<HTMLElement>('host')
const screen = computed(() => files.screens.get(hash))
const map = computed(() => large ? files.maps.get(hash)?.fine : files.proofs.get(hash))
/** Whether it is shown in its own shapes: a small one only where it is known that there is no map to paint it from. */
const asShapes = computed(() => !map.value && (large || map.value === null))
useArtworkHost(host, () => asShapes.value ? screen.value : undefined, () => colors)
</script>

<template>
  <span class="pointer-events-none relative block size-full" aria-hidden="true">
    <span class="absolute inset-0 m-auto max-h-full max-w-full" :style="ratio < 1 ? { height: '100%', aspectRatio: ratio } : { width: '100%', aspectRatio: ratio }">
      <InkMapCanvas v-if="map && screen" :map="map" :inks="screen.inks" :colors="colors" />
      <span v-else-if="asShapes" ref="host" class="block size-full" />
    </span>
  </span>
</template>
