<script setup lang="ts">
import { XMarkIcon } from '@heroicons/vue/20/solid'
import type { Notice } from '~/stores/notices'

const notices = useNotices()

const takeBack = async (notice: Notice): Promise<void> => {
  notices.dismiss(notice.id)
  await notice.undo?.()
}
</script>

<template>
  <ul class="fixed bottom-32 left-4 z-50 grid gap-2" aria-live="polite" data-test="notices">
    <li
      v-for="notice in notices.shown"
      :key="notice.id"
      class="flex max-w-[480px] items-center gap-3 border border-strong bg-panel py-1 pl-3 pr-1 shadow-float"
    >
      <span aria-hidden="true">{{ notice.kind === 'problem' ? '▲' : '●' }}</span>
      <span class="grow">{{ notice.text }}</span>
      <button v-if="notice.undo" class="control" @click="takeBack(notice)">{{ notice.label }}</button>
      <button class="control bare" aria-label="Dismiss" @click="notices.dismiss(notice.id)">
        <XMarkIcon class="size-4" />
      </button>
    </li>
  </ul>
</template>
