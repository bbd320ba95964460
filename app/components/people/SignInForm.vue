<script setup lang="ts">
import { ref } from 'vue'
import { useIntervalFn } from '@vueuse/core'
import { reasonOf } from '~/words/reasonOf'
import { Refused } from '~/api/request'
import { useMe } from '~/stores/me'

/** A name and a password; says what was wrong, and, after many wrong ones, when one may try again. */
const { name: known = '' } = defineProps<{ name?: string }>()
const emit = defineEmits<{ signedIn: [] }>()
const me = useMe()
const name = ref(known)
const password = ref('')
const busy = ref(false)
const problem = ref<string | null>(null)
const seconds = ref(0)
useIntervalFn(() => {
  if (seconds.value > 0 && --seconds.value === 0) problem.value = null
}, 1000)
const submit = async (): Promise<void> => {
  if (busy.value || seconds.value) return
  busy.value = true
  problem.value = null
  try {
    await me.signIn(name.value.trim(), password.value)
    emit('signedIn')
  } catch (error) {
    problem.value = reasonOf(error)
    if (error instanceof Refused && error.status === 429)
      seconds.value = Number((error.data as { seconds?: number } | undefined)?.seconds ?? 1)
  }
  busy.value = false
}
</script>

<template>
  <form class="grid gap-4" data-test="sign-in" @submit.prevent="submit">
    <label class="grid gap-1"
      >Name<input
        v-model="name"
        class="field h-8! font-sans!"
        autocomplete="username"
        maxlength="120"
        required
        :readonly="known !== ''"
        data-test="sign-in-name"
    /></label>
    <PasswordField v-model="password" label="Password" use="current-password" test="sign-in-password" />
    <p v-if="problem" role="alert" data-test="sign-in-problem">▲ {{ problem }}</p>
    <p class="flex items-center justify-between gap-3">
      <span class="text-caption text-quiet" aria-hidden="true">{{ seconds ? `${seconds} s` : '' }}</span
      ><button class="control primary" :disabled="busy || seconds > 0" data-test="sign-in-go">
        {{ busy ? 'Signing in…' : 'Sign in' }}
      </button>
    </p>
  </form>
</template>
