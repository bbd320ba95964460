<script setup lang="ts">
import { useCommittedNumbers } from '~/composables/shortcuts'

useSurround()
useHand()
useKeptFocus()
useCommittedNumbers()
// what places menus
onceStanding(() => import('@floating-ui/dom'))
if (!useRoute().path.startsWith('/review/')) void useMe().ask()
</script>

<template>
  <NuxtPage />
  <NoticeList />
  <LazySignInAgain v-if="isSignedOut" />
</template>
