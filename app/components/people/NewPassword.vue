<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { PASSWORD, passwordProblem } from '#core/document/people'

/** A new password, typed twice; `null` as long as it is none. */
const password = defineModel<string | null>({ required: true })
const one = ref('')
const other = ref('')
const why = computed(() => {
  if (!one.value) return null
  const problem = passwordProblem(one.value)
  if (problem) return problem
  return other.value && other.value !== one.value ? 'The passwords don’t match.' : null
})
watch([one, other], () => {
  password.value = one.value && one.value === other.value && !why.value ? one.value : null
})
</script>

<template>
  <PasswordField
    v-model="one"
    label="New password"
    use="new-password"
    test="new-password"
    :hint="`At least ${PASSWORD.min} characters; a few words are better than one.`"
  />
  <PasswordField v-model="other" label="Repeat password" use="new-password" test="new-password-again" />
  <p class="min-h-[18px]" role="status" data-test="new-password-why">{{ why ? `▲ ${why}` : '' }}</p>
</template>
