<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { followDrag } from '~/composables/useDrag'
import { inksIn } from '../../../core/artwork/inkmap'
import { pixelAt } from '../../../core/raster/area'
import { NOTHING_BY_HAND } from '../../../core/painting/painting'
import { isArea } from '~/stores/stage'

/**
 * The artwork on the table, fitted, with zoom and pan; before and after by a divider; where shapes are picked, it is
 * what they are picked on.
 */
const emit = defineEmits<{ add: [] }>()

const history = useHistory()
const painting = usePainting()
const stage = useStage()
const files = useArtworkFiles()
const table = useTemplateRef<HTMLElement>('table')
const place = useTemplateRef('place')
const host = computed(() => place.value?.element ?? null)
const { width, height } = useElementSize(table)
const zoom = ref(1)
const pan = ref({ x: 0, y: 0 })
const MARGIN = 34

const screen = computed(() => (painting.piece ? files.screens.get(painting.piece.hash) : undefined))
const size = computed(() => {
  const art = painting.piece
  if (!art || !width.value) return { width: 0, height: 0 }
  const scale = Math.min((width.value - 2 * MARGIN) / art.width, (height.value - 2 * MARGIN) / art.height)
  return { width: art.width * scale, height: art.height * scale }
})
/** What is not spotlit steps back to a light gray of its own value. */
const colors = useSpotlight(
  () => screen.value?.inks ?? [],
  () => (stage.before ? new Map<string, string>() : painting.shown(painting.piece?.id ?? '').colors),
  () => stage.lit,
)
const byHand = computed(() =>
  stage.before || stage.lit ? NOTHING_BY_HAND : painting.shown(painting.piece?.id ?? '').byHand,
)
const standIn = computed(() => history.document?.artwork.length === 0)
const crowded = computed(() => files.isCrowded(painting.piece?.hash ?? ''))
const map = computed(() => files.maps.get(painting.piece?.hash ?? ''))
/** Colors that are only passing by: of a drag, a spotlight, the original. What is painted by hand is on no map. */
const passing = computed(() => (history.previewing || stage.before || stage.lit !== null) && !byHand.value.shapes.size)
const { still, live } = usePassingColors(
  () => colors.value,
  () => passing.value && map.value !== undefined,
)
const { problem, inksAt, shapeAt, root } = useArtworkHost(
  host,
  () => (crowded.value ? undefined : screen.value),
  () => still.value,
  () => byHand.value.shapes,
)
const { down, drawn, shapes } = useShapePicking({ host, root, shapeAt })

const isRaster = computed(() => painting.piece?.kind === 'raster')
const frame = useTemplateRef<HTMLElement>('frame')
const raster = computed(() => (isRaster.value ? files.rasters.get(painting.piece?.hash ?? '') : undefined))
const areas = useAreaPicking(frame, () => raster.value)
const pictureProblem = ref<string | null>(null)
const openPicture = async (): Promise<void> => {
  pictureProblem.value = null
  if (isRaster.value && painting.piece)
    await files.openRaster(painting.piece.hash).catch((error: unknown) => {
      pictureProblem.value = reasonOf(error)
    })
}
watch(() => painting.piece?.hash, openPicture, { immediate: true })
watch(
  [isRaster, crowded],
  ([picture, many]) => {
    stage.shapes = picture ? areas.shapes : many ? null : shapes
  },
  { immediate: true },
)
onUnmounted(() => {
  stage.shapes = null
})
/**
 * The inks under the pointer: of the shape there, or, within a picture or where shapes are not shown, as the map has
 * them.
 */
const inksOnMap = ({ clientX, clientY }: PointerEvent): string[] => {
  const [box, shown] = [frame.value?.getBoundingClientRect(), map.value?.fine]
  if (!box || !shown) return []
  const [x, y] = [(clientX - box.left) / box.width, (clientY - box.top) / box.height]
  return x < 0 || y < 0 || x >= 1 || y >= 1
    ? []
    : inksIn(shown, pixelAt(shown, { x, y })).flatMap(place => screen.value?.inks[place] ?? [])
}
const pointed = (event: PointerEvent): string[] => {
  if (isRaster.value) return areas.inksAt(event.clientX, event.clientY)
  const found = inksAt(event.clientX, event.clientY)
  return found.length ? found : inksOnMap(event)
}

