<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { SignedIn } from '#core/document/people'
import { reasonOf } from '~/words/reasonOf'
import { useMe } from '~/stores/me'
import { useNotices } from '~/stores/notices'
import { peopleServer } from '~/api/people'

/** One's own password, and where one is signed in. */
const emit = defineEmits<{ close: [] }>()
const me = useMe()
const notices = useNotices()
const places = ref<SignedIn[] | null>(null)
const problem = ref<string | null>(null)
const old = ref('')
const password = ref<string | null>(null)
const busy = ref(false)
const fresh = ref(0)
const done = ref(false)

const load = async (): Promise<void> => {
  places.value = await notices.attempt(() => peopleServer.sessions())
}
const change = async (): Promise<void> => {
  if (!password.value || busy.value) return
  busy.value = true
  problem.value = null
  done.value = false
  try {
    await peopleServer.changePassword(old.value, password.value)
    old.value = ''
    fresh.value++
    done.value = true
    await load()
  } catch (error) {
    problem.value = reasonOf(error)
  }
  busy.value = false
}
onMounted(load)
</script>

<template>
  <DialogFrame title="Password and sign-ins" test="own" wide @close="emit('close')">
    <form class="grid gap-3" @submit.prevent="change">
      <PasswordField v-model="old" label="Current password" use="current-password" test="old-password" />
      <NewPassword :key="fresh" v-model="password" />
      <p v-if="problem" role="alert" data-test="own-problem">▲ {{ problem }}</p>
      <p v-if="done" role="status">Password changed. You are signed out everywhere else.</p>
      <p class="text-right">
        <button class="control primary" :disabled="!password || !old || busy">
          {{ busy ? 'Changing…' : 'Change password' }}
        </button>
      </p>
    </form>
    <section class="grid gap-2 border-t border-line pt-3" aria-labelledby="places">
      <h3 id="places">Where you are signed in</h3>
      <ul class="grid max-h-32 gap-1 overflow-y-auto">
        <li v-for="place in places ?? []" :key="place.id" class="flex justify-between gap-3" data-test="place">
          <span>{{ place.browser }}<template v-if="place.isThis"> (here)</template></span
          ><TimeStamp :at="place.seenAt" />
        </li>
      </ul>
    </section>
    <p class="flex justify-between gap-2">
      <button class="control" data-test="out-everywhere" @click="me.signOut(true)">Sign out everywhere</button
      ><button class="control" @click="emit('close')">Close</button>
    </p>
  </DialogFrame>
</template>
