<script setup lang="ts">
import { XMarkIcon } from '@heroicons/vue/16/solid'
import type { Step } from '~/words/steps'
import { useFootLineOn } from '~/composables/useFootLineOn'
import { useFootWords } from '~/composables/useFootWords'

/** A line at the foot of the bench that says what a drag, a click and a key do there. It can be put away. */
const { step } = defineProps<{ step: Step }>()
const lined = useFootLineOn()
const words = useFootWords(() => step)
</script>

<template>
  <p
    v-if="lined && words"
    class="flex min-h-6 items-center gap-2 border-t border-line pl-5 text-caption leading-[13px] text-quiet"
    data-test="foot-line"
  >
    <span class="min-w-0 grow py-0.5">{{ words }}</span>
    <button
      class="grid size-(--low) shrink-0 place-items-center hover:bg-hover"
      title="Put this line away; Keys brings it back"
      aria-label="Hide this line of tips"
      @click="lined = false"
    >
      <XMarkIcon class="size-3.5" />
    </button>
  </p>
</template>
