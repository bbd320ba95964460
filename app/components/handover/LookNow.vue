<script setup lang="ts">
import { computed } from 'vue'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'

/** The present look, small: the artwork on the stage and the scheme under it. */
const history = useHistory()
const painting = usePainting()
const painted = computed(() => painting.shown(painting.piece?.id ?? null))
</script>

<template>
  <span class="grid grid-rows-[minmax(0,1fr)_8px]">
    <span class="min-h-0 p-1"><ArtworkProof v-if="painting.piece" :art="painting.piece" v-bind="painted" /></span>
    <SchemeStrip :scheme="history.document?.scheme ?? []" />
  </span>
</template>
