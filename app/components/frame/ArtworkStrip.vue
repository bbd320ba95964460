<script setup lang="ts">
/** The artwork of the project as small pictures in the scheme; choosing one puts it on the stage. */
const { small = false } = defineProps<{ small?: boolean }>()
const project = useProject()
</script>

<template>
  <ul class="flex gap-1.5 overflow-x-auto" aria-label="Artwork of the project">
    <li v-for="art in project.pieces" :key="art.id">
      <button
        class="flex border bg-table p-1"
        :class="[
          small ? 'size-10' : 'size-14',
          project.piece?.id === art.id ? 'border-ink' : 'border-line hover:border-strong',
        ]"
        :aria-pressed="project.piece?.id === art.id"
        :aria-label="`Show ${art.name}`"
        :title="art.name"
        @click="project.shownId = art.id"
      >
        <ArtworkProof
          :hash="art.hash"
          :ratio="art.width / art.height"
          :colors="project.settledFor(art.id)"
          :by-hand="project.touchesFor(art.id, project.settled)"
        />
      </button>
    </li>
  </ul>
</template>
