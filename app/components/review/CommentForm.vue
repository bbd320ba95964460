<script setup lang="ts">
import { ref, useTemplateRef } from 'vue'
import { XMarkIcon } from '@heroicons/vue/20/solid'
import { MAX_COMMENT_LENGTH } from '#core/document/limits'
import type { Draft } from '~/composables/useReview'
import { reasonOf } from '~/words/reasonOf'

/** Where a comment or an answer is written: its text, where it points, and, until it is known, who writes. */
const { draft, name, send } = defineProps<{
  draft: Draft
  /** Who writes. */
  name: string
  label: string
  button: string
  /** Sends it. Rejects with why it was not taken. */
  send: () => Promise<unknown>
}>()
const emit = defineEmits<{ text: [text: string]; name: [name: string]; unpin: []; sent: [] }>()
const asked = ref(!name)
const sending = ref(false)
const problem = ref<string | null>(null)
const field = useTemplateRef<HTMLTextAreaElement>('field')
const submit = async (): Promise<void> => {
  if (sending.value || !draft.text.trim()) return
  sending.value = true
  problem.value = null
  try {
    await send()
    asked.value = false
    emit('sent')
  } catch (error) {
    problem.value = reasonOf(error)
  }
  sending.value = false
}
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <form class="grid gap-2" @submit.prevent="submit">
    <label v-if="asked" class="grid gap-1"
      >Your name<input
        class="field h-8! font-sans!"
        :value="name"
        maxlength="60"
        required
        autocomplete="name"
        data-test="review-name"
        @input="emit('name', ($event.target as HTMLInputElement).value)"
    /></label>
    <label class="grid gap-1"
      ><span>{{ label }}</span
      ><textarea
        ref="field"
        class="field h-auto! resize-y py-1.5 font-sans!"
        rows="3"
        required
        :value="draft.text"
        :maxlength="MAX_COMMENT_LENGTH"
        data-test="comment-text"
        @input="emit('text', ($event.target as HTMLTextAreaElement).value)"
        @keydown.ctrl.enter.prevent="submit"
        @keydown.meta.enter.prevent="submit"
      />
    </label>
    <p v-if="problem" role="alert" data-test="comment-problem">▲ {{ problem }}</p>
    <div class="flex flex-wrap items-center gap-2">
      <span v-if="draft.spot" class="flex items-center gap-1 text-caption" data-test="comment-spot"
        ><SpotMark />on a spot in the artwork<button
          type="button"
          class="control bare small px-1!"
          aria-label="Remove the spot"
          @click="emit('unpin')"
        >
          <XMarkIcon class="size-4" /></button
      ></span>
      <span v-if="!asked" class="text-caption text-quiet"
        >as <bdi>{{ name }}</bdi
        ><button type="button" class="control bare small px-1.5!" @click="asked = true">Change</button></span
      >
      <slot />
      <button class="control primary ml-auto" :disabled="sending || !draft.text.trim()" data-test="send-comment">
        {{ sending ? 'Sending…' : button }}
      </button>
    </div>
  </form>
</template>
