<script setup lang="ts">
import { useRoute } from '#imports'
import { useCommittedNumbers } from '~/words/shortcuts'
import { isSignedOut } from '~/api/request'
import { onceStanding } from '~/browser/whenIdle'
import { useHand } from '~/composables/useHand'
import { useKeptFocus } from '~/composables/useKeptFocus'
import { useMe } from '~/stores/me'
import { useSurround } from '~/composables/useSurround'

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
