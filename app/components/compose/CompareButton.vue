<script setup lang="ts">
import { withKey } from '~/words/shortcuts'
import { useProofs } from '~/stores/proofs'

/** Compares what is marked, as long as something is. */
const proofs = useProofs()
</script>

<template>
  <button
    v-if="proofs.marked.length"
    class="control"
    :aria-pressed="proofs.comparing"
    :title="withKey('Compare what is marked', 'compare')"
    @click="proofs.compare"
  >
    Compare {{ proofs.marked.length }}
  </button>
</template>
