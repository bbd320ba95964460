<script setup lang="ts">
import { computed, ref } from 'vue'
import { KELVIN, hexOfKelvin } from '#core/color/planck'
import { parseColor } from '#core/color/parse'
import { CAST_MODES } from '#core/harmony/cast'
import type { Cast } from '#core/document/scheme'
import { castColor } from '#core/scheme/wearScheme'
import { useHistory } from '~/stores/history'

/**
 * A common tint over the scheme, live: a color or the light of a temperature, by a blend mode with a strength. Fixed,
 * it becomes the swatches' own color.
 */
const history = useHistory()
const cast = computed(() => history.document?.cast ?? null)
const FIRST: Cast = { mode: 'multiply', strength: 0.3, of: { kind: 'light', kelvin: 4000 } }
const problem = ref(false)

const set = (change: Partial<Cast>): void =>
  history.run({ do: 'cast', cast: { ...(history.settled?.cast ?? FIRST), ...change } })
const preview = (change: Partial<Cast>): void =>
  history.pass({ do: 'cast', cast: { ...(history.settled?.cast ?? FIRST), ...change } })
const color = (typed: string): void => {
  const read = parseColor(typed)
  problem.value = !read
  if (read) set({ of: { kind: 'color', hex: read.hex } })
}
const TRACK = Array.from({ length: 12 }, (_, i) => hexOfKelvin(KELVIN.min + ((12000 - KELVIN.min) * i) / 11)).join(', ')
const castOf = (kind: Cast['of']['kind']): void =>
  set({ of: kind === 'light' ? { kind, kelvin: 4000 } : { kind, hex: cast.value ? castColor(cast.value) : '#808080' } })
</script>

<template>
  <section class="grid gap-0.5 border-t border-line pt-1.5" aria-labelledby="cast-title" data-test="cast">
    <div class="flex items-center gap-2">
      <h3 id="cast-title" class="text-body! text-ink!">Cast</h3>
      <button v-if="!cast" class="control small" @click="set({})">Add a color cast</button>
      <template v-else>
        <i class="size-4" :style="{ background: castColor(cast) }" />
        <SelectField
          class="small"
          label="Blend mode"
          :model-value="cast.mode"
          :choices="CAST_MODES.map(value => ({ value, title: value }))"
          @update:model-value="mode => set({ mode })"
        />
        <ChoiceRow
          class="w-32"
          small
          label="Cast of"
          :model-value="cast.of.kind"
          :choices="[{ value: 'light' }, { value: 'color' }]"
          @update:model-value="castOf"
        />
        <button
          class="control ml-auto small"
          title="Keep the result in the swatches and remove the cast"
          @click="history.run({ do: 'fix cast' })"
        >
          Make permanent
        </button>
        <button class="control small" @click="history.run({ do: 'cast', cast: null })">Remove</button>
      </template>
    </div>
    <div v-if="cast" class="grid grid-cols-2 gap-x-5">
      <SliderNumber
        wide
        label="Strength"
        :value="Math.round(cast.strength * 100)"
        :min="0"
        :max="100"
        unit="%"
        @preview="preview({ strength: $event / 100 })"
        @settle="set({ strength: $event / 100 })"
      />
      <div v-if="cast.of.kind === 'light'" class="kelvin" :style="{ '--track': `linear-gradient(to right, ${TRACK})` }">
        <SliderNumber
          wide
          label="Temperature"
          :value="cast.of.kelvin"
          :min="KELVIN.min"
          :max="12000"
          :step="50"
          unit="K"
          @preview="preview({ of: { kind: 'light', kelvin: $event } })"
          @settle="set({ of: { kind: 'light', kelvin: $event } })"
        />
      </div>
      <label v-else class="flex items-center gap-2"
        >Color<TypedField
          class="grow"
          aria-label="Color of the cast"
          maxlength="60"
          :value="cast.of.hex"
          @settle="color"
        /><span v-if="problem" class="text-caption" role="alert">▲ Not a color</span></label
      >
    </div>
  </section>
</template>

<style scoped>
.kelvin :deep(.slide) {
  --track-height: 8px;
}
</style>
