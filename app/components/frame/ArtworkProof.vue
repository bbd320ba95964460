<script setup lang="ts">
/** A small live rendering of an artwork in given colors, as large as its place allows. */
const { hash, ratio, colors } = defineProps<{ hash: string, ratio: number, colors: ReadonlyMap<string, string> }>()
const files = useArtworkFiles()
const host = useTemplateRef<HTMLElement>('host')
useArtworkHost(host, () => files.screens.get(hash), () => colors)
</script>

<template>
  <span ref="host" class="pointer-events-none block" :style="ratio < 1 ? { height: '100%', aspectRatio: ratio } : { width: '100%', aspectRatio: ratio }" aria-hidden="true" />
</template>
