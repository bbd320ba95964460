<script setup lang="ts">
import { computed, onUnmounted, useTemplateRef, watchEffect } from 'vue'
import { useElementSize, useLocalStorage } from '@vueuse/core'
import { ArrowsPointingOutIcon } from '@heroicons/vue/20/solid'
import { TONE_PLANS, type TonePlan } from '#core/harmony/tone'
import type { Harmony } from '#core/document/scheme'
import { useShortcuts } from '~/composables/useShortcuts'
import { withKey } from '~/words/shortcuts'
import { SHEETS } from '#core/interaction/proofSheets'
import { useProofs } from '~/stores/proofs'
import { useHistory } from '~/stores/history'

/** Ways the dial is shown, and the usual one where the bench is so high. */
const DIALS = [
  { value: 'small', title: 'Small dial' },
  { value: 'large', title: 'Large dial' },
  { value: 'folded', title: 'No dial' },
] as const
const USUAL_DIAL = { high: 'large', usual: 'small', low: 'folded' } as const

/**
 * Compose: the dial (hue ring and tone field) above, what is offered or done to the whole below it, the trail at the
 * foot.
 */
const history = useHistory()
const proofs = useProofs()
const isOpen = computed(() => history.settled !== null)
const isDerived = computed(() => history.document?.derived ?? false)
const harmonyKind = computed(() => history.document?.harmony.kind ?? 'free')
const plan = computed(() => history.document?.harmony.plan ?? TONE_PLANS[0])
/** Under this height the bench scrolls as one; from the other on there is room for a large dial above whole proofs. */
const LOW = 600
const HIGH = 780
const bench = useTemplateRef<HTMLElement>('bench')
const { width, height } = useElementSize(() => bench.value?.parentElement ?? null)
const room = computed(() => (height.value >= HIGH ? 'high' : height.value > 0 && height.value < LOW ? 'low' : 'usual'))
const low = computed(() => room.value === 'low')
/** From this size of the bench on two sheets stand beside each other. */
const ROOMY = { width: 960, height: 960 } as const
watchEffect(() => {
  proofs.roomy = width.value >= ROOMY.width && height.value >= ROOMY.height
})
onUnmounted(() => {
  proofs.roomy = false
})
/** The dial's appearance and whether the trail is open, as they were chosen last for this much room. */
const dials = useLocalStorage<Record<string, (typeof DIALS)[number]['value']>>('plumbago dial', {})
const dial = computed({
  get: () => dials.value[room.value] ?? USUAL_DIAL[room.value],
  set: to => (dials.value = { ...dials.value, [room.value]: to }),
})
const trails = useLocalStorage<Record<string, boolean>>('plumbago trail open', {})
const isTrailOpen = computed({
  get: () => trails.value[room.value] ?? room.value === 'high',
  set: to => (trails.value = { ...trails.value, [room.value]: to }),
})

const TONE_TITLES: Record<TonePlan, string> = {
  'even': 'Even',
  'spread': 'Spread',
  'quiet with an accent': 'Quiet with an accent',
  'light': 'Light',
  'deep': 'Deep',
  'like the picture': 'Like the picture',
}
const PLAN_CHOICES = TONE_PLANS.map(value => ({ value, title: TONE_TITLES[value] }))
const TABS = SHEETS.map(({ sheet, title }) => ({ value: sheet, title }))
const settle = (change: Partial<Harmony>): void => history.run({ do: 'compose' as const, harmony: change })

useShortcuts({
  'keep': () => proofs.keep(),
  'mark': proofs.markUnder,
  'deal': proofs.deal,
  'compare': proofs.compare,
  'lay large': proofs.layLarge,
})
</script>

<template>
  <div
    v-if="isOpen"
    ref="bench"
    class="grid grid-cols-[minmax(0,1fr)] gap-2 px-5 pt-3"
    :class="
      low
        ? 'min-h-full grid-rows-[auto_auto_auto_1fr_auto]'
        : 'h-full min-h-0 grid-rows-[auto_auto_auto_minmax(0,1fr)_auto]'
    "
    data-test="compose"
  >
    <div class="flex items-center gap-3">
      <h2>Compose</h2>
      <span
        class="line-clamp-2 min-w-0 text-caption leading-[13px] wrap-break-word text-quiet first-letter:uppercase max-xl:hidden"
        >{{ isDerived ? harmonyKind : 'gathered' }}</span
      >
      <label
        class="ml-auto flex shrink-0 items-center gap-1.5"
        title="How lightness and chroma are spread over the swatches"
        >Tones<SelectField
          :class="proofs.marked.length ? 'w-28' : 'w-32 xl:w-40'"
          label="Tone plan"
          :model-value="plan"
          :choices="PLAN_CHOICES"
          data-test="tone-plan"
          @update:model-value="to => settle({ plan: to })"
      /></label>
      <CompareButton />
      <SelectField v-model="dial" label="Dial size" :choices="DIALS" data-test="dial-size" />
    </div>
    <ComposeDial v-if="dial !== 'folded'" :small="dial === 'small'" />
    <span v-else />
    <div class="flex gap-1.5">
      <TabRow v-model="proofs.sheet" class="min-w-0 grow" label="Below the dial" :tabs="TABS" />
      <button
        class="control px-1.5!"
        :title="withKey('Show the proofs across stage and bench', 'lay large')"
        aria-label="Show the proofs large"
        data-test="lay-large"
        @click="proofs.layLarge"
      >
        <ArrowsPointingOutIcon class="size-4" />
      </button>
    </div>
    <LazyWholeScheme v-if="proofs.sheet === 'whole'" />
    <div v-else-if="proofs.beside.what" class="grid min-h-0 grid-cols-2 gap-6"><ProofSheet /><ProofSheet beside /></div>
    <ProofSheet v-else-if="!proofs.large" :flowing="low" />
    <span v-else />
    <TrailStrip v-model:open="isTrailOpen" />
  </div>
</template>
