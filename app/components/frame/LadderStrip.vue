<script setup lang="ts">
/** The ladder of a swatch, small; a component of its own, as it rests while what stands beside it changes. */
const { rungs } = defineProps<{ rungs: readonly string[] }>()
</script>

<template>
  <span class="mr-0.5 flex h-1.5" aria-hidden="true" data-test="ladder-strip"
    ><i v-for="(rung, n) in rungs" :key="n" class="h-full grow" :style="{ background: rung }"
  /></span>
</template>
