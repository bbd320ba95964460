<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { navigateTo, useHead, useRoute } from '#imports'
import { isSignedOut } from '~/api/request'

/** Where one signs in, and is led on to where one wanted to go: an address of our own. */
const route = useRoute()
const to = computed(() => {
  const asked = String(route.query.to ?? '/')
  return /^\/(?![/\\])/.test(asked) ? asked : '/'
})
useHead({ title: 'Sign in · Plumbago' })
onMounted(() => {
  isSignedOut.value = false
})
</script>

<template>
  <EntryFrame title="Sign in">
    <SignInForm @signed-in="navigateTo(to, { replace: true })" />
    <p class="text-caption text-quiet">Forgot your password? An owner of this installation can make you a new link.</p>
  </EntryFrame>
</template>
