<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { ArrowLeftIcon, CheckIcon } from '@heroicons/vue/20/solid'
import { useLocalStorage } from '@vueuse/core'
import type { Review, ReviewThread } from '#core/document/review'
import type { Draft } from '~/composables/useReview'
import { ALL_LOOKS } from '#core/interaction/talk'
import { useTalk } from '~/composables/useTalk'
import type { MenuChoice } from '~/components/control/menu'
import { useCopying } from '~/composables/useCopying'
import { useHistory } from '~/stores/history'
import { useLineUp } from '~/stores/lineUp'
import { useNotices } from '~/stores/notices'
import { reviewDesk } from '~/api/reviews'
import { useReviews } from '~/stores/reviews'
import { useMe } from '~/stores/me'

/** One review: its link, what was chosen, and its comments, colorway by colorway; here it is answered and resolved. */
const { review } = defineProps<{ review: Review }>()
const reviews = useReviews()
const notices = useNotices()
const history = useHistory()
const lineUp = useLineUp()
const desk = reviewDesk(review.id)
const talk = useTalk(desk)
const { copy } = useCopying()
const me = useMe()
const link = computed(() => review.link && new URL(review.link, window.location.href).href)
const copyLink = (): Promise<void | null> => copy(link.value ?? '', 'Copied the link.')
const chosen = computed(() => review.looks.find(({ key }) => key === review.choice?.look) ?? null)
/** The colorway of the project that was chosen, if it is there still. */
const colorway = computed(
  () => lineUp.colorways.find(({ id }) => id === review.sources[chosen.value?.key ?? '']) ?? null,
)
const isOver = computed(() => Date.parse(review.endsAt) <= Date.now())

/** Which colorway is looked at, or all. */
const look = ref(ALL_LOOKS)
watch(look, now => void talk.load(now), { immediate: true })
reviews.hear(news => {
  if (!news || (news.review === review.id && news.again)) return void talk.again()
  if (news.review === review.id) news.comments.forEach(talk.put)
})
const total = computed(() => Object.values(review.counts).reduce((sum, count) => sum + count, 0))
const nameOf = (key: string): string => review.looks.find(each => each.key === key)?.name ?? ''
const showResolved = ref(false)
const all = computed(() => talk.threadsOn(look.value))
const threads = computed(() => all.value.filter(({ resolvedAt }) => showResolved.value || !resolvedAt))
const resolvedCount = computed(() => all.value.filter(({ resolvedAt }) => resolvedAt).length)
const artworkOf = (thread: ReviewThread) => review.artwork.find(({ key }) => key === thread.spot?.artwork)

const name = useLocalStorage('plumbago own name', '')
/** Drafts that are not sent, by the comment it answers. */
const drafts = ref<Record<string, Draft>>({})
const answering = ref<string | null>(null)
const form = useTemplateRef<Array<{ focus: () => void }>>('form')
const draftOf = (on: string): Draft => drafts.value[on] ?? { id: crypto.randomUUID(), text: '', spot: null }
const write = (on: string, text: string): void => {
  drafts.value = { ...drafts.value, [on]: { ...draftOf(on), text } }
}
const startAnswer = (id: string): void => {
  answering.value = id
  void nextTick(() => form.value?.[0]?.focus())
}
const answer = async ({ id: thread, look: on }: ReviewThread): Promise<void> => {
  const { id, text } = draftOf(thread)
  talk.put(await desk.say({ id, author: name.value, text, look: on, spot: null, thread }))
  const { [thread]: _, ...others } = drafts.value
  drafts.value = others
}
const resolve = (thread: ReviewThread, resolved: boolean): Promise<void | null> =>
  notices.attempt(async () => {
    talk.put(await desk.resolve(thread.id, resolved))
    void reviews.load()
    if (resolved)
      notices.say(`Resolved the comment by ${thread.author}.`, 'done', async () => {
        await resolve(thread, false)
      })
  })
const choices = computed((): MenuChoice[] => [
  ...(link.value ? [{ title: 'Copy link', act: () => void copyLink() }] : []),
  { title: 'New link (the old one ends)', act: () => void reviews.renew(review) },
  {
    title: 'Extend by 30 days',
    act: () => {
      const from = Math.max(Date.now(), Date.parse(review.endsAt))
      void reviews.change(review, { endsAt: new Date(from + 30 * 24 * 3600 * 1000).toISOString() })
    },
  },
  {
    title: review.withdrawnAt ? 'Reopen for 30 days' : 'Withdraw',
    act: () => void (review.withdrawnAt ? reviews.change(review, { withdrawn: false }) : reviews.withdraw(review)),
  },
  { title: 'Delete', apart: true, act: () => void reviews.remove(review) },
])
</script>

