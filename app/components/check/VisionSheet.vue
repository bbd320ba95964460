<script setup lang="ts">
import { computed } from 'vue'
import { deltaE } from '#core/color/difference'
import { toGray, isMerged, isDistinguishable, simulateVision, VISIONS, type Vision } from '#core/color/vision'
import { type Eyes, useStage } from '~/stores/stage'
import { useHistory } from '~/stores/history'

/**
 * The artwork and the scheme by the eyes of others, side by side; swatches that merge for them are joined by a line. A
 * click puts their eyes on the stage.
 */
const history = useHistory()
const stage = useStage()
const scheme = computed(() => history.document?.scheme ?? [])
const total = computed(() => scheme.value.reduce((sum, { share }) => sum + share, 0) || 1)
const EYES: readonly Eyes[] = ['everyone', ...VISIONS, 'gray']
const WIDE = 240

const seen = (eyes: Eyes, hex: string): string =>
  eyes === 'everyone' ? hex : eyes === 'gray' ? toGray(hex) : simulateVision(eyes as Vision, hex, stage.severity)
/** The middle of each swatch on the strip, in parts of its width. */
const middles = computed(() => {
  let left = 0
  return scheme.value.map(({ share }) => {
    const at = left + share / total.value / 2
    left += share / total.value
    return at
  })
})
const sheets = computed(() =>
  EYES.map(eyes => {
    const pairs = scheme.value.flatMap((one, i) =>
      scheme.value
        .slice(i + 1)
        .flatMap((other, k) =>
          isDistinguishable(one.hex, other.hex) && isMerged(deltaE(seen(eyes, one.hex), seen(eyes, other.hex)))
            ? [{ one, other, from: middles.value[i] ?? 0, to: middles.value[i + 1 + k] ?? 0 }]
            : [],
        ),
    )
    return {
      eyes,
      pairs,
      words: pairs.length
        ? `${pairs.map(({ one, other }) => `${one.name} and ${other.name}`).join('; ')} merge`
        : eyes === 'everyone'
          ? 'as it is'
          : 'all swatches stay distinct',
    }
  }),
)
/** Returns whether there are lines to draw: tiles without them are as high as those with. */
const anyMerged = computed(() => sheets.value.some(({ pairs }) => pairs.length > 0))
const arc = (from: number, to: number): string => {
  const [x, y] = [from * WIDE, to * WIDE]
  return `M${x} 1Q${(x + y) / 2} ${10 + Math.abs(y - x) * 0.12} ${y} 1`
}
</script>

<template>
  <div class="grid content-start gap-3" data-test="vision">
    <SliderNumber
      wide
      label="Severity"
      :value="Math.round(stage.severity * 100)"
      :min="0"
      :max="100"
      unit="%"
      @preview="stage.severity = $event / 100"
      @settle="stage.severity = $event / 100"
    />
    <ul v-one-stop="{ of: '.framed, button' }" class="grid grid-cols-3 gap-2" aria-label="Through other eyes">
      <li v-for="{ eyes, pairs, words } in sheets" :key="eyes" class="min-w-0">
        <EyesTile :eyes="eyes" :words="words" :data-merged="pairs.length"
          ><svg
            v-if="anyMerged"
            class="block h-6 w-full overflow-visible"
            :viewBox="`0 0 ${WIDE} 24`"
            preserveAspectRatio="none"
            fill="none"
            stroke="currentColor"
            aria-hidden="true"
          >
            <path
              v-for="{ one, other, from, to } in pairs"
              :key="`${one.id} ${other.id}`"
              :d="arc(from, to)"
              vector-effect="non-scaling-stroke"
            /></svg
        ></EyesTile>
      </li>
    </ul>
    <p class="text-caption text-quiet">This view stays on the stage while you work in Compose and Remap.</p>
  </div>
</template>
