<script setup lang="ts">
import { SURROUNDS, useSurround } from '~/composables/useSurround'

const surround = useSurround()
const FILLS = { paper: 'rgb(244 244 244)', gray: 'rgb(128 128 128)', night: 'rgb(34 34 34)' }
</script>

<template>
  <ChoiceRow
    v-model="surround"
    label="Surround"
    look="grid size-6 finger:size-10 place-items-center"
    :choices="SURROUNDS.map(value => ({ value, hint: `Surround: ${value}`, label: `Surround: ${value}` }))"
  >
    <template #default="{ choice, checked }">
      <span
        class="block border border-strong"
        :class="checked ? 'size-4' : 'size-2.5'"
        :style="{ background: FILLS[choice.value] }"
      />
    </template>
  </ChoiceRow>
</template>
