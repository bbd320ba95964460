<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { ReviewThread } from '#core/document/review'
import type { Pin } from '#core/interaction/pins'
import type { ReviewAtHand } from '~/composables/useReview'

/** Comments on a colorway, and the form for more. */
const { review, look, pins } = defineProps<{
  review: ReviewAtHand
  look: string
  pins: readonly Pin[]
  /** The comment that is looked at. */
  current: string | null
}>()
const emit = defineEmits<{ point: [id: string]; aim: [] }>()
const { talk, own } = review
const threads = computed(() => talk.threadsOn(look))
const more = computed(() => talk.looks.value[look]?.more ?? false)
const answering = ref<string | null>(null)
const form = useTemplateRef<{ focus: () => void }>('form')
const answer = useTemplateRef<Array<{ focus: () => void }>>('answer')
const startAnswer = (id: string): void => {
  answering.value = id
  void nextTick(() => answer.value?.[0]?.focus())
}
const numberOf = ({ id }: ReviewThread): number | null => pins.find(pin => pin.id === id)?.number ?? null
watch(
  () => look,
  now => void talk.load(now),
  { immediate: true },
)
defineExpose({ focus: () => form.value?.focus() })
</script>

<template>
  <section class="grid content-start gap-3" aria-labelledby="comments" data-test="review-talk">
    <h2 id="comments" class="text-[17px]!">Comments</h2>
    <CommentForm
      ref="form"
      :key="look"
      :draft="review.draftOf(look)"
      :name="own.name"
      label="What do you think of this one?"
      button="Send"
      :send="() => review.say(look, null)"
      @text="text => review.setDraft(look, { text })"
      @name="name => (own.name = name)"
      @unpin="review.setDraft(look, { spot: null })"
    >
      <button
        v-if="!review.draftOf(look).spot"
        type="button"
        class="control"
        data-test="start-aiming"
        @click="emit('aim')"
      >
        Point at a spot
      </button>
    </CommentForm>
    <TalkState :talk="talk" :look="look" :none="threads.length ? null : 'No comments yet.'" />
    <TalkThread
      v-for="thread in threads"
      :key="thread.id"
      :thread="thread"
      :number="numberOf(thread)"
      :current="thread.id === current"
      @earlier="talk.loadEarlier(thread)"
      @point="emit('point', thread.id)"
    >
      <CommentForm
        v-if="answering === thread.id"
        ref="answer"
        :draft="review.draftOf(thread.id)"
        :name="own.name"
        label="Reply"
        button="Reply"
        :send="() => review.say(look, thread.id)"
        @text="text => review.setDraft(thread.id, { text })"
        @name="name => (own.name = name)"
        @sent="answering = null"
      >
        <button type="button" class="control" @click="answering = null">Not now</button>
      </CommentForm>
      <button
        v-else
        class="control small justify-self-start text-caption"
        :aria-label="`Reply to ${thread.author}`"
        data-test="answer"
        @click="startAnswer(thread.id)"
      >
        Answer
      </button>
    </TalkThread>
    <button v-if="more" class="control justify-self-center" data-test="more-comments" @click="talk.loadMore(look)">
      Earlier comments
    </button>
  </section>
</template>
