<script setup lang="ts">
import { computed, reactive, ref, useTemplateRef, watch } from 'vue'
import type { Artwork } from '#core/document/artwork'
import type { Region } from '#core/picture/picture'
import { Left } from '~/workers/left'
import { isArea } from '#core/interaction/touchUps'
import { usePassing } from '~/stores/passing'
import { useStage } from '~/stores/stage'
import type { StageArtwork, StageLook } from './stageArtwork'
import { reasonOf } from '~/words/reasonOf'
import { useAreaPicking } from '~/composables/useAreaPicking'
import { useArtworkFiles } from '~/stores/artwork'

/** A picture on the stage: from its small map until it is taken apart, then itself; zoomed in, the part in sight sharp. */
const { piece, look, inSight, sharpest } = defineProps<{
  piece: Artwork
  look: StageLook
  /** The part that is in sight, where it is zoomed; null where all of it is. */
  inSight: Region | null
  /** The most pixels a screen shows of it. */
  sharpest: number
}>()
const stage = useStage()
const passing = usePassing()
const files = useArtworkFiles()
const frame = useTemplateRef<HTMLElement>('frame')
const raster = computed(() => files.rasters.get(piece.hash))
const areas = useAreaPicking(frame, () => raster.value)
const STOPPED = 'Stopped: the picture is shown in its inks only, without its shading and texture.'
const problem = ref<string | null>(null)
const open = async (): Promise<void> => {
  problem.value = null
  const own = piece.hash
  await files.openRaster(own).catch((error: unknown) => {
    if (piece.hash === own) problem.value = error instanceof Left ? STOPPED : reasonOf(error)
  })
}
/** A picture that was not shown when taking it apart was stopped is taken apart again when it is. */
watch(
  () => files.rasters.has(piece.hash),
  (is, was) => was && !is && open(),
)
watch(() => piece.hash, open, { immediate: true })
/** Progress of taking it apart in its own size; null while it is not. */
const sharpening = ref<number | null>(null)
/** Returns whether the picture has more pixels than the stage shows. */
const part = computed(() => {
  const shown = raster.value?.stage.picture
  return shown && Math.max(piece.width, piece.height) > Math.max(shown.width, shown.height) ? inSight : null
})
const percent = (done: number): string => `${Math.round(done * 100)}%`
const doing = computed(() => {
  if (files.unmixing !== null) return `Separating the picture into its inks, ${percent(files.unmixing)}`
  return sharpening.value === null ? null : `Rendering the picture at full size, ${percent(sharpening.value)}`
})
const artwork: StageArtwork = reactive({
  inksAt: (event: PointerEvent) => areas.inksAt(event.clientX, event.clientY),
  press: areas.down,
  shapes: areas.shapes,
  drawn: '',
  doing,
  stop: computed(() => (files.unmixing === null ? null : files.stopTakingApart)),
  problem: computed(() => (problem.value === null ? null : { words: problem.value, again: () => void open() })),
})
defineExpose({ artwork })
</script>

<template>
  <div
    ref="frame"
    class="size-full bg-white"
    role="img"
    :aria-label="`${piece.name}${stage.before ? ', original colors' : ''}`"
    data-test="picture"
  >
    <RasterCanvas
      v-if="raster"
      :key="piece.hash"
      :taken="raster.stage"
      :inks="raster.inks"
      :colors="passing.colors ?? look.colors"
      :by-hand="look.byHand"
      :hash="piece.hash"
    />
    <ArtworkProof v-else large :art="piece" :colors="look.colors" />
    <RasterDetail
      v-if="part && !look.passing"
      :hash="piece.hash"
      :colors="look.colors"
      :by-hand="look.byHand"
      :part="part"
      :longest="sharpest"
      @taking="sharpening = $event"
    />
    <PickedAreas
      v-if="raster && stage.picking && stage.picked.size"
      :raster="raster"
      :areas="[...stage.picked].filter(isArea)"
    />
  </div>
</template>
