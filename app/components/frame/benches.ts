import type { Component } from 'vue'
import type { Step } from '~/words/steps'

/** Fetches the bench of each step. */
export const BENCHES: Readonly<Record<Step, () => Promise<{ default: Component }>>> = {
  'gather': () => import('~/components/gather/GatherBench.vue'),
  'compose': () => import('~/components/compose/ComposeBench.vue'),
  'remap': () => import('~/components/remap/RemapBench.vue'),
  'check': () => import('~/components/check/CheckBench.vue'),
  'hand-over': () => import('~/components/handover/HandOverBench.vue'),
}
