<script setup lang="ts">
import { useRoute } from '#imports'
import { useCommittedNumbers } from '~/composables/useCommittedNumbers'
import { isSignedOut } from '~/api/request'
import { useOnceStanding } from '~/composables/useOnceStanding'
import { useHand } from '~/composables/usePointerKind'
import { useKeptFocus } from '~/composables/useKeptFocus'
import { useMe } from '~/stores/me'
import { useSurround } from '~/composables/useSurround'

useSurround()
useHand()
useKeptFocus()
useCommittedNumbers()
// what places menus
useOnceStanding(() => import('@floating-ui/dom'))
if (!/^\/(review|brand)\//.test(useRoute().path)) void useMe().ask()
</script>

<template>
  <NuxtPage />
  <NoticeList />
  <LazySignInAgain v-if="isSignedOut" />
</template>
