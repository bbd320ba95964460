<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { definePageMeta, useHead, useRoute } from '#imports'
import { ClipboardDocumentIcon } from '@heroicons/vue/20/solid'
import { countWords } from '#core/document/names'
import type { PublishedBrand } from '#core/document/publication'
import { changeWords } from '#core/handover/publication'
import { server } from '~/api/server'
import { useCopying } from '~/composables/useCopying'
import { dayWords, sizeWords } from '~/words/amounts'
import { reasonOf } from '~/words/reasonOf'

/* The page of a publication: its colors, files, and how to follow them. */
definePageMeta({ key: route => String(route.params.token) })
const token = String(useRoute().params.token)
const { copy } = useCopying()
const brand = ref<PublishedBrand | null>(null)
const problem = ref<string | null>(null)
const load = async (): Promise<void> => {
  problem.value = null
  try {
    brand.value = await server.brand(token)
  } catch (error) {
    problem.value = reasonOf(error)
  }
}
onMounted(load)
useHead({
  title: () => brand.value?.title ?? 'Published colorway',
  meta: [{ name: 'robots', content: 'noindex' }],
})
const addressOf = (path: string): string =>
  `/api/brand/${encodeURIComponent(token)}/files/${path.split('/').map(encodeURIComponent).join('/')}`
const schemes = computed(() => brand.value?.files.filter(({ path }) => !path.startsWith('artwork/')) ?? [])
const artwork = computed(() => brand.value?.files.filter(({ path }) => path.startsWith('artwork/')) ?? [])
/** From so many pieces on they are searched. */
const MANY = 12
const words = ref('')
const found = computed(() => {
  const wanted = words.value.trim().toLowerCase()
  return wanted ? artwork.value.filter(({ path }) => path.toLowerCase().includes(wanted)) : artwork.value
})
const nameOf = (path: string): string => path.slice('artwork/'.length)
const command = `plumbago pull ${window.location.href.split(/[?#]/)[0]} -o brand`
</script>

<template>
  <main class="mx-auto grid max-w-[1080px] content-start gap-6 p-6" data-test="brand">
    <header v-if="brand" class="flex flex-wrap items-center gap-x-4 gap-y-1">
      <PlumbagoMark :colors="brand.swatches.map(({ hex }) => hex)" class="shrink-0" />
      <div class="min-w-0 grow">
        <h1 class="wrap-anywhere">{{ brand.title }}</h1>
        <p class="text-quiet" data-test="brand-version">
          Version {{ brand.version }}, {{ dayWords(brand.at)
          }}<template v-if="brand.version > 1">: {{ changeWords(brand.changes) }}</template>
        </p>
      </div>
      <SurroundSwitch />
    </header>
    <template v-if="brand">
      <ReviewBand :name="brand.title" :swatches="brand.swatches" />
      <section class="grid gap-2" aria-labelledby="follow">
        <h2 id="follow">Keep a folder up to date</h2>
        <p class="text-quiet">
          The command writes only what changed. Its exit code is 3 when something did, so that a website’s build can go
          on from there.
        </p>
        <p class="flex items-center gap-2 border border-line bg-panel p-2">
          <code class="value min-w-0 grow wrap-anywhere" data-test="brand-command">{{ command }}</code>
          <button class="control" @click="copy(command, 'Copied the command.')">
            <ClipboardDocumentIcon class="size-4" />Copy
          </button>
        </p>
      </section>
      <section class="grid gap-2" aria-labelledby="scheme">
        <h2 id="scheme">Scheme</h2>
        <ul class="flex flex-wrap gap-2">
          <li v-for="{ path, size } in schemes" :key="path">
            <a class="control" :href="addressOf(path)" :download="path" data-test="brand-scheme"
              >{{ path }} <span class="text-caption text-quiet">{{ sizeWords(size) }}</span></a
            >
          </li>
        </ul>
      </section>
      <section v-if="artwork.length" class="grid gap-2" aria-labelledby="artwork">
        <div class="flex items-center gap-3">
          <h2 id="artwork" class="grow">
            Artwork
            <span class="value text-body font-normal text-quiet" role="status">{{
              words ? `${found.length} of ${artwork.length}` : artwork.length
            }}</span>
          </h2>
          <input
            v-if="artwork.length >= MANY"
            v-model="words"
            type="search"
            class="field w-48 font-sans!"
            placeholder="Name or folder"
            aria-label="Find artwork by name or folder"
          />
        </div>
        <ul class="grid grid-cols-[repeat(auto-fill,minmax(140px,1fr))] gap-3">
          <li v-for="{ path, version } in found" :key="path" class="piece">
            <a class="grid gap-1" :href="addressOf(path)" :download="path.split('/').at(-1)" data-test="brand-piece">
              <img
                class="framed h-28 w-full bg-panel! object-contain p-2"
                :src="addressOf(path)"
                alt=""
                loading="lazy"
              />
              <span class="truncate text-caption" :title="nameOf(path)">{{ nameOf(path) }}</span>
            </a>
            <span v-if="brand.version > 1 && version === brand.version" class="text-caption text-quiet">changed</span>
          </li>
        </ul>
        <p v-if="!found.length" class="text-quiet">
          {{ countWords(0, 'piece') }} with “{{ words }}” in its name or folder.
        </p>
      </section>
    </template>
    <template v-else-if="problem">
      <h1>Nothing to show</h1>
      <p role="alert">{{ problem }} <button class="control small" @click="load">Try again</button></p>
    </template>
    <p v-else role="status">Looking…</p>
  </main>
</template>

<style scoped>
/* A thousand pieces are laid out as they come into sight. */
.piece {
  content-visibility: auto;
  contain-intrinsic-size: auto 140px;
}
</style>
