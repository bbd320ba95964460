<script setup lang="ts">
import { ref } from 'vue'
import { useShortcuts } from '~/composables/useShortcuts'
import { withKey } from '~/words/shortcuts'

/** The button that shows all keys; `?` does the same. */
const open = ref(false)
useShortcuts({
  help: () => {
    open.value = true
  },
})
</script>

<template>
  <button class="control bare px-2" aria-label="Help" :title="withKey('Help and keys', 'help')" @click="open = true">
    ?
  </button>
  <LazyKeysDialog v-if="open" @close="open = false" />
</template>