<template>
  <section class="grid content-start gap-3" aria-labelledby="review" data-test="review-desk">
    <div class="flex items-center gap-2">
      <button class="control bare px-1.5!" aria-label="All reviews" data-test="all-reviews" @click="reviews.show(null)">
        <ArrowLeftIcon class="size-4" />
      </button>
      <h2 id="review" class="min-w-0 grow wrap-anywhere">{{ review.title }}</h2>
      <button
        v-if="!review.withdrawnAt && !isOver"
        class="control"
        data-test="withdraw"
        @click="reviews.withdraw(review)"
      >
        Withdraw
      </button>
      <MenuList class="control bare px-1.5!" aria-label="What to do with this review" :choices="choices">…</MenuList>
    </div>
    <p v-if="review.withdrawnAt" class="border border-strong p-2" data-test="review-withdrawn">
      ▲ Withdrawn: the link no longer works. Comments stay here.
    </p>
    <p v-else-if="isOver" class="border border-strong p-2">▲ Ended: the link no longer works. You can extend it.</p>
    <SharedLink
      v-if="!me.looksOnly && !isOver && !review.withdrawnAt"
      :link="link"
      test="review-address"
      @renew="reviews.renew(review)"
    />
    <p v-if="reviews.isMaking(review)" role="status">
      The pictures are being made; the link already works.
      <button class="control small" @click="reviews.stop(review)">Stop</button>
    </p>
    <p v-else-if="!review.ready" role="alert">
      ▲ {{ review.making?.reason ?? 'The pictures could not be made.' }}
      <button v-if="review.making" class="control small" @click="reviews.retry(review)">Try again</button>
    </p>
    <div class="flex flex-wrap items-center gap-2 border-y border-line py-2" data-test="desk-choice">
      <span class="min-w-0 grow"
        ><template v-if="chosen"
          ><CheckIcon class="mr-1 inline size-4" /><bdi>{{ review.choice?.author }}</bdi> chose
          <b class="font-semibold">{{ chosen.name }}</b> <TimeStamp :at="review.choice?.at ?? ''" /></template
        ><template v-else>Nothing chosen yet.</template></span
      >
      <button
        v-if="colorway && lineUp.chosen !== colorway.id"
        class="control"
        data-test="take-choice"
        @click="
          history.runSaying(
            { do: 'choose colorway', id: colorway.id },
            `“${colorway.name}” is marked as chosen in the line-up.`,
          )
        "
      >
        Mark it in the line-up
      </button>
      <button
        class="control"
        :aria-pressed="review.closed"
        data-test="close-choice"
        @click="reviews.change(review, { closed: !review.closed })"
      >
        {{ review.closed ? 'Reopen the choice' : 'Close the choice' }}
      </button>
    </div>
    <ul v-one-stop="{ of: '.framed' }" class="grid grid-cols-3 gap-2" aria-label="Comments on">
      <li class="min-w-0">
        <button
          class="framed grid size-full content-end p-1 text-left text-caption"
          :class="{ current: look === ALL_LOOKS }"
          :aria-pressed="look === ALL_LOOKS"
          data-test="desk-all"
          @click="look = ALL_LOOKS"
        >
          <span class="flex"
            ><span class="grow">All colorways</span><span class="value text-quiet">{{ total }}</span></span
          >
        </button>
      </li>
      <li v-for="each in review.looks" :key="each.key" class="min-w-0">
        <button
          class="framed grid w-full gap-1 p-1 text-left"
          :class="{ current: each.key === look }"
          :aria-pressed="each.key === look"
          data-test="desk-look"
          @click="look = each.key"
        >
          <SchemeStrip class="h-3 w-full" :scheme="each.swatches" />
          <span class="flex items-center gap-1 text-caption"
            ><CheckIcon
              v-if="each.key === review.choice?.look"
              class="size-4 shrink-0"
              role="img"
              aria-label="chosen"
            />
            <span class="min-w-0 grow wrap-anywhere">{{ each.name }}</span
            ><span v-if="review.counts[each.key]" class="value text-quiet">{{ review.counts[each.key] }}</span></span
          >
        </button>
      </li>
    </ul>
    <TalkState
      :talk="talk"
      :look="look"
      :none="threads.length ? null : resolvedCount ? 'All comments are resolved.' : 'No comments yet.'"
    />
    <div v-for="thread in threads" :key="thread.id" class="flex gap-2">
      <span
        v-if="thread.spot && artworkOf(thread) && review.ready"
        class="relative w-28 shrink-0 self-start bg-white"
        :style="{ aspectRatio: `${artworkOf(thread)?.width} / ${artworkOf(thread)?.height}` }"
        ><img
          class="block size-full"
          :src="desk.pictureUrl('small', { look: thread.look, artwork: thread.spot.artwork })"
          :alt="artworkOf(thread)?.name" /><SpotMark
          class="absolute size-5! -translate-1/2"
          :style="{ left: `${thread.spot.x * 100}%`, top: `${thread.spot.y * 100}%` }"
          data-test="desk-spot"
      /></span>
      <TalkThread
        :thread="thread"
        :on="look === ALL_LOOKS ? nameOf(thread.look) : ''"
        class="min-w-0 grow"
        @earlier="talk.loadEarlier(thread)"
      >
        <CommentForm
          v-if="answering === thread.id"
          ref="form"
          :draft="draftOf(thread.id)"
          :name="name"
          label="Reply"
          button="Reply"
          :send="() => answer(thread)"
          @text="text => write(thread.id, text)"
          @name="typed => (name = typed)"
          @sent="answering = null"
        >
          <button type="button" class="control" @click="answering = null">Not now</button>
        </CommentForm>
        <p v-else class="flex gap-2">
          <button
            class="control small text-caption"
            :aria-label="`Reply to ${thread.author}`"
            data-test="desk-answer"
            @click="startAnswer(thread.id)"
          >
            Answer
          </button>
          <button
            class="control small text-caption"
            :aria-label="`${thread.resolvedAt ? 'Reopen' : 'Resolve'} the comment by ${thread.author}`"
            data-test="resolve"
            @click="resolve(thread, !thread.resolvedAt)"
          >
            {{ thread.resolvedAt ? 'Reopen' : 'Resolve' }}
          </button>
        </p>
      </TalkThread>
    </div>
    <p class="flex gap-2">
      <button v-if="resolvedCount" class="control" :aria-pressed="showResolved" @click="showResolved = !showResolved">
        {{ showResolved ? 'Hide resolved' : `Show ${resolvedCount} resolved` }}
      </button>
      <button v-if="talk.looks.value[look]?.more" class="control" @click="talk.loadMore(look)">Earlier comments</button>
    </p>
  </section>
</template>
