<script setup lang="ts">
import { SURROUNDS } from '~/composables/useSurround'

const surround = useSurround()
const FILLS = { paper: 'rgb(244 244 244)', gray: 'rgb(128 128 128)', night: 'rgb(34 34 34)' }
</script>

<template>
  <div role="radiogroup" aria-label="Surround" class="flex items-center">
    <button
      v-for="each in SURROUNDS"
      :key="each"
      role="radio"
      :aria-checked="surround === each"
      :aria-label="`Surround: ${each}`"
      :title="`Surround: ${each}`"
      class="grid size-6 place-items-center"
      @click="surround = each"
    >
      <span
        class="block border border-strong"
        :class="surround === each ? 'size-4' : 'size-2.5'"
        :style="{ background: FILLS[each] }"
      />
    </button>
  </div>
</template>
