<script setup lang="ts">
import type { Branch } from '#core/handover/plan'

/** Folders and files as a tree; folders can be closed. */
const { branches } = defineProps<{ branches: readonly Branch[] }>()
const countOf = (branch: Branch): number =>
  branch.path === null ? branch.branches.reduce((sum, each) => sum + countOf(each), 0) : 1
</script>

<template>
  <ul class="grid gap-px">
    <li v-for="branch in branches" :key="`${branch.path === null}${branch.name}`" class="min-w-0">
      <details v-if="branch.path === null" open>
        <summary class="cursor-pointer wrap-anywhere leading-6">
          {{ branch.name }} <span class="value text-quiet">{{ countOf(branch) }}</span>
        </summary>
        <FileTree class="ml-1.5 border-l border-line pl-3" :branches="branch.branches" />
      </details>
      <span v-else class="value block wrap-anywhere pl-3.5" data-test="planned-file" :data-path="branch.path">{{
        branch.name
      }}</span>
    </li>
  </ul>
</template>
