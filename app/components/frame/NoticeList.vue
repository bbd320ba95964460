<script setup lang="ts">
import { useNotices } from '~/stores/notices'

const notices = useNotices()
</script>

<template>
  <ul class="notices fixed bottom-32 left-4 z-50 grid gap-2" aria-live="polite" data-test="notices">
    <NoticeItem v-for="notice in notices.shown" :key="notice.id" :notice="notice" />
  </ul>
</template>

<style>
/* Beside the first hint, which stands in the same corner. */
:root:has([data-test='hint-band']) .notices {
  left: 288px;
}
/* Out of the way while somebody presses or drags on the artwork. */
:root:has([data-test='stage']:active) .notices {
  pointer-events: none;
  opacity: 0.12;
}
</style>
