<script setup lang="ts">
import { computed, ref } from 'vue'
import { MAX_COMMENT_LENGTH } from '#core/document/limits'
import { asName } from '#core/document/names'
import { allArtwork } from '#core/handover/plan'
import { NOW } from '#core/handover/options'
import { useHistory } from '~/stores/history'
import { useReviews } from '~/stores/reviews'

/** The content of a new review, and how long it is shown. */
const emit = defineEmits<{ close: [] }>()
const history = useHistory()
const reviews = useReviews()
const title = ref(history.settled?.name ?? '')
const greeting = ref('')
const frozen = (history.settled?.lineUp.colorways ?? []).map(({ id }) => id)
const looks = ref<string[]>(frozen.length ? frozen : [NOW])
const everything = computed(() => (history.settled ? allArtwork(history.settled) : []))
const artwork = ref<string[]>(everything.value.map(({ id }) => id))
const DAY = 24 * 3600 * 1000
const dayAfter = (days: number): string => new Date(Date.now() + days * DAY).toISOString().slice(0, 10)
const ends = ref(dayAfter(30))
const publishing = ref(false)
const publish = async (): Promise<void> => {
  publishing.value = true
  const done = await reviews.publish({
    ...{ title: asName(title.value) || 'Review', greeting: greeting.value, looks: looks.value, artwork: artwork.value },
    endsAt: new Date(`${ends.value}T23:59:59`).toISOString(),
  })
  publishing.value = false
  if (done) emit('close')
}
</script>

<template>
  <DialogFrame title="Publish a review" test="review-dialog" wide @close="emit('close')">
    <form class="grid min-h-0 gap-4" @submit.prevent="publish">
      <div class="grid min-h-0 gap-4 overflow-y-auto p-px">
        <label class="grid gap-1"
          >Title<input v-model="title" class="field font-sans!" maxlength="120" data-test="review-title"
        /></label>
        <label class="grid gap-1"
          >Message to the client<textarea
            v-model="greeting"
            class="field h-auto! font-sans!"
            rows="2"
            :maxlength="MAX_COMMENT_LENGTH"
            data-test="review-greeting"
          />
        </label>
        <LookChoices v-model="looks" />
        <PiecePicker v-if="everything.length" v-model="artwork" :pieces="everything" />
        <label class="flex items-center gap-2"
          >Open until<input
            v-model="ends"
            type="date"
            class="field"
            required
            :min="dayAfter(1)"
            :max="dayAfter(365)"
            data-test="review-ends"
          /><span class="text-caption text-quiet">it can be withdrawn at any time</span></label
        >
        <p class="text-caption text-quiet">
          Anyone with the link sees the names, notes, values and pictures of what is chosen here, and nothing else in
          the project.
        </p>
      </div>
      <p class="flex justify-end gap-2">
        <button type="button" class="control" @click="emit('close')">Cancel</button>
        <button class="control primary" :disabled="publishing || !looks.length" data-test="review-publish">
          {{ publishing ? 'Publishing…' : 'Publish' }}
        </button>
      </p>
    </form>
  </DialogFrame>
</template>
