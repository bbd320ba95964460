<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { navigateTo, useHead, useRoute } from '#imports'
import type { Welcome } from '#core/document/people'
import { reasonOf } from '~/words/reasonOf'
import { peopleServer } from '~/api/people'
import { Refused } from '~/api/request'
import { useMe } from '~/stores/me'

/** A link by which somebody sets their password, once. */
const route = useRoute()
const token = String(route.params.token)
const me = useMe()
const welcome = ref<Welcome | null>(null)
const problem = ref<{ status: number; words: string } | null>(null)
const name = ref('')
const password = ref<string | null>(null)
const busy = ref(false)
useHead({ title: 'Set a password · Plumbago' })

const load = async (): Promise<void> => {
  problem.value = null
  try {
    welcome.value = await peopleServer.welcome(token)
  } catch (error) {
    problem.value = { status: error instanceof Refused ? error.status : 0, words: reasonOf(error) }
  }
}
const submit = async (): Promise<void> => {
  if (!password.value || busy.value) return
  busy.value = true
  problem.value = null
  try {
    await me.setPassword(token, password.value, welcome.value?.name ?? name.value.trim())
    await navigateTo('/', { replace: true })
  } catch (error) {
    problem.value = { status: error instanceof Refused ? error.status : 0, words: reasonOf(error) }
  }
  busy.value = false
}
onMounted(load)
</script>

<template>
  <EntryFrame :title="welcome?.name ? `Welcome, ${welcome.name}` : 'Set a password'">
    <p v-if="!welcome && !problem" role="status">Checking this link…</p>
    <p v-if="problem" role="alert" data-test="welcome-problem">▲ {{ problem.words }}</p>
    <p v-if="problem && !welcome" class="flex gap-2">
      <button v-if="problem.status !== 410" class="control" @click="load">Try again</button
      ><NuxtLink class="control" to="/sign-in">Sign in</NuxtLink>
    </p>
    <form v-if="welcome" class="grid gap-4" data-test="welcome" @submit.prevent="submit">
      <p v-if="welcome.name === null">
        You are the first one here and will own this installation: you decide who else works in it.
      </p>
      <p v-else>Set your password. You will join as {{ welcome.role }}.</p>
      <label v-if="welcome.name === null" class="grid gap-1"
        >Your name<input
          v-model="name"
          class="field h-8! font-sans!"
          autocomplete="username"
          maxlength="120"
          required
          data-test="welcome-name"
      /></label>
      <input v-else type="hidden" autocomplete="username" :value="welcome.name" />
      <NewPassword v-model="password" />
      <p class="text-right">
        <button class="control primary" :disabled="!password || busy" data-test="welcome-go">
          {{ busy ? 'Saving…' : 'Set password' }}
        </button>
      </p>
    </form>
  </EntryFrame>
</template>
