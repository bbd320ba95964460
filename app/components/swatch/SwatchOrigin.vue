<script setup lang="ts">
import { computed } from 'vue'
import { LinkIcon } from '@heroicons/vue/20/solid'
import type { Swatch } from '#core/document/scheme'
import { isFollowing } from '#core/scheme/wearScheme'
import { useHistory } from '~/stores/history'

/** Where a swatch came from, whether it still follows it, and the way back. */
const { swatch } = defineProps<{ swatch: Swatch }>()
const history = useHistory()
const MADE_BY = {
  'ring': 'Put on the ring',
  'ladder': 'A rung of a ladder',
  'complement': 'A complement',
  'in-between': 'Blended in between',
  'neutral': 'A quiet neutral',
  'copy': 'A copy',
  'alternative': 'A color nearby',
  'recent': 'Used before',
  'deal': 'Dealt',
} as const

const followed = computed(() => history.document !== null && isFollowing(history.document, swatch))
const origin = computed(() => {
  const { from } = swatch
  if (from.kind === 'harmony')
    return history.document?.derived ? 'Derived by the harmony' : 'Originally derived by a harmony'
  if (from.kind === 'made') return MADE_BY[from.how]
  if (from.kind === 'sample') {
    const sample = history.document?.samples.find(({ id }) => id === from.sample)
    const reference = history.document?.references.find(({ id }) => id === sample?.reference)
    return `Sampled from “${reference?.name ?? 'a reference'}”`
  }
  const title = from.kind === 'list' && !from.title.includes('.') ? from.title : `“${from.title}”`
  return `${from.kind === 'ink' ? 'An ink of' : 'Taken from'} ${title}`
})
const cut = computed(() => followed.value && swatch.own !== null)
const explanation = computed(() => {
  if (!cut.value) return ''
  if (swatch.freed) return ' · freed: it doesn’t follow'
  return swatch.from.kind === 'harmony' ? ' · its color is set by hand' : ' · edited by hand: no longer connected'
})
</script>

<template>
  <p class="flex min-h-6 items-center gap-2 text-caption" data-test="origin">
    <LinkIcon v-if="followed" class="size-3.5 shrink-0" :class="{ 'opacity-30': cut }" />
    <span class="min-w-0 grow truncate" :title="origin + explanation">{{ origin }}{{ explanation }}</span>
    <button v-if="cut" class="control small px-1.5!" @click="history.run({ do: 'restore swatch', id: swatch.id })">
      {{ swatch.from.kind === 'harmony' ? 'Follow again' : 'Reconnect' }}
    </button>
  </p>
</template>
