<script setup lang="ts">
import { computed } from 'vue'
import type { ReviewThread } from '#core/document/review'

/** A comment and the answers to it; what can be done with it stands below. */
const {
  thread,
  number = null,
  on = '',
} = defineProps<{
  thread: ReviewThread
  /** The number of its pin on the artwork; null where it has none. */
  number?: number | null
  current?: boolean
  /** The colorway it is on, where that is not plain. */
  on?: string
}>()
const emit = defineEmits<{ earlier: []; point: [] }>()
const all = computed(() => [thread, ...thread.replies])
</script>

<template>
  <article
    class="grid content-start gap-2 border bg-panel p-2.5"
    :class="current ? 'border-ink' : 'border-line'"
    :aria-label="`Comment by ${thread.author}`"
    data-test="thread"
    :data-comment="thread.id"
  >
    <div
      v-for="(comment, i) in all"
      :key="comment.id"
      class="grid gap-0.5"
      :class="{ 'border-l-2 border-line pl-2.5': i > 0 }"
      data-test="comment"
    >
      <p class="flex min-w-0 flex-wrap items-center gap-x-1.5">
        <button
          v-if="i === 0 && number !== null"
          class="control bare small px-1!"
          :aria-label="`Show spot ${number} on the artwork`"
          @click="emit('point')"
        >
          <SpotMark />{{ number }}
        </button>
        <bdi class="min-w-0 font-semibold wrap-anywhere" data-test="comment-author">{{ comment.author }}</bdi>
        <span
          v-if="comment.by === 'designer'"
          class="border border-strong px-1 text-caption"
          data-test="comment-designer"
          >Designer</span
        >
        <TimeStamp :at="comment.createdAt" /><span v-if="on && i === 0" class="text-caption text-quiet"
          >on {{ on }}</span
        >
        <span v-if="comment.resolvedAt" class="text-caption" data-test="resolved">✓ Resolved</span>
      </p>
      <p class="overflow-hidden whitespace-pre-wrap wrap-anywhere" dir="auto" data-test="comment-words">
        {{ comment.text }}
      </p>
      <button
        v-if="i === 0 && thread.earlier"
        class="control small justify-self-start text-caption"
        @click="emit('earlier')"
      >
        {{ thread.earlier }} earlier {{ thread.earlier === 1 ? 'answer' : 'answers' }}
      </button>
    </div>
    <slot />
  </article>
</template>
