<script setup lang="ts">
import { ref } from 'vue'
import { countFiles, type Branch } from '#core/handover/plan'

/** Folders and files as a tree. The first small folders are open; what is in a closed one is not drawn. */
const { branches } = defineProps<{ branches: readonly Branch[] }>()
/** The number of folders that are open at first, and the most files one of them holds. */
const OPEN_AT_FIRST = { folders: 2, files: 40 }
const isOpenAtFirst = (branch: Branch): boolean =>
  countFiles(branch) <= OPEN_AT_FIRST.files &&
  branches.filter(({ path }) => path === null).indexOf(branch) < OPEN_AT_FIRST.folders
/** Folders somebody opened or closed, by name. */
const toggled = ref<Record<string, boolean>>({})
const isOpen = (branch: Branch): boolean => toggled.value[branch.name] ?? isOpenAtFirst(branch)
</script>

<template>
  <ul class="grid gap-px">
    <li v-for="branch in branches" :key="`${branch.path === null}${branch.name}`" class="min-w-0">
      <details
        v-if="branch.path === null"
        :open="isOpen(branch)"
        @toggle.stop="toggled[branch.name] = ($event.target as HTMLDetailsElement).open"
      >
        <summary class="cursor-pointer wrap-anywhere leading-6">
          {{ branch.name }} <span class="value text-quiet">{{ countFiles(branch) }}</span>
        </summary>
        <FileTree v-if="isOpen(branch)" class="ml-1.5 border-l border-line pl-3" :branches="branch.branches" />
      </details>
      <span v-else class="value block wrap-anywhere pl-3.5" data-test="planned-file" :data-path="branch.path">{{
        branch.name
      }}</span>
    </li>
  </ul>
</template>
