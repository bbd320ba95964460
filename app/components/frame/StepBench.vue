<script setup lang="ts">
import { XMarkIcon } from '@heroicons/vue/16/solid'
import type { Step } from '~/composables/useSteps'

/**
 * The bench of a step, fetched when it is first gone to, over a line that says what a drag, a click and a key do there.
 * It is a component of its own, so that a bench that is left before it has come is put nowhere else.
 */
const { step } = defineProps<{ step: Step }>()
const lined = useFootLineOn()
const words = useFootWords(() => step)
</script>

<template>
  <div class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)_auto] border-l border-line bg-panel">
    <div class="min-h-0 overflow-y-auto" data-test="bench">
      <LazyGatherBench v-if="step === 'gather'" />
      <LazyComposeBench v-else-if="step === 'compose'" />
      <LazyRemapBench v-else-if="step === 'remap'" />
      <LazyCheckBench v-else-if="step === 'check'" />
      <LazyHandOverBench v-else />
    </div>
    <p
      v-if="lined && words"
      class="flex min-h-6 items-center gap-2 border-t border-line pl-5 text-caption leading-[13px] text-quiet"
      data-test="foot-line"
    >
      <span class="min-w-0 grow py-0.5">{{ words }}</span>
      <button
        class="grid size-(--low) shrink-0 place-items-center hover:bg-hover"
        title="Put this line away; Keys brings it back"
        aria-label="Put away the line that says what a drag, a click and a key do here"
        @click="lined = false"
      >
        <XMarkIcon class="size-3.5" />
      </button>
    </p>
  </div>
</template>
