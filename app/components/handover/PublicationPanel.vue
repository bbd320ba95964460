<script setup lang="ts">
import { ref } from 'vue'
import type { Publication } from '#core/document/publication'
import { useMe } from '~/stores/me'
import { usePublications } from '~/stores/publications'

/** Publications of the project: colorways as files behind links, for websites and teams that follow the brand. */
const publications = usePublications()
const me = useMe()
/** The purpose the dialog is open for: a new publication, or the next version of one; null while it is closed. */
const publishing = ref<{ again?: Publication } | null>(null)
</script>

<template>
  <section class="grid content-start gap-3" aria-labelledby="publications" data-test="publications">
    <div class="flex items-center gap-3">
      <h2 id="publications" class="grow">Published</h2>
      <button v-if="!me.looksOnly" class="control primary" data-test="publish-colorway" @click="publishing = {}">
        Publish a colorway…
      </button>
    </div>
    <p class="text-quiet">
      A colorway as files behind a link: the scheme as CSS, Tailwind theme and design tokens, and every piece of
      artwork. When the brand changes, publish a new version; whoever uses the link gets what changed.
    </p>
    <p v-if="publications.problem" role="alert">
      ▲ {{ publications.problem }} <button class="control small" @click="publications.load">Try again</button>
    </p>
    <ul v-if="publications.publications?.length" class="grid">
      <PublicationRow
        v-for="publication in publications.publications"
        :key="publication.id"
        :publication="publication"
        @again="publishing = { again: publication }"
      />
    </ul>
    <EmptyPlace v-else-if="publications.publications">
      <template #like>
        <div class="grid gap-3">
          <span class="flex h-4"><i v-for="n in 5" :key="n" class="flex-1 border border-line" /></span>
          <span v-for="wide in ['w-1/3', 'w-2/5', 'w-1/4', 'w-1/2']" :key="wide" class="flex items-center gap-2"
            ><span class="size-3 border border-line" /><span class="h-2 bg-line" :class="wide"
          /></span>
        </div>
      </template>
      Nothing is published yet.
    </EmptyPlace>
    <p v-else-if="!publications.problem" role="status">Loading publications…</p>
    <PublicationDialog v-if="publishing" v-bind="publishing" @close="publishing = null" />
  </section>
</template>
