<script setup lang="ts">
import { useNotices } from '~/stores/notices'

const notices = useNotices()
</script>

<template>
  <ul class="fixed bottom-32 left-4 z-50 grid gap-2" aria-live="polite" data-test="notices">
    <NoticeItem v-for="notice in notices.shown" :key="notice.id" :notice="notice" />
  </ul>
</template>
