<script setup lang="ts">
import { computed } from 'vue'
import { GRADES, type Verdict } from '#core/proofs/verdict'
import { clamp } from '#core/math/clamp'

/** The verdict on a scheme as a flower of five petals: a long filled one where all is well, a bud where nothing is. */
const { verdict } = defineProps<{ verdict: Verdict }>()
const [LEAST, MOST] = [3.2, 7.4]
const FILLED = 0.85
const petals = computed(() =>
  GRADES.map(({ of }, i) => {
    const grade = clamp(of(verdict), 0, 1)
    const long = LEAST + (MOST - LEAST) * grade
    const wide = long * 0.36
    return {
      turn: `rotate(${(i * 360) / GRADES.length})`,
      path: `M0 -1C${wide} ${-long * 0.5} ${wide} ${-long * 0.9} 0 ${-long}C${-wide} ${-long * 0.9} ${-wide} ${-long * 0.5} 0 -1Z`,
      filled: grade >= FILLED,
    }
  }),
)
</script>

<template>
  <svg viewBox="-8 -8 16 16" stroke="currentColor" stroke-width="0.9" stroke-linejoin="round" aria-hidden="true">
    <path
      v-for="{ turn, path, filled } in petals"
      :key="turn"
      :d="path"
      :transform="turn"
      :fill="filled ? 'currentColor' : 'none'"
    />
  </svg>
</template>
