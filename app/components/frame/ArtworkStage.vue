<script setup lang="ts">
import { computed, onUnmounted, useTemplateRef, watch, shallowRef } from 'vue'
import { displayTitle } from '#core/formats/fileName'
import { useElementSize } from '@vueuse/core'
import { followDrag } from '~/browser/followDrag'
import { withKey } from '~/words/shortcuts'
import { EYES, EYES_TITLES, filterOf, useStage } from '~/stores/stage'
import { FITTED, fitSize, visiblePart, type View, zoomView } from '#core/interaction/view'
import { UNPAINTED } from '#core/painting/painting'
import { paintAsSeen } from '#core/painting/paintAsSeen'
import { spotlit } from '#core/painting/spotlight'
import type { StageArtwork } from './stageArtwork'
import { arrowOf } from '~/browser/arrowOf'
import { useArtworkFiles } from '~/stores/artwork'
import { useHand } from '~/composables/usePointerKind'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { usePinch } from '~/composables/usePinch'
import { usePrinting } from '~/stores/printing'

/**
 * The artwork on the table, fitted, with zoom and pan; before and after by a divider; where shapes are picked, it is
 * what they are picked on.
 */
const { words = null } = defineProps<{ words?: string | null }>()
const emit = defineEmits<{ add: [] }>()

const history = useHistory()
const painting = usePainting()
const stage = useStage()
const printing = usePrinting()
const files = useArtworkFiles()
const table = useTemplateRef<HTMLElement>('table')
const { width, height: whole } = useElementSize(table)
/** The room around the artwork, for its crop marks, and that at the foot, for its name and the zoom. */
const MARGIN = 24
const hand = useHand()
const foot = computed(() => (hand.finger.value ? 44 : 32))
const height = computed(() => Math.max(0, whole.value - foot.value))
const view = shallowRef<View>(FITTED)
const zoom = computed(() => view.value.zoom)
const pan = computed({
  get: () => view.value.pan,
  set: to => (view.value = { ...view.value, pan: to }),
})
const room = computed(() => ({ width: width.value, height: height.value }))

const screen = computed(() => (painting.piece ? files.screens.get(painting.piece.hash) : undefined))
const size = computed(() => {
  const art = painting.piece
  if (!art || !width.value) return { width: 0, height: 0 }
  return fitSize(room.value, art, MARGIN)
})
/** The ways of looking at the artwork: on paper only where it is printed. */
const eyes = computed(() =>
  EYES.filter(each => each !== 'paper' || printing.print.paper).map(value => ({ value, title: EYES_TITLES[value] })),
)
/** The painting, as the press prints it where that is looked at. */
const painted = computed(() => {
  const own = stage.before ? UNPAINTED : painting.shown(painting.piece?.id ?? '')
  const inks = screen.value?.inks ?? files.files.get(painting.piece?.hash ?? '')?.inks.map(({ hex }) => hex) ?? []
  return printing.shownAs ? paintAsSeen(own, inks, printing.shownAs) : own
})
/** Everything outside the spotlight becomes a light gray of its own value. */
const colors = computed(() => spotlit(screen.value?.inks ?? [], painted.value.colors, stage.lit))
const byHand = computed(() => (stage.lit ? UNPAINTED : painted.value).byHand)
const standIn = computed(() => history.document?.artwork.length === 0)
const crowded = computed(() => files.isCrowded(painting.piece?.hash ?? ''))
const map = computed(() => files.maps.get(painting.piece?.hash ?? ''))
const look = computed(() => ({
  colors: colors.value,
  byHand: byHand.value,
  passing: history.previewing || stage.before || stage.lit !== null,
}))
/** The behavior of the kind of artwork on the stage. */
const shown = useTemplateRef<{ artwork: StageArtwork }>('shown')
const artwork = computed(() => shown.value?.artwork ?? null)
watch(
  () => artwork.value?.shapes ?? null,
  shapes => {
    stage.shapes = shapes
  },
  { immediate: true },
)
onUnmounted(() => {
  stage.shapes = null
})

