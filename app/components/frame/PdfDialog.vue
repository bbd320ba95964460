<script setup lang="ts">
import { computed, ref } from 'vue'
import { CheckIcon } from '@heroicons/vue/20/solid'
import { countWords } from '#core/document/names'
import { server } from '~/api/server'
import type { PdfQuestion } from '~/stores/pdfQuestions'

/** Asks about a PDF that comes in: which of its pages become artwork, or the password it is protected by. */
const { question } = defineProps<{ question: PdfQuestion }>()

const pages = computed(() => (question.kind === 'pages' ? question.pdf.pages : []))
const chosen = ref(new Set(pages.value.map((_, i) => i + 1)))
const toggle = (page: number): void => {
  if (!chosen.value.delete(page)) chosen.value.add(page)
}
const chooseAll = (): void => {
  chosen.value = new Set(pages.value.map((_, i) => i + 1))
}
const password = ref('')

const title = computed(() =>
  question.kind === 'pages' ? `Pages of “${question.file}”` : `“${question.file}” is protected`,
)
const confirm = (): void => {
  if (question.kind === 'password') question.answer(password.value)
  else if (chosen.value.size) question.answer([...chosen.value].sort((one, other) => one - other))
}
</script>

<template>
  <DialogFrame :title="title" test="pdf-dialog" wide @close="question.answer(null)">
    <form class="grid min-h-0 gap-4" @submit.prevent="confirm">
      <template v-if="question.kind === 'pages'">
        <p class="flex items-center gap-3 text-caption text-quiet">
          <span class="grow">Each page you choose becomes a piece of artwork; all leave in one PDF again.</span>
          <button type="button" class="control" @click="chooseAll">All</button>
          <button type="button" class="control" @click="chosen.clear()">None</button>
        </p>
        <ul
          class="grid max-h-[min(52vh,26rem)] grid-cols-[repeat(auto-fill,minmax(128px,1fr))] gap-3 overflow-y-auto p-1"
        >
          <li v-for="({ width, height }, i) in pages" :key="i">
            <button
              type="button"
              role="checkbox"
              class="relative grid w-full gap-1 border p-2 text-caption"
              :class="chosen.has(i + 1) ? 'border-ink' : 'border-line text-quiet'"
              :aria-checked="chosen.has(i + 1)"
              :aria-label="`Page ${i + 1}`"
              @click="toggle(i + 1)"
            >
              <img
                class="mx-auto h-32 max-w-full border border-line bg-white object-contain"
                :class="{ 'opacity-50': !chosen.has(i + 1) }"
                :style="{ aspectRatio: width / height }"
                :src="server.pdfThumbnailUrl(question.pdf.hash, i + 1)"
                loading="lazy"
                alt=""
              />
              <span class="flex h-5 items-center justify-center gap-1"
                ><CheckIcon v-if="chosen.has(i + 1)" class="size-4" />Page {{ i + 1 }}</span
              >
            </button>
          </li>
        </ul>
      </template>
      <template v-else>
        <label class="grid gap-1" for="pdf-password"
          >Password
          <input
            id="pdf-password"
            v-model="password"
            class="field"
            type="password"
            autocomplete="off"
            :aria-invalid="question.problem !== null"
            aria-describedby="pdf-password-help"
        /></label>
        <p id="pdf-password-help" class="text-caption" :class="{ 'text-quiet': !question.problem }">
          <template v-if="question.problem">▲ {{ question.problem }}</template>
          <template v-else
            >It opens the file this once and is not stored. What you hand over is not protected.</template
          >
        </p>
      </template>
      <p class="flex justify-end gap-2">
        <button type="button" class="control" @click="question.answer(null)">Leave it out</button>
        <button type="submit" class="control primary" :disabled="question.kind === 'pages' && !chosen.size">
          {{ question.kind === 'pages' ? `Add ${countWords(chosen.size, 'page')}` : 'Open' }}
        </button>
      </p>
    </form>
  </DialogFrame>
</template>