const fit = (): void => {
  zoom.value = 1
  pan.value = { x: 0, y: 0 }
}
const zoomBy = (factor: number, at?: { x: number; y: number }): void => {
  const next = Math.min(16, Math.max(1, zoom.value * factor))
  const [x, y] = [at?.x ?? 0, at?.y ?? 0]
  const ratio = next / zoom.value
  pan.value = next === 1 ? { x: 0, y: 0 } : { x: x - (x - pan.value.x) * ratio, y: y - (y - pan.value.y) * ratio }
  zoom.value = next
}
const wheel = (event: WheelEvent): void => {
  const box = table.value?.getBoundingClientRect()
  if (!box) return
  zoomBy(event.deltaY < 0 ? 1.2 : 1 / 1.2, {
    x: event.clientX - box.left - box.width / 2,
    y: event.clientY - box.top - box.height / 2,
  })
}
const grab = (event: PointerEvent): void => {
  if (stage.picking && event.button === 0 && !crowded.value) return isRaster.value ? areas.down(event) : down(event)
  if (zoom.value === 1 || event.button !== 0) return
  const [x, y, from] = [event.clientX, event.clientY, pan.value]
  const to = (now: PointerEvent): void => {
    pan.value = { x: from.x + now.clientX - x, y: from.y + now.clientY - y }
  }
  followDrag(event, {
    move: to,
    drop: to,
    cancel: () => {
      pan.value = from
    },
  })
}
const nudge = (event: KeyboardEvent): void => {
  const way = zoom.value > 1 ? arrowOf(event) : null
  if (way) pan.value = { x: pan.value.x - way.x * 8, y: pan.value.y + way.y * 8 }
  else if (event.key === '+') zoomBy(1.25)
  else if (event.key === '-') zoomBy(0.8)
  else if (event.key === '0') fit()
  else if (stage.picking && (event.key === 'PageUp' || event.key === 'PageDown'))
    stage.pickBeside(event.key === 'PageUp' ? -1 : 1, event.shiftKey)
  else return
  event.preventDefault()
}
watch(() => painting.piece?.id, fit)

/**
 * The part of a zoomed picture that is in sight, in parts of its width and height, where it has more pixels than the
 * stage shows.
 */
