<script setup lang="ts">
import { useHead } from '#imports'
import guide from '../../docs/guide.md'

/** The guide, a tour by task; written in docs/guide.md and made into HTML by the build. */
useHead({ title: 'Guide · Plumbago' })
</script>

<template>
  <div class="h-full overflow-y-auto bg-table" data-test="guide">
    <header class="flex items-center gap-3 border-b border-line bg-panel px-5 py-2">
      <NuxtLink class="control" to="/">All projects</NuxtLink>
      <SurroundSwitch class="ml-auto" />
    </header>
    <div class="mx-auto grid max-w-5xl grid-cols-[200px_minmax(0,1fr)] gap-8 px-5 py-6 max-lg:grid-cols-1">
      <nav class="lg:sticky lg:top-6 lg:self-start" aria-label="Tasks">
        <ul class="grid gap-1">
          <li v-for="{ id, title } in guide.tasks" :key="id">
            <a class="block py-1 hover:underline" :href="`#${id}`">{{ title }}</a>
          </li>
        </ul>
      </nav>
      <!-- eslint-disable-next-line vue/no-v-html -- our own page, made by the build -->
      <main class="guide" v-html="guide.html" />
    </div>
  </div>
</template>

<style scoped>
.guide :deep(*) {
  max-width: 44em;
}
.guide :deep(h1) {
  margin-bottom: 8px;
}
.guide :deep(h2) {
  margin: 36px 0 8px;
  scroll-margin-top: 12px;
}
.guide :deep(p),
.guide :deep(li),
.guide :deep(td) {
  line-height: 1.55;
}
.guide :deep(p) {
  margin: 8px 0;
}
.guide :deep(ol) {
  list-style: decimal;
  padding-left: 20px;
  display: grid;
  gap: 4px;
}
.guide :deep(img) {
  width: 100%;
  max-width: 100%;
  border: 1px solid var(--line);
}
.guide :deep(code) {
  font-family: var(--font-mono);
  overflow-wrap: anywhere;
}
.guide :deep(table) {
  width: 100%;
  border-collapse: collapse;
}
.guide :deep(:is(th, td)) {
  border-bottom: 1px solid var(--line);
  padding: 4px 12px 4px 0;
  text-align: left;
}
</style>
