<script setup lang="ts">
import type { Step } from '~/words/steps'

/**
 * The bench of a step, fetched when it is first gone to. It is a component of its own, so that a bench that is left
 * before it has come is put nowhere else.
 */
const { step } = defineProps<{ step: Step }>()
</script>

<template>
  <div class="min-h-0 overflow-y-auto" data-test="bench">
    <LazyGatherBench v-if="step === 'gather'" />
    <LazyComposeBench v-else-if="step === 'compose'" />
    <LazyRemapBench v-else-if="step === 'remap'" />
    <LazyCheckBench v-else-if="step === 'check'" />
    <LazyHandOverBench v-else />
  </div>
</template>