const inSight = computed(() => {
  const [shown, art] = [raster.value, painting.piece]
  if (
    !shown ||
    !art ||
    zoom.value === 1 ||
    Math.max(art.width, art.height) <= Math.max(shown.stage.picture.width, shown.stage.picture.height)
  )
    return null
  const along = (table: number, side: number, moved: number): { from: number; to: number } => {
    const middle = (side * zoom.value) / 2 - moved
    return {
      from: Math.max(0, (middle - table / 2) / (side * zoom.value)),
      to: Math.min(1, (middle + table / 2) / (side * zoom.value)),
    }
  }
  const [x, y] = [
    along(width.value, size.value.width, pan.value.x),
    along(height.value, size.value.height, pan.value.y),
  ]
  return x.to > x.from && y.to > y.from ? { x: x.from, y: y.from, width: x.to - x.from, height: y.to - y.from } : null
})
/** How far it is taken apart in its own size; null while it is not. */
const sharpening = ref<number | null>(null)
/** The most pixels a screen shows of it. */
const sharpest = computed(() => Math.ceil(Math.max(width.value, height.value) * window.devicePixelRatio))
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- it is panned, zoomed and picked on, by keys too -->
  <section
    ref="table"
    class="relative h-full min-w-0 touch-none overflow-hidden bg-table"
    aria-label="Artwork"
    :class="{ 'cursor-crosshair': stage.picking }"
    tabindex="0"
    data-test="stage"
    @wheel.prevent="wheel"
    @pointerdown="grab"
    @pointermove="stage.pointed = pointed($event)"
    @pointerleave="stage.pointed = []"
    @keydown="nudge"
    @click.capture.prevent
  >
    <div
      v-if="painting.piece"
      ref="frame"
      class="absolute left-1/2 top-1/2"
      :style="{
        width: `${size.width}px`,
        height: `${size.height}px`,
        transform: `translate(-50%, -50%) translate(${pan.x}px, ${pan.y}px) scale(${zoom})`,
      }"
    >
      <div
        v-if="isRaster"
        class="size-full bg-white"
        role="img"
        :aria-label="`${painting.piece.name}${stage.before ? ', original colors' : ''}`"
        data-test="picture"
      >
        <RasterCanvas
          v-if="raster"
          :key="painting.piece.hash"
          :taken="raster.stage"
          :inks="raster.inks"
          :colors="colors"
          :by-hand="byHand"
          :hash="painting.piece.hash"
        />
        <ArtworkProof
          v-else
          large
          :hash="painting.piece.hash"
          :ratio="painting.piece.width / painting.piece.height"
          :colors="colors"
        />
        <RasterDetail
          v-if="inSight && !passing"
          :hash="painting.piece.hash"
          :colors="colors"
          :by-hand="byHand"
          :part="inSight"
          :longest="sharpest"
          @taking="sharpening = $event"
        />
        <PickedAreas
          v-if="raster && stage.picking && stage.picked.size"
          :raster="raster"
          :areas="[...stage.picked].filter(isArea)"
        />
      </div>
      <ArtworkHost
        v-show="!isRaster"
        ref="place"
        class="bg-white"
        role="img"
        :aria-label="`${painting.piece.name}${stage.before ? ', original colors' : ''}`"
        data-test="artwork"
      />
      <InkMapCanvas
        v-if="(live || crowded) && map && screen && !isRaster"
        :map="map.fine"
        :coarse="map.coarse"
        :inks="screen.inks"
        :colors="colors"
        class="pointer-events-none absolute inset-0 bg-white"
        data-test="live"
      />
      <BeforeDivider
        v-if="stage.divider !== null && screen"
        :key="painting.piece.hash"
        :screen="screen"
        :raster="raster"
        :map="crowded ? map?.fine : undefined"
        :hash="painting.piece.hash"
      />
      <CropMarks v-if="zoom === 1" />
    </div>
    <svg v-if="drawn" class="pointer-events-none absolute inset-0 size-full" aria-hidden="true" data-test="drawn">
      <path :d="drawn" fill="rgb(128 128 128 / 0.12)" stroke="#fff" stroke-width="3" />
      <path :d="drawn" fill="none" stroke="#000" stroke-dasharray="4 3" />
    </svg>
    <p
      v-if="isRaster && files.unmixing !== null"
      class="absolute left-4 top-3 bg-panel px-2 py-0.5 text-caption"
      role="status"
      data-test="unmixing"
    >
      Taking the picture apart into its inks, {{ Math.round(files.unmixing * 100) }}%
    </p>
    <p v-else-if="sharpening !== null" class="absolute left-4 top-3 bg-panel px-2 py-0.5 text-caption" role="status">
      Making the picture sharp, {{ Math.round(sharpening * 100) }}%
    </p>
    <p
      v-if="pictureProblem"
      class="absolute inset-x-8 top-8 flex items-center gap-3 border border-strong bg-panel p-3"
      role="alert"
    >
      ▲ {{ pictureProblem }} <button class="control" @click="openPicture">Try again</button>
    </p>
    <p v-if="problem" class="absolute inset-x-8 top-8 border border-strong bg-panel p-3" role="alert">
      ▲ {{ problem }}
    </p>
    <p v-if="painting.piece" class="absolute bottom-2 left-4 text-caption text-quiet">
      {{ painting.piece.name }}<template v-if="stage.before"> · original</template
      ><template v-if="crowded"> · drawn from its map, for it has too many shapes</template
      ><template v-if="standIn">
        · a stand-in until there is artwork
        <button class="control ml-1 h-6!" @click.stop="emit('add')">Add artwork</button></template
      >
    </p>
    <div v-if="painting.piece" class="absolute bottom-1.5 right-3 flex items-center">
      <button class="control bare px-2" aria-label="Zoom out" :disabled="zoom === 1" @click="zoomBy(0.8)">−</button>
      <button class="control bare px-1" title="Fit" aria-label="Fit the artwork" @click="fit">
        <span class="value w-10 text-center">{{ zoom === 1 ? 'fit' : `${Math.round(zoom * 100)}%` }}</span>
      </button>
      <button class="control bare px-2" aria-label="Zoom in" :disabled="zoom === 16" @click="zoomBy(1.25)">+</button>
    </div>
  </section>
</template>
