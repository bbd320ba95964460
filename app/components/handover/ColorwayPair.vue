<script setup lang="ts">
import { computed, ref } from 'vue'
import { TERMS } from '~/words/terms'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import type { Colorway } from '#core/document/lineUp'
import { swatchPairs } from '#core/scheme/colorways'
import { COMPARISONS, useLineUp } from '~/stores/lineUp'

/** Two colorways: one up to a divider and the other beyond, one in place of the other while a key is down, or swatch by swatch. */
const { pair } = defineProps<{ pair: readonly [Colorway, Colorway] }>()
const lineUp = useLineUp()
const TITLES: Record<(typeof COMPARISONS)[number], string> = {
  divider: 'divider',
  blink: 'blink',
  swatches: 'swatches',
}
const by = useLocalStorage<(typeof COMPARISONS)[number]>('plumbago compare colorways', 'divider')
const at = ref(50)
const isHolding = ref(false)
const piece = computed(() => lineUp.pieceOf(pair[0]))
const swatches = computed(() => swatchPairs(pair[0].look, pair[1].look))
const differing = computed(() => swatches.value.filter(({ apart }) => apart !== 0).length)
useEventListener(window, 'keydown', event => {
  if (by.value === 'blink' && event.key === 'x' && !(event.target as HTMLElement).closest('input, select'))
    isHolding.value = true
})
useEventListener(window, 'keyup', () => {
  isHolding.value = false
})
useEventListener(window, 'blur', () => {
  isHolding.value = false
})
</script>

<template>
  <div class="grid h-full grid-rows-[auto_minmax(0,1fr)] gap-2" data-test="colorway-pair">
    <div class="flex items-center gap-3">
      <ChoiceRow
        v-model="by"
        look="choice px-3"
        label="Compare by"
        :choices="COMPARISONS.map(value => ({ value, title: TITLES[value] }))"
      />
      <input
        v-if="by === 'divider'"
        v-model.number="at"
        class="w-60 accent-accent"
        type="range"
        min="0"
        max="100"
        :aria-label="`Where ${pair[0].name} ends and ${pair[1].name} begins, in percent`"
      />
      <button
        v-else-if="by === 'blink'"
        class="control"
        data-test="blink"
        @pointerdown="isHolding = true"
        @pointerup="isHolding = false"
        @pointerleave="isHolding = false"
      >
        Hold, or hold X: {{ pair[1].name }}
      </button>
      <p class="text-quiet" role="status">
        {{ pair[0].name }} and {{ pair[1].name }}:
        {{ differing === 1 ? 'one swatch differs' : `${differing} swatches differ` }}
      </p>
    </div>
    <table v-if="by === 'swatches'" class="w-full max-w-3xl self-start border-collapse" data-test="pair-swatches">
      <caption class="sr-only">
        Swatches of both, and how far apart they are
      </caption>
      <thead>
        <tr class="border-b border-strong text-left text-caption text-quiet">
          <th class="py-1 font-normal" scope="col">{{ pair[0].name }}</th>
          <th class="font-normal" scope="col">{{ pair[1].name }}</th>
          <th class="text-right font-normal" scope="col"><WordHelp word="ΔE" :means="TERMS.deltaE" /></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="({ one, other, apart }, i) in swatches" :key="i" class="border-b border-line">
          <td v-for="(swatch, side) in [one, other]" :key="side" class="py-1 pr-4">
            <span v-if="swatch" class="flex items-center gap-2"
              ><i class="h-7 w-16 shrink-0" :style="{ background: swatch.hex }" /><span class="min-w-0 truncate">{{
                swatch.name
              }}</span
              ><span class="value text-quiet">{{ swatch.hex }}</span></span
            ><span v-else class="text-quiet">none</span>
          </td>
          <td class="value text-right" :class="{ 'text-quiet': apart === 0 }">
            {{ apart === null ? '–' : apart === 0 ? 'same' : apart.toFixed(1) }}
          </td>
        </tr>
      </tbody>
    </table>
    <div v-else-if="piece" class="relative min-h-0" data-test="pair-picture" :data-held="isHolding">
      <div
        v-for="(colorway, side) in pair"
        :key="colorway.id"
        class="absolute inset-0"
        :style="{
          clipPath:
            by === 'divider'
              ? side
                ? `inset(0 0 0 ${at}%)`
                : `inset(0 ${100 - at}% 0 0)`
              : isHolding === (side === 1)
                ? undefined
                : 'inset(0 0 100% 0)',
        }"
      >
        <ArtworkProof
          large
          :art="{ ...piece, hash: (lineUp.pieceOf(colorway) ?? piece).hash }"
          v-bind="lineUp.paintedIn(colorway, lineUp.pieceOf(colorway) ?? piece)"
        />
      </div>
    </div>
  </div>
</template>
