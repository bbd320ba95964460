<script setup lang="ts">
import { computed, defineAsyncComponent, type Component } from 'vue'
import { STEPS, type Step } from '~/words/steps'
import { BENCHES } from './benches'

/**
 * The bench of a step, fetched when it is first gone to. It is a component of its own, so that a bench that is left
 * before it has come is put nowhere else.
 */
const { step } = defineProps<{ step: Step }>()
const BENCH = Object.fromEntries(STEPS.map(each => [each, defineAsyncComponent(BENCHES[each])])) as Record<
  Step,
  Component
>
const bench = computed(() => BENCH[step])
</script>

<template>
  <div class="min-h-0 overflow-y-auto" data-test="bench">
    <component :is="bench" />
  </div>
</template>
