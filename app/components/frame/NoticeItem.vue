<script setup lang="ts">
import { useTemplateRef, watch } from 'vue'
import { useElementHover, useFocusWithin, useTimeoutFn } from '@vueuse/core'
import { XMarkIcon } from '@heroicons/vue/20/solid'
import { type Notice, useNotices } from '~/stores/notices'

/** A message: it goes by itself after a while, but not while it is pointed at or has the focus. */
const { notice } = defineProps<{ notice: Notice }>()
const notices = useNotices()
/** Time a message stays by itself: one that offers nothing goes soonest. */
const SECONDS = { done: 5, offer: 10, problem: 20 }
const seconds = SECONDS[notice.kind === 'problem' ? 'problem' : notice.undo ? 'offer' : 'done']
const item = useTemplateRef<HTMLElement>('item')
const hovered = useElementHover(item)
const { focused } = useFocusWithin(item)
const { start, stop } = useTimeoutFn(() => notices.dismiss(notice.id), seconds * 1000)
watch([hovered, focused], ([over, within]) => {
  if (over || within) stop()
  else start()
})

const takeBack = async (): Promise<void> => {
  notices.dismiss(notice.id)
  await notice.undo?.()
}
</script>

<template>
  <li
    ref="item"
    class="flex max-w-[480px] items-center gap-3 border border-strong bg-panel py-1 pl-3 pr-1 shadow-float"
  >
    <span aria-hidden="true">{{ notice.kind === 'problem' ? '▲' : '●' }}</span>
    <span class="grow"
      >{{ notice.text }}<span v-if="notice.count > 1" class="value ml-1.5 text-quiet">×{{ notice.count }}</span></span
    >
    <button v-if="notice.undo" class="control" @click="takeBack">{{ notice.label }}</button>
    <button class="control bare" aria-label="Dismiss" @click="notices.dismiss(notice.id)">
      <XMarkIcon class="size-4" />
    </button>
  </li>
</template>
