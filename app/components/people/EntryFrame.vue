<script setup lang="ts">
/** The frame of a page before signing in: the mark, a title, and what is to be filled in. */
defineProps<{ title: string }>()
</script>

<template>
  <main class="grid min-h-full place-items-center overflow-y-auto p-4">
    <section class="grid w-[min(100%,360px)] gap-5 border border-line bg-panel p-6" aria-labelledby="entry-title">
      <p class="flex items-center gap-2">
        <PlumbagoMark :colors="[]" /><span class="font-title text-[17px] font-semibold">Plumbago</span>
      </p>
      <h1 id="entry-title">{{ title }}</h1>
      <slot />
    </section>
  </main>
</template>
