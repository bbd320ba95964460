<script setup lang="ts">
import { computed } from 'vue'
import { useSaving } from '~/stores/saving'

const saving = useSaving()
const words = computed(() => {
  switch (saving.state.kind) {
    case 'saved':
      return 'Saved'
    case 'saving':
      return 'Saving…'
    case 'waiting':
      return 'Not saved yet'
    case 'conflict':
      return 'Changed elsewhere'
  }
})
</script>

<template>
  <span class="text-right whitespace-nowrap xl:w-28 text-caption" role="status" data-test="save-state">
    <span aria-hidden="true">{{
      saving.state.kind === 'saved' ? '●' : saving.state.kind === 'saving' ? '○' : '▲'
    }}</span>
    {{ words }}
  </span>
</template>
