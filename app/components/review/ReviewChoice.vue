<script setup lang="ts">
import { computed, ref } from 'vue'
import { CheckIcon } from '@heroicons/vue/20/solid'
import type { ReviewPage } from '#core/document/review'
import type { ReviewAtHand } from '~/composables/useReview'
import { useNotices } from '~/stores/notices'

/** The choice of a colorway: made, undone, or closed. Who chooses says a name first. */
const { review, page, look } = defineProps<{ review: ReviewAtHand; page: ReviewPage; look: string }>()
const notices = useNotices()
const { own, announcement, chosenName } = review

/** The choice that waits for a name. */
const naming = ref<{ key: string | null } | null>(null)
const choosing = ref(false)
const chosen = computed(() => page.choice?.look ?? null)
const choose = async (key: string | null): Promise<void> => {
  if (!own.value.name.trim()) {
    naming.value = { key }
    return
  }
  choosing.value = true
  await notices.attempt(async () => {
    await review.choose(key)
    announcement.value = chosenName.value ? `You chose “${chosenName.value}”.` : 'Your choice is undone.'
  })
  choosing.value = false
}
const submitName = (): void => {
  const waiting = naming.value
  naming.value = null
  if (waiting && own.value.name.trim()) void choose(waiting.key)
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-2" data-test="choice">
    <template v-if="chosen === look">
      <span class="flex items-center gap-1"
        ><CheckIcon class="size-4" />Chosen by <bdi>{{ page.choice?.author }}</bdi></span
      >
      <button v-if="!page.closed" class="control" :disabled="choosing" data-test="unchoose" @click="choose(null)">
        Undo my choice
      </button>
    </template>
    <template v-else>
      <button
        v-if="!page.closed"
        class="control primary h-9! px-4!"
        :disabled="choosing"
        data-test="choose"
        @click="choose(look)"
      >
        Choose this one
      </button>
      <span v-if="chosenName" class="text-quiet">“{{ chosenName }}” is chosen.</span>
    </template>
    <span v-if="page.closed" class="text-quiet" data-test="choice-closed">The choice is closed.</span>
    <span v-else-if="chosen === look" class="text-caption text-quiet"
      >It can be changed until the designer closes it.</span
    >
    <DialogFrame v-if="naming" title="Who are you?" test="naming" @close="naming = null">
      <form class="grid gap-3" @submit.prevent="submitName">
        <label class="grid gap-1"
          >Your name<input
            v-model="own.name"
            class="field h-8! font-sans!"
            maxlength="60"
            required
            autocomplete="name"
            data-test="choosing-name"
        /></label>
        <p class="flex justify-end gap-2">
          <button type="button" class="control" @click="naming = null">Cancel</button
          ><button class="control primary" data-test="named">{{ naming.key ? 'Choose' : 'Undo my choice' }}</button>
        </p>
      </form>
    </DialogFrame>
  </div>
</template>
