<script setup lang="ts">
import { computed, onUnmounted, useTemplateRef, watchEffect } from 'vue'
import { TERMS } from '~/words/terms'
import { useElementSize, useLocalStorage } from '@vueuse/core'
import { ArrowsPointingOutIcon, ChevronDownIcon, ChevronUpIcon } from '@heroicons/vue/20/solid'
import { COUNT } from '#core/harmony/derive'
import { openingOf } from '#core/harmony/harmony'
import { TONE_PLANS, type TonePlan } from '#core/harmony/tone'
import { MAX_SWATCHES } from '#core/document/limits'
import type { Harmony } from '#core/document/scheme'
import { WHEELS } from '#core/color/wheel'
import { useShortcuts } from '~/composables/useShortcuts'
import { withKey } from '~/words/shortcuts'
import { SHEETS } from '#core/interaction/proofSheets'
import { useProofs } from '~/stores/proofs'
import { useHistory } from '~/stores/history'

/**
 * Compose: the dial (hue ring and tone field) above, what is offered or done to the whole below it, the trail at the
 * foot.
 */
const history = useHistory()
const proofs = useProofs()
/** Parts of the harmony as separate values, so that a drag updates only those that change. */
const isOpen = computed(() => history.settled !== null)
const isDerived = computed(() => history.document?.derived ?? false)
const harmonyKind = computed(() => history.document?.harmony.kind ?? 'free')
const plan = computed(() => history.document?.harmony.plan ?? TONE_PLANS[0])
const wheel = computed(() => history.document?.harmony.wheel ?? WHEELS[0])
const turn = computed(() => Math.round(history.document?.harmony.turn ?? 0))
const spread = computed(() => Math.round(history.document?.harmony.spread ?? 0))
const swatchCount = computed(() => history.document?.scheme.length ?? 0)
const range = computed(() => (isDerived.value ? openingOf(harmonyKind.value) : undefined))
/** Under this height of the bench the dial folds by itself, and the bench scrolls as one. */
const LOW = 600
const bench = useTemplateRef<HTMLElement>('bench')
const { width, height } = useElementSize(() => bench.value?.parentElement ?? null)
const low = computed(() => height.value > 0 && height.value < LOW)
/** From this size of the bench on two sheets stand beside each other. */
const ROOMY = { width: 960, height: 960 } as const
watchEffect(() => {
  proofs.roomy = width.value >= ROOMY.width && height.value >= ROOMY.height
})
onUnmounted(() => {
  proofs.roomy = false
})
const foldedHigh = useLocalStorage('plumbago dial folded', false)
const foldedLow = useLocalStorage('plumbago dial folded where it is low', true)
const folded = computed({
  get: () => (low.value ? foldedLow.value : foldedHigh.value),
  set: fold => ((low.value ? foldedLow : foldedHigh).value = fold),
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
const WHEEL_CHOICES = WHEELS.map(value => ({ value }))
const TABS = SHEETS.map(({ sheet, title }) => ({ value: sheet, title }))
const settle = (change: Partial<Harmony>): void => history.run({ do: 'compose' as const, harmony: change })
const preview = (change: Partial<Harmony> | null): void =>
  history.preview(change && { do: 'compose' as const, harmony: change })
/** So many swatches, as near as a scheme can have them. */
const resize = (count: number): void => history.run({ do: 'resize', count })
const count = computed(() => history.settled?.scheme.length ?? 0)

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
      <span class="min-w-0 text-caption leading-[13px] text-quiet first-letter:uppercase max-xl:hidden">{{
        isDerived ? harmonyKind : 'gathered'
      }}</span>
      <label
        class="ml-auto flex shrink-0 items-center gap-1.5"
        title="How lightness and strength are dealt over the swatches"
        >Tones<SelectField
          class="w-32 xl:w-40"
          label="Tone plan"
          :model-value="plan"
          :choices="PLAN_CHOICES"
          data-test="tone-plan"
          @update:model-value="to => settle({ plan: to })"
      /></label>
      <CompareButton />
      <button
        class="control bare shrink-0 px-1.5!"
        :aria-expanded="!folded"
        :title="folded ? 'Show ring and field' : 'Fold ring and field, for larger proofs'"
        @click="folded = !folded"
      >
        {{ folded ? 'Show dial' : 'Fold dial'
        }}<component :is="folded ? ChevronDownIcon : ChevronUpIcon" class="size-4" />
      </button>
    </div>
    <div v-if="!folded" class="grid grid-cols-[180px_minmax(0,1fr)] gap-4 xl:grid-cols-[208px_minmax(0,1fr)] xl:gap-5">
      <HueRing />
      <div class="grid content-start gap-1">
        <div class="grid grid-cols-[104px_minmax(0,1fr)] gap-3 xl:grid-cols-[132px_minmax(0,1fr)] xl:gap-4">
          <ToneField />
          <div class="grid content-start gap-1">
            <span class="text-caption text-quiet"><WordHelp word="Wheel" :means="TERMS.wheels" /></span>
            <ChoiceRow
              class="flex-col"
              look="wheel first-letter:uppercase"
              label="Wheel"
              :model-value="wheel"
              :choices="WHEEL_CHOICES"
              @update:model-value="to => settle({ wheel: to })"
            />
            <p class="flex flex-wrap items-center justify-between gap-x-1 pt-1">
              <span>Swatches</span
              ><span class="flex items-center"
                ><button
                  class="control bare px-1.5!"
                  aria-label="Fewer swatches"
                  :disabled="count <= COUNT.least"
                  @click="resize(count - 1)"
                >
                  −</button
                ><NumberField
                  class="w-9 px-1! text-center!"
                  aria-label="Swatches"
                  :value="swatchCount"
                  :min="COUNT.least"
                  :max="MAX_SWATCHES"
                  @settle="resize"
                /><button
                  class="control bare px-1.5!"
                  aria-label="More swatches"
                  :disabled="count >= MAX_SWATCHES"
                  @click="resize(count + 1)"
                >
                  +
                </button></span
              >
            </p>
          </div>
        </div>
        <SliderNumber
          label="Turn"
          :value="turn"
          :min="-180"
          :max="180"
          @preview="preview({ turn: $event })"
          @settle="settle({ turn: $event })"
        />
        <SliderNumber
          label="Spread"
          :value="spread"
          :min="range?.least ?? 0"
          :max="range?.most ?? 90"
          :disabled="!range"
          @preview="preview({ spread: $event })"
          @settle="settle({ spread: $event })"
        />
      </div>
    </div>
    <span v-else />
    <div class="flex gap-1.5">
      <TabRow v-model="proofs.sheet" class="min-w-0 grow" label="Below the dial" :tabs="TABS" />
      <button
        class="control px-1.5!"
        :title="withKey('Lay the proofs over stage and bench', 'lay large')"
        aria-label="Lay the proofs large"
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
    <TrailStrip />
  </div>
</template>

<style scoped>
:deep(.wheel) {
  height: var(--low);
  text-align: left;
  padding: 0 8px;
  border-left: 2px solid var(--line);
  color: var(--quiet);
}
:deep(.wheel:hover) {
  color: var(--text);
}
:deep(.wheel[aria-checked='true']) {
  border-color: var(--text);
  color: var(--text);
  font-weight: 600;
}
</style>
