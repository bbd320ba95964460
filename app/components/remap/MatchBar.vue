<script setup lang="ts">
import { computed } from 'vue'
import { withKey } from '~/words/shortcuts'
import { MATCHES, type Match } from '#core/remap/match'
import { HOLD } from '#core/remap/hold'
import { HUES, MEANT, SHARES } from '#core/remap/intent'
import { NEUTRALS, type Neutrals } from '#core/remap/recolor'
import { isHeld, SHADINGS, type Shading } from '#core/remap/shading'
import type { Command } from '#core/commands/commands'
import { useHistory } from '~/stores/history'
import { useRemapping } from '~/stores/remapping'

/** Settings of how inks are matched to swatches, how groups follow them, and what becomes of neutrals. Pointing previews. */
const history = useHistory()
const remapping = useRemapping()
const TITLES: Readonly<Record<Match, string>> = {
  picture: 'Adjoining colors keep their contrast: lettering stays legible, shapes stay distinct',
  values: 'Light stays light and dark stays dark',
  area: 'The largest areas become the dominant swatch, by shares and roles',
  nearest: 'Each ink becomes the most similar swatch',
  turn: 'All hues turn together until the main color has the hue of the base',
}
const SHADING_TITLES: Readonly<Record<Shading, string>> = {
  'held': 'Inks become their swatch, lighter or darker where the picture needs it: set the hold',
  'rungs': 'Like Held, but each ink becomes the nearest rung of its swatch’s ladders: only colors listed on the sheet',
  'flat': 'All inks of a swatch become exactly that color',
  'stepped': 'The darkest ink becomes the swatch, the others tints of it',
  'relative': 'Inks keep their difference from the lead ink',
  'hue only': 'Inks keep their lightness and chroma and take the hue',
  'turned': 'All hues turn as far as the lead ink’s',
}
const NEUTRAL_WORDS: Readonly<Record<Neutrals, string>> = { inks: 'as inks', left: 'left as is', tinted: 'tinted' }
/** As it is, not as it is previewed: what is pointed at is not chosen yet. */
const remap = computed(() => history.settled?.remap)
const previewMatch = (match: Match | null): void =>
  history.preview(match && match !== history.settled?.remap.match ? { do: 'match', match, seed: 0 } : null)
const hold = computed(() => Math.round((history.document?.remap.hold ?? HOLD.rest) * 100))
/** Weights of shares and hues: in the artwork on the stage where changes are for it alone, or in all. */
const meant = computed(() => {
  const remap = history.document?.remap
  return (remapping.scope && remap?.meantIn[remapping.scope]) || remap?.meant || MEANT
})
const WEIGHTS = [
  {
    weight: 'shares',
    label: 'Shares',
    rest: SHARES.rest,
    title:
      'At 100% swatches cover what they are meant to and the dominant one comes first; at 0% only the picture counts',
  },
  {
    weight: 'hues',
    label: 'Hues',
    rest: HUES.rest,
    title: 'At 100% inks take the swatch nearest to the hue they had; at 0% their hue does not count',
  },
] as const
const weigh = (weight: 'shares' | 'hues', percent: number): Command => ({
  do: 'weigh',
  [weight]: percent / 100,
  artwork: remapping.scope,
})
const again = (): void => {
  history.run({ do: 'match' })
}
</script>

<template>
  <div v-if="remap" class="grid grid-cols-[52px_minmax(0,1fr)_auto] items-center gap-x-2 gap-y-1.5">
    <WordHelp word="Match" :means="MATCHES.map(word => ({ word, means: TITLES[word] }))" />
    <ChoiceRow
      look="choice first-letter:uppercase"
      previews
      label="Matching"
      :model-value="remap.match"
      :choices="MATCHES.map(value => ({ value, hint: TITLES[value] }))"
      @point="previewMatch"
      @update:model-value="remapping.match"
    />
    <span class="flex gap-1"
      ><button
        class="control"
        :title="withKey('Deal new targets for the inks', 'deal targets')"
        @click="remapping.deal"
      >
        Deal</button
      ><button class="control" title="Match all inks again, including those set by hand" @click="again">
        Match again
      </button></span
    >
    <WordHelp word="Shading" :means="SHADINGS.map(word => ({ word, means: SHADING_TITLES[word] }))" />
    <ChoiceRow
      class="col-span-2"
      look="choice whitespace-nowrap first-letter:uppercase"
      previews
      label="Shading"
      :model-value="remap.shading"
      :choices="SHADINGS.map(value => ({ value, hint: SHADING_TITLES[value] }))"
      @point="shading => history.preview(shading && { do: 'shade', shading })"
      @update:model-value="shading => history.run({ do: 'shade', shading })"
    />
    <div class="col-span-2 flex items-center gap-2">
      <SliderNumber
        class="grow"
        label="Hold"
        title="At 100% every ink is its swatch; at 0% the picture keeps its own light and dark"
        :value="hold"
        :min="0"
        :max="100"
        unit="%"
        @preview="history.pass({ do: 'hold', hold: $event / 100 })"
        @settle="history.run({ do: 'hold', hold: $event / 100 })"
      />
      <button
        class="control"
        title="No strong contrast is lost, and as much as possible is exactly its swatch"
        :disabled="isHeld(remap.shading) && hold === HOLD.rest * 100"
        @click="history.run({ do: 'hold', hold: HOLD.rest })"
      >
        Reset
      </button>
    </div>
    <label class="flex items-center gap-1.5" title="What happens to blacks, whites and grays you haven’t assigned"
      >Grays<SelectField
        label="Blacks, whites and grays"
        data-test="neutrals"
        :model-value="remap.neutrals"
        :choices="NEUTRALS.map(value => ({ value, title: NEUTRAL_WORDS[value] }))"
        @update:model-value="neutrals => history.run({ do: 'treat neutrals', neutrals })"
    /></label>
    <div class="col-span-3 flex items-center gap-4">
      <div v-for="{ weight, label, title, rest } in WEIGHTS" :key="weight" class="flex grow items-center gap-2">
        <SliderNumber
          class="grow"
          :label="label"
          :title="title"
          :value="Math.round(meant[weight] * 100)"
          :min="0"
          :max="100"
          unit="%"
          @preview="history.preview(weigh(weight, $event))"
          @settle="history.run(weigh(weight, $event))"
        />
        <button
          class="control"
          :aria-label="`Reset ${weight}`"
          :disabled="remap.match === 'picture' && Math.abs(meant[weight] - rest) < 0.005"
          @click="history.run(weigh(weight, rest * 100))"
        >
          Reset
        </button>
      </div>
    </div>
  </div>
</template>
