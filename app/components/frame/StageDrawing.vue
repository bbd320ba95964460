<script setup lang="ts">
import { computed, reactive, useTemplateRef } from 'vue'
import { inksIn } from '#core/inkmap/inkmap'
import type { Artwork } from '#core/document/artwork'
import { pixelAt } from '#core/raster/area'
import type { StageArtwork, StageLook } from './stageArtwork'
import { pictureInks } from '~/browser/pictureInks'
import { useArtworkFiles } from '~/stores/artwork'
import { useArtworkHost } from '~/composables/useArtworkHost'
import { useHandHoles } from '~/composables/useTouchUpHoles'
import { usePassingColors } from '~/composables/usePassingColors'
import { useShapePicking } from '~/composables/useShapePicking'
import { usePassing } from '~/stores/passing'
import { useStage } from '~/stores/stage'

/**
 * A drawing on the stage: in its own shapes, or, while colors pass by or where there are too many of them, as its map
 * has it.
 */
const { piece, look } = defineProps<{
  piece: Artwork
  look: StageLook
}>()
const stage = useStage()
const passing = usePassing()
const files = useArtworkFiles()
const place = useTemplateRef('place')
const host = computed(() => place.value?.element ?? null)
const screen = computed(() => files.screens.get(piece.hash))
const crowded = computed(() => files.isCrowded(piece.hash))
const map = computed(() => files.maps.get(piece.hash))
const holes = useHandHoles(
  () => screen.value,
  () => look.byHand.shapes,
  () => (crowded.value ? undefined : map.value?.fine),
  () => host.value?.shadowRoot ?? null,
)
const { still, live } = usePassingColors(
  () => look.colors,
  // what is painted by hand is on no map: it shows through it where that is known
  () => look.passing && map.value !== undefined && (!look.byHand.shapes.size || holes.value !== null),
)
const { problem, inksAt, shapeAt, pictureAt, root } = useArtworkHost(
  host,
  () => (crowded.value ? undefined : screen.value),
  () => passing.colors ?? still.value,
  () => look.byHand.shapes,
)
const { down, drawn, shapes } = useShapePicking({ host, root, shapeAt })

/** The inks at a point as the map has them: within a picture, or where shapes are not shown. */
const inksOnMap = ({ clientX, clientY }: PointerEvent): string[] => {
  const [box, shown] = [host.value?.getBoundingClientRect(), map.value?.fine]
  if (!box || !shown) return []
  const [x, y] = [(clientX - box.left) / box.width, (clientY - box.top) / box.height]
  if (x < 0 || y < 0 || x >= 1 || y >= 1) return []
  return inksIn(shown, pixelAt(shown, { x, y })).flatMap(at => screen.value?.inks[at] ?? [])
}
const inPicture = pictureInks()
/** The ink a picture within has at a point, where there is no map to say it. */
const inksInPicture = ({ clientX, clientY }: PointerEvent): string[] => {
  const picture = pictureAt(clientX, clientY)
  if (!picture?.inks.length) return []
  return inPicture(picture.element, picture.address, picture.inks, clientX, clientY)
}
const artwork: StageArtwork = reactive({
  inksAt: (event: PointerEvent) => {
    const found = inksAt(event.clientX, event.clientY)
    if (found.length) return found
    return map.value ? inksOnMap(event) : inksInPicture(event)
  },
  press: down,
  shapes: computed(() => (crowded.value ? null : shapes)),
  drawn: computed(() => drawn.value ?? ''),
  doing: null,
  stop: null,
  problem: computed(() => (problem.value === null ? null : { words: problem.value, again: null })),
})
defineExpose({ artwork })
</script>

<template>
  <div class="size-full">
    <ArtworkHost
      ref="place"
      class="bg-white"
      role="img"
      :aria-label="`${piece.name}${stage.before ? ', original colors' : ''}`"
      data-test="artwork"
    />
    <InkMapCanvas
      v-if="(live || crowded) && map && screen"
      :map="map.fine"
      :coarse="map.coarse"
      :inks="screen.inks"
      :colors="look.colors"
      :holes="look.byHand.shapes.size ? holes : null"
      class="pointer-events-none absolute inset-0"
      :class="{ 'bg-white': !look.byHand.shapes.size }"
      data-test="live"
    />
    <PassingCanvas place="stage" class="inset-0 size-full bg-white" />
  </div>
</template>
