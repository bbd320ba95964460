<script setup lang="ts">
import { withKey } from '~/words/shortcuts'
import { useProofs } from '~/stores/proofs'

/** Compares what is marked, as long as something is. */
const proofs = useProofs()
</script>

<template>
  <button
    v-if="proofs.marked.length"
    class="control whitespace-nowrap shrink-0"
    :aria-pressed="proofs.comparing"
    :title="withKey('Compare the marked ones', 'compare')"
    @click="proofs.compare"
  >
    Compare {{ proofs.marked.length }}
  </button>
</template>
