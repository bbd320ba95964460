<script setup lang="ts">
import { inksIn } from '../../../core/artwork/inkmap'
import type { Artwork } from '../../../core/document/artwork'
import { pixelAt } from '../../../core/raster/area'
import type { StageArtwork, StageLook } from './stageArtwork'

/**
 * A drawing on the stage: in its own shapes, or, while colors pass by or where there are too many of them, as its map
 * has it.
 */
const { piece, look } = defineProps<{
  piece: Artwork
  look: StageLook
}>()
const stage = useStage()
const files = useArtworkFiles()
const place = useTemplateRef('place')
const host = computed(() => place.value?.element ?? null)
const screen = computed(() => files.screens.get(piece.hash))
const crowded = computed(() => files.isCrowded(piece.hash))
const map = computed(() => files.maps.get(piece.hash))
const { still, live } = usePassingColors(
  () => look.colors,
  () => look.passing && !look.byHand.shapes.size && map.value !== undefined, // what is painted by hand is on no map
)
const { problem, inksAt, shapeAt, root } = useArtworkHost(
  host,
  () => (crowded.value ? undefined : screen.value),
  () => still.value,
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
const artwork: StageArtwork = reactive({
  inksAt: (event: PointerEvent) => {
    const found = inksAt(event.clientX, event.clientY)
    return found.length ? found : inksOnMap(event)
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
      class="pointer-events-none absolute inset-0 bg-white"
      data-test="live"
    />
  </div>
</template>
