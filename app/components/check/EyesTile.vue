<script setup lang="ts">
import { computed } from 'vue'
import { type Eyes, EYES_TITLES, filterOf, useStage } from '~/stores/stage'
import { paintAsSeen } from '#core/painting/paintAsSeen'
import { useArtworkFiles } from '~/stores/artwork'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { usePrinting } from '~/stores/printing'

/** The artwork and the scheme by somebody's eyes, or as printed; a click puts these eyes on the stage, and back. */
const { eyes, words, title } = defineProps<{ eyes: Eyes; words: string; title?: string }>()
const history = useHistory()
const painting = usePainting()
const files = useArtworkFiles()
const printing = usePrinting()
const stage = useStage()
const scheme = computed(() => history.document?.scheme ?? [])
const total = computed(() => scheme.value.reduce((sum, { share }) => sum + share, 0) || 1)
const see = computed(() => (eyes === 'paper' ? printing.see : null))
const painted = computed(() => {
  const own = painting.shown(painting.piece?.id ?? null)
  const inks = files.files.get(painting.piece?.hash ?? '')?.inks ?? []
  return see.value
    ? paintAsSeen(
        own,
        inks.map(({ hex }) => hex),
        see.value,
      )
    : own
})
</script>

<template>
  <button
    class="framed block size-full"
    :class="{ current: stage.eyes === eyes }"
    :aria-pressed="stage.eyes === eyes"
    :aria-label="`Seen by ${EYES_TITLES[eyes]}: ${words}`"
    data-test="seen-by"
    :data-eyes="eyes"
    @click="stage.eyes = stage.eyes === eyes ? 'everyone' : eyes"
  >
    <span class="block" :style="{ filter: filterOf(eyes) }"
      ><span class="block h-42 p-1"
        ><ArtworkProof v-if="painting.piece" large :art="painting.piece" v-bind="painted" /></span
      ><span class="flex h-2.5"
        ><i
          v-for="swatch in scheme"
          :key="swatch.id"
          class="h-full"
          :style="{ background: see?.(swatch.hex) ?? swatch.hex, width: `${(swatch.share / total) * 100}%` }" /></span
    ></span>
    <slot />
    <span class="block px-1 pb-1 pt-0.5 text-left text-caption leading-[14px]"
      ><b class="inline-block font-semibold first-letter:uppercase">{{ title ?? EYES_TITLES[eyes] }}</b
      ><br /><span class="line-clamp-2" :title="words">{{ words }}</span></span
    >
  </button>
</template>
