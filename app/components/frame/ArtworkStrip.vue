<script setup lang="ts">
/** The artwork of the project as small pictures in the scheme; choosing one puts it on the stage. */
const project = useProject()
</script>

<template>
  <ul class="flex flex-wrap gap-2" aria-label="Artwork of the project">
    <li v-for="art in project.document?.artwork ?? []" :key="art.id">
      <button
        class="grid size-14 place-items-center border bg-table p-1" :class="project.artwork?.id === art.id ? 'border-ink' : 'border-line hover:border-strong'"
        :aria-pressed="project.artwork?.id === art.id" :aria-label="`Show ${art.name}`" :title="art.name" @click="project.shownId = art.id"
      >
        <ArtworkProof :hash="art.hash" :ratio="art.width / art.height" :colors="project.colors" />
      </button>
    </li>
  </ul>
</template>
