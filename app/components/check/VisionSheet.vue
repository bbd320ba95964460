<script setup lang="ts">
import { deltaE } from '../../../core/color/difference'
import { inGray, isMerged, isTold, seenBy, type Vision } from '../../../core/color/vision'
import { EYES, EYES_TITLES, type Eyes } from '~/stores/stage'

/**
 * The artwork and the scheme by the eyes of others, side by side; swatches that merge for them are joined by a line. A
 * click puts their eyes on the stage.
 */
const history = useHistory()
const painting = usePainting()
const stage = useStage()
const scheme = computed(() => history.document?.scheme ?? [])
const total = computed(() => scheme.value.reduce((sum, { share }) => sum + share, 0) || 1)
const painted = computed(() => painting.shown(painting.piece?.id ?? null))
const WIDE = 240

const seen = (eyes: Eyes, hex: string): string =>
  eyes === 'everyone' ? hex : eyes === 'gray' ? inGray(hex) : seenBy(eyes as Vision, hex, stage.severity)
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
          isTold(one.hex, other.hex) && isMerged(deltaE(seen(eyes, one.hex), seen(eyes, other.hex)))
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
          : 'all swatches are told apart',
    }
  }),
)
const arc = (from: number, to: number): string => {
  const [x, y] = [from * WIDE, to * WIDE]
  return `M${x} 1Q${(x + y) / 2} ${10 + Math.abs(y - x) * 0.12} ${y} 1`
}
</script>

<template>
  <div class="grid content-start gap-3" data-test="vision">
    <SliderNumber
      wide
      label="How severe"
      :value="Math.round(stage.severity * 100)"
      :min="0"
      :max="100"
      unit="%"
      @preview="stage.severity = $event / 100"
      @settle="stage.severity = $event / 100"
    />
    <ul class="grid grid-cols-3 gap-2" aria-label="By the eyes of others">
      <li v-for="{ eyes, pairs, words } in sheets" :key="eyes" class="min-w-0">
        <button
          class="framed block size-full"
          :class="{ current: stage.eyes === eyes }"
          :aria-pressed="stage.eyes === eyes"
          :aria-label="`Seen by ${EYES_TITLES[eyes]}: ${words}`"
          data-test="seen-by"
          :data-eyes="eyes"
          :data-merged="pairs.length"
          @click="stage.eyes = eyes"
        >
          <span class="block" :style="{ filter: eyes === 'everyone' ? undefined : `url(#eyes-${eyes})` }"
            ><span class="block h-44 p-1"
              ><ArtworkProof
                v-if="painting.piece"
                large
                :hash="painting.piece.hash"
                :ratio="painting.piece.width / painting.piece.height"
                :colors="painted.colors"
                :by-hand="painted.byHand" /></span
            ><span class="flex h-2.5"
              ><i
                v-for="swatch in scheme"
                :key="swatch.id"
                class="h-full"
                :style="{ background: swatch.hex, width: `${(swatch.share / total) * 100}%` }" /></span
          ></span>
          <svg
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
            />
          </svg>
          <span class="block px-1 pb-1 text-left text-caption leading-[14px]"
            ><b class="inline-block font-semibold first-letter:uppercase">{{ EYES_TITLES[eyes] }}</b
            ><br /><span class="line-clamp-2" :title="words">{{ words }}</span></span
          >
        </button>
      </li>
    </ul>
    <p class="text-caption text-quiet">
      A click puts these eyes on the stage; they stay while you work in Compose and Remap, and B goes there and back.
    </p>
  </div>
</template>
