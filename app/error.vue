<script setup lang="ts">
import { computed } from 'vue'
import { clearError, useHead } from '#imports'
import type { NuxtError } from '#app'
import { useSurround } from '~/composables/useSurround'

/** An address that leads nowhere, or a page that broke down: what happened, and the way on. */
const { error } = defineProps<{ error: NuxtError }>()
const isMissing = computed(() => error.statusCode === 404)
useSurround()
useHead({ title: () => (isMissing.value ? 'Nothing here · Plumbago' : 'Something broke · Plumbago') })
</script>

<template>
  <main class="grid h-full place-content-center gap-3 text-center" data-test="error">
    <h1>{{ isMissing ? 'There is nothing at this address' : 'Something went wrong on this page' }}</h1>
    <p v-if="isMissing" class="text-quiet">It may have been mistyped, or what was here is gone.</p>
    <p v-else class="text-quiet">{{ error.message }} Your work is kept; go back and try again.</p>
    <p><button class="control primary" @click="clearError({ redirect: '/' })">All projects</button></p>
  </main>
</template>
