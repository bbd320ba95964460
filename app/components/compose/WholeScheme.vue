<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { TERMS } from '~/words/terms'
import { AT_REST, MEASURES, settlingNeutral, type Adjustments } from '#core/harmony/adjust'
import type { Hued } from '#core/color/convert'
import { colorsBetween } from '#core/harmony/blend'
import type { Command } from '#core/commands/commands'
import { MAX_SWATCHES } from '#core/document/limits'
import type { Project } from '#core/document/project'
import { bareOf, dominantOf } from '#core/scheme/wearScheme'
import { useHistory } from '~/stores/history'

/**
 * Changes to all swatches at once. Sliders work from the scheme as it stood when the first was touched, and stay
 * where they are until something else changes it.
 */
const history = useHistory()
const percent = (value: number): number => Math.round(value * 100)

/** Where the sliders stand in a state of the project, and what colors they work from; so that undo brings back both. */
interface Standing {
  values: Adjustments
  from: Record<string, Hued>
}
const standings = new WeakMap<Project, Standing>()
const measure = ref<Adjustments['measure']>('hsb')
const touched = ref(0)
const standing = computed((): Standing => {
  const now = touched.value >= 0 ? history.settled : null
  const known = now && standings.get(now)
  return known ?? { values: { ...AT_REST, measure: measure.value }, from: now ? Object.fromEntries(bareOf(now)) : {} }
})
const adjusting = (change: Partial<Adjustments>, what: string): Command => ({
  do: 'adjust',
  what,
  from: standing.value.from,
  adjustments: { ...standing.value.values, measure: measure.value, ...change },
})
const preview = (change: Partial<Adjustments>, what: string): void => history.pass(adjusting(change, what))
const settle = (change: Partial<Adjustments>, what: string): void => {
  const { from, values } = standing.value
  history.run(adjusting(change, what))
  if (history.settled)
    standings.set(history.settled, { from, values: { ...values, measure: measure.value, ...change } })
  touched.value++
}

const SLIDERS = [
  [
    { key: 'saturation', label: 'Saturation', min: -100, what: 'saturation' },
    { key: 'brightness', label: 'Brightness', min: -100, what: 'brightness' },
    { key: 'evenSaturation', label: 'Even saturation', min: 0, what: 'even out saturation' },
    { key: 'evenLightness', label: 'Even lightness', min: 0, what: 'even out lightness' },
    { key: 'drain', label: 'Drain to gray', min: 0, what: 'drain' },
  ],
  [
    { key: 'redCyan', label: 'Cyan–red', min: -100, what: 'color balance' },
    { key: 'greenMagenta', label: 'Magenta–green', min: -100, what: 'color balance' },
    { key: 'blueYellow', label: 'Yellow–blue', min: -100, what: 'color balance' },
    { key: 'tintNeutrals', label: 'Tint neutrals', min: 0, what: 'tint the neutrals' },
  ],
] as const
const atRest = computed(
  () =>
    Object.entries(standing.value.values).every(
      ([key, value]) => key === 'measure' || key === 'nudge' || value === 0,
    ) &&
    !standing.value.values.nudge.saturation &&
    !standing.value.values.nudge.brightness,
)

const limits = ref({ saturation: 10, brightness: 10 })
const nudge = (): void => {
  const seed = standing.value.values.nudge.seed + 1
  settle(
    { nudge: { saturation: limits.value.saturation / 100, brightness: limits.value.brightness / 100, seed } },
    'random nudges',
  )
}

