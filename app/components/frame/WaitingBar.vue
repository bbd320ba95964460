<script setup lang="ts">
const saving = useSaving()
</script>

<template>
  <div
    v-if="saving.state.kind === 'waiting'"
    class="fixed left-1/2 top-13 z-40 flex -translate-x-1/2 items-center gap-3 border border-strong bg-panel px-3 py-2 shadow-float"
    role="alert"
    data-test="waiting"
  >
    <span
      >▲ {{ saving.state.why }}
      {{
        saving.state.kept
          ? 'Your work is kept in this browser; saving is tried again by itself.'
          : 'This browser has no room to keep the work: leave this window open. Saving is tried again by itself.'
      }}</span
    >
  </div>
</template>
