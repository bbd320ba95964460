<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, reloadNuxtApp } from '#imports'
import { isSignedOut } from '~/api/request'
import { useMe } from '~/stores/me'
import { useProjectSession } from '~/stores/session'

/** Over the work that stays where it is: one has to sign in again before more of it can be saved. */
const me = useMe()
const route = useRoute()
const session = useProjectSession()
/** Pages one sees without being signed in ask for it by themselves, or not at all. */
const asked = computed(() => isSignedOut.value && !/^\/(sign-in|welcome|review)/.test(route.path))
const signedIn = (): void => {
  if (session.id === null) reloadNuxtApp({ force: true }) // what could not be had is asked for again
}
</script>

<template>
  <DialogFrame v-if="asked" title="Sign in again" test="sign-in-again" @close="() => undefined">
    <p>You were signed out: from another device, by an owner, or after a long time. Your work here is kept.</p>
    <SignInForm :name="me.person?.name ?? ''" @signed-in="signedIn" />
  </DialogFrame>
</template>