const scheme = computed(() => history.settled?.scheme ?? [])
const room = computed(() => MAX_SWATCHES - scheme.value.length)
const neutral = computed(
  (): Command => ({
    do: 'add swatches',
    how: 'neutral',
    after: null,
    colors: [
      {
        hex: settlingNeutral(
          scheme.value.map(({ hex }) => hex),
          (history.settled && dominantOf(history.settled)?.hex) ?? '#808080',
        ),
      },
    ],
  }),
)
const ends = ref<[string, string]>(['', ''])
watch(
  scheme,
  all => {
    const known = (id: string, place: number): string =>
      all.some(each => each.id === id) ? id : (all[Math.min(place, all.length - 1)]?.id ?? '')
    ends.value = [known(ends.value[0], 0), known(ends.value[1], 1)]
  },
  { immediate: true },
)
const between = ref(1)
const blending = computed((): Command | null => {
  const [one, other] = ends.value.map(id => scheme.value.find(each => each.id === id))
  if (!one || !other || one === other || !room.value) return null
  return {
    do: 'add swatches',
    how: 'in-between',
    after: one.id,
    colors: colorsBetween(one.hex, other.hex, Math.min(room.value, between.value)).map(hex => ({ hex })),
  }
})
const MEASURE_HINTS = {
  perceptual: 'Brightness keeps the contrast between swatches, saturation their lightness',
  hsb: 'As HSB sliders do it',
} as const
</script>

<template>
  <div class="grid min-h-0 content-start gap-1.5 overflow-y-auto pr-1" data-test="whole">
    <div class="flex items-center gap-2">
      <span class="text-caption text-quiet"><WordHelp word="Saturation and brightness" :means="TERMS.measures" /></span>
      <ChoiceRow
        v-model="measure"
        class="w-52"
        small
        label="Measured in"
        :choices="
          MEASURES.map(value => ({ value, hint: MEASURE_HINTS[value], title: value === 'hsb' ? 'HSB' : value }))
        "
      />
      <button class="control ml-auto small" :disabled="atRest" @click="settle({ ...AT_REST }, 'reset all')">
        Reset all
      </button>
    </div>
    <div class="grid grid-cols-2 gap-x-5">
      <div v-for="(column, n) in SLIDERS" :key="n" class="grid content-start">
        <SliderNumber
          v-for="{ key, label, min, what } in column"
          :key="key"
          wide
          :label="label"
          :value="percent(standing.values[key])"
          :min="min"
          :max="100"
          unit="%"
          @preview="preview({ [key]: $event / 100 }, what)"
          @settle="settle({ [key]: $event / 100 }, what)"
        />
      </div>
    </div>
    <p class="flex flex-wrap items-center gap-x-2 gap-y-1 text-caption">
      <span>At random, by up to</span>
      <label v-for="kind in ['saturation', 'brightness'] as const" :key="kind" class="flex items-center gap-1"
        ><input
          v-model.number="limits[kind]"
          class="field small w-9 px-1! text-right text-caption"
          inputmode="numeric"
          :aria-label="`Random ${kind} up to, percent`"
        />% {{ kind }}</label
      >
      <button
        class="control small ml-auto px-1.5!"
        title="Makes each swatch a little more or less saturated and bright at random"
        data-test="nudge"
        @click="nudge"
      >
        Nudge at random
      </button>
    </p>
    <CastPanel />
    <section class="border-t border-line pt-1.5" aria-label="Add swatches">
      <p class="flex flex-wrap items-center gap-1">
        <span>Blend</span
        ><NumberField
          class="w-9 px-1!"
          aria-label="Number in between"
          :value="between"
          :min="1"
          :max="MAX_SWATCHES"
          @settle="between = $event"
        /><span>between</span>
        <SelectField
          v-for="n in [0, 1] as const"
          :key="n"
          v-model="ends[n]"
          class="min-w-0 max-w-24"
          :label="n === 0 ? 'From' : 'To'"
          :choices="scheme.map(({ id, name }) => ({ value: id, title: name }))"
        />
        <button
          class="control"
          data-previews
          :disabled="!blending"
          @pointerenter="history.preview(blending)"
          @focus="history.preview(blending)"
          @blur="history.preview(null)"
          @pointerleave="history.preview(null)"
          @click="blending && history.run(blending)"
        >
          Blend
        </button>
        <button
          class="control ml-auto"
          data-previews
          :disabled="!room"
          title="A quiet neutral with a hint of the dominant hue, at the lightness the scheme lacks"
          @pointerenter="history.preview(neutral)"
          @focus="history.preview(neutral)"
          @blur="history.preview(null)"
          @pointerleave="history.preview(null)"
          @click="history.run(neutral)"
        >
          Add a quiet neutral
        </button>
      </p>
    </section>
  </div>
</template>