const fit = (): void => {
  view.value = FITTED
}
const zoomBy = (factor: number, about?: { x: number; y: number }): void => {
  view.value = zoomView(view.value, factor, about)
}
/** A place of the window, from the middle of the table. */
const fromMiddle = ({ x, y }: { x: number; y: number }): { x: number; y: number } => {
  const box = table.value?.getBoundingClientRect()
  return box ? { x: x - box.left - box.width / 2, y: y - box.top - (box.height - foot.value) / 2 } : { x: 0, y: 0 }
}
const wheel = (event: WheelEvent): void => zoomBy(event.deltaY < 0 ? 1.2 : 1 / 1.2, fromMiddle(event))
usePinch(table, ({ factor, x, y, dx, dy }) => {
  if (zoom.value > 1) pan.value = { x: pan.value.x + dx, y: pan.value.y + dy }
  zoomBy(factor, fromMiddle({ x, y }))
})
const grab = (event: PointerEvent): void => {
  if ((stage.picking || stage.lifting) && event.button === 0 && artwork.value?.shapes) return artwork.value.press(event)
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

/** The part of zoomed artwork that is in sight, in parts of its width and height; null where all of it is. */
const inSight = computed(() => visiblePart(room.value, size.value, view.value))
/** The most pixels a screen shows of it. */
const sharpest = computed(() => Math.ceil(Math.max(width.value, height.value) * window.devicePixelRatio))
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- it is panned, zoomed and picked on, by keys too -->
  <section
    ref="table"
    class="relative h-full min-w-0 touch-none overflow-hidden bg-table will-change-transform"
    aria-label="Artwork"
    :class="{ 'cursor-crosshair': stage.picking || stage.lifting }"
    tabindex="0"
    data-test="stage"
    @wheel.prevent="wheel"
    @pointerdown="grab"
    @pointermove="stage.pointed = artwork?.inksAt($event) ?? []"
    @pointerleave="stage.pointed = []"
    @keydown="nudge"
    @click.capture.prevent
  >
    <div
      v-if="painting.piece"
      class="absolute left-1/2"
      :style="{
        top: `calc(50% - ${foot / 2}px)`,
        width: `${size.width}px`,
        height: `${size.height}px`,
        transform: `translate(-50%, -50%) translate(${pan.x}px, ${pan.y}px) scale(${zoom})`,
        filter: filterOf(stage.eyes),
      }"
    >
      <LazyStagePicture
        v-if="painting.piece.kind === 'raster'"
        ref="shown"
        :piece="painting.piece"
        :look="look"
        :in-sight="inSight"
        :sharpest="sharpest"
      />
      <StageDrawing v-else ref="shown" :piece="painting.piece" :look="look" />
      <LazyBeforeDivider
        v-if="stage.divider !== null && screen"
        :key="painting.piece.hash"
        :screen="screen"
        :raster="files.rasters.get(painting.piece.hash)"
        :map="crowded ? map?.fine : undefined"
        :hash="painting.piece.hash"
      />
      <CropMarks v-if="zoom === 1" />
    </div>
    <svg
      v-if="artwork?.drawn"
      class="pointer-events-none absolute inset-0 size-full"
      aria-hidden="true"
      data-test="drawn"
    >
      <path :d="artwork.drawn" fill="rgb(128 128 128 / 0.12)" stroke="#fff" stroke-width="3" />
      <path :d="artwork.drawn" fill="none" stroke="#000" stroke-dasharray="4 3" />
    </svg>
    <p
      v-if="artwork?.doing"
      class="absolute left-4 top-3 flex items-center gap-2 bg-panel px-2 py-0.5 text-caption"
      role="status"
      data-test="unmixing"
    >
      {{ artwork.doing }}
      <button v-if="artwork.stop" class="control small" data-test="stop-unmixing" @click.stop="artwork.stop">
        Stop
      </button>
    </p>
    <p
      v-if="artwork?.problem"
      class="absolute inset-x-8 top-8 flex items-center gap-3 border border-strong bg-panel p-3"
      role="alert"
    >
      ▲ {{ artwork.problem.words }}
      <button v-if="artwork.problem.again" class="control" @click="artwork.problem.again">Try again</button>
    </p>
    <FirstHint hint="stage" class="absolute left-4 top-4">
      Your artwork wears the scheme right away. Scroll or pinch to zoom; hold O to see the original.
    </FirstHint>
    <div
      v-if="painting.piece"
      class="absolute inset-x-0 bottom-0 flex items-center gap-3 bg-table pl-4 pr-3 text-caption leading-[14px] text-quiet"
      :style="{ height: `${foot}px` }"
    >
      <p class="line-clamp-2 min-w-0" :class="{ 'shrink-0 max-w-1/2': words }">
        {{ displayTitle(painting.piece.name) }}<template v-if="stage.before"> · original</template
        ><template v-if="crowded"> · drawn from its ink map: it has too many shapes</template
        ><template v-if="standIn">
          · a stand-in until you add artwork
          <button class="control ml-1 small" @click.stop="emit('add')">Add artwork</button></template
        >
      </p>
      <p v-if="words" class="line-clamp-2 min-w-0 text-ink" data-test="verdict-words">{{ words }}</p>
      <label
        class="ml-auto flex shrink-0 items-center gap-1"
        :class="{ 'font-semibold text-ink': stage.eyes !== 'everyone' }"
        :title="withKey('Whose eyes to see artwork and scheme through', 'eyes')"
        >Seen by<SelectField
          class="small"
          label="Seen by"
          data-test="eyes"
          :model-value="stage.eyes"
          :choices="eyes"
          @update:model-value="value => (stage.eyes = value)"
          @pointerdown.stop
      /></label>
      <div class="flex shrink-0 items-center text-body text-ink">
        <button class="control bare px-2" aria-label="Zoom out" :disabled="zoom === 1" @click="zoomBy(0.8)">−</button>
        <button class="control bare px-1" title="Fit" aria-label="Fit the artwork" @click="fit">
          <span class="value w-10 text-center">{{ zoom === 1 ? 'fit' : `${Math.round(zoom * 100)}%` }}</span>
        </button>
        <button class="control bare px-2" aria-label="Zoom in" :disabled="zoom === 16" @click="zoomBy(1.25)">+</button>
      </div>
    </div>
  </section>
</template>
