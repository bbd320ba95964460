<script setup lang="ts">
import { useCommittedNumbers } from '~/composables/shortcuts'

useSurround()
useKeptFocus()
useCommittedNumbers()
</script>

<template>
  <NuxtPage />
  <NoticeList />
</template>
