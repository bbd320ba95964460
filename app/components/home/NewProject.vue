<script setup lang="ts">
import { ARTWORK_FILES } from '#core/interaction/incoming'
import { ref, useTemplateRef } from 'vue'
import { navigateTo } from '#imports'
import { asName } from '#core/document/names'
import { type Start, useStart } from '~/composables/useStart'
import { useArrivals } from '~/stores/arrivals'
import { useNotices } from '~/stores/notices'
import { server } from '~/api/server'

/**
 * The one question a new project asks: what it starts from. A color leads to where it is typed; a picture or artwork is
 * chosen here, or dropped, and is in the project when it opens.
 */
const emit = defineEmits<{ close: [] }>()
const notices = useNotices()
const arrivals = useArrivals()
const start = useStart()
const name = ref('')
const busy = ref(false)
const pictures = useTemplateRef<HTMLInputElement>('pictures')
const artwork = useTemplateRef<HTMLInputElement>('artwork')

const make = async (from: Start, files: readonly File[] = []): Promise<void> => {
  if (busy.value) return
  busy.value = true
  await notices.attempt(async () => {
    const [file] = files
    const called = asName(name.value) || asName(file?.name.replace(/\.[^.]+$/, '') ?? '') || 'Untitled project'
    const made = await server.create(called)
    start.value = from
    if (files.length) arrivals.put({ files: [...files], text: '' })
    await navigateTo(`/project/${made.id}/gather`)
  })
  busy.value = false
}
const chosen = (from: Start) => (event: Event) => {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = ''
  if (files.length) void make(from, files)
}
</script>

<template>
  <DialogFrame title="What are you starting from?" wide test="new-project" @close="emit('close')">
    <input
      v-model="name"
      class="field font-sans!"
      aria-label="Name of the new project"
      placeholder="Project name (optional)"
      maxlength="120"
      @keydown.enter.prevent="make('color')"
    />
    <div class="grid grid-cols-3 gap-3">
      <button class="answer framed" :disabled="busy" @click="make('color')">
        <svg viewBox="0 0 120 72" aria-hidden="true" fill="none" stroke="var(--text)">
          <circle cx="60" cy="36" r="27" stroke="var(--strong-line)" />
          <path d="M60 12L81 48H39Z" />
          <circle cx="60" cy="12" r="7" fill="var(--text)" />
          <circle cx="81" cy="48" r="5" fill="var(--panel)" />
          <circle cx="39" cy="48" r="5" fill="var(--panel)" />
        </svg>
        <b>A color</b>
        <span>A brand color, or one from a list: see its harmonies right away.</span>
      </button>
      <button class="answer framed" :disabled="busy" @click="pictures?.click()">
        <svg viewBox="0 0 120 72" aria-hidden="true" fill="none" stroke="var(--text)">
          <rect x="24" y="8" width="72" height="44" stroke="var(--strong-line)" />
          <path d="M24 46L46 26L62 40L76 30L96 46" />
          <path d="M24 60h14v8H24zM40 60h14v8H40zM56 60h10v8H56zM68 60h18v8H68zM88 60h8v8h-8z" fill="var(--text)" />
        </svg>
        <b>A picture</b>
        <span>Photos or scans whose colors you like: get a scheme from them.</span>
      </button>
      <button class="answer framed" :disabled="busy" @click="artwork?.click()">
        <svg viewBox="0 0 120 72" aria-hidden="true" fill="none" stroke="var(--text)">
          <path d="M28 8h26v56H28zM66 8h26v56H66z" stroke="var(--strong-line)" />
          <path d="M41 16l8 16-8 22-8-22z" fill="var(--text)" />
          <path d="M79 16l8 16-8 22-8-22z" />
          <path d="M57 36h6m-2-3 3 3-3 3" />
        </svg>
        <b>Artwork</b>
        <span>Drawings or pictures to recolor: see their inks and remap them.</span>
      </button>
    </div>
    <input
      ref="pictures"
      type="file"
      class="hidden"
      accept="image/png,image/jpeg,image/webp,image/gif"
      multiple
      aria-label="Pictures to start from"
      data-test="start-pictures"
      @change="chosen('references')($event)"
    />
    <input
      ref="artwork"
      type="file"
      class="hidden"
      :accept="ARTWORK_FILES"
      multiple
      aria-label="Artwork to start from"
      data-test="start-artwork"
      @change="chosen('artwork')($event)"
    />
    <div class="flex items-center justify-between gap-3">
      <p class="text-caption text-quiet">Or drop files anywhere on Home to start a project.</p>
      <button class="control" @click="emit('close')">Not now</button>
    </div>
  </DialogFrame>
</template>

<style scoped>
.answer {
  display: grid;
  align-content: start;
  gap: 4px;
  padding: 12px;
  text-align: left;
}
.answer b {
  font-weight: 600;
}
</style>
