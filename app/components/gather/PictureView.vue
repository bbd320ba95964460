<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { onKeyStroke, useElementSize } from '@vueuse/core'
import { patchPixels, USUAL_PATCH } from '#core/extract/patch'
import {
  isMeantRegion,
  isMovedSample,
  MIDDLE_REGION,
  nudgeRegion,
  type Place,
  placeUnder,
  regionBetween,
  sampleLabel,
  sliderOfPatch,
} from '#core/interaction/samples'
import type { Reference, Region } from '#core/document/gathering'
import { followDrag } from '~/browser/followDrag'
import { arrowOf } from '~/browser/arrowOf'
import { latestOnly } from '~/browser/latestOnly'
import { reasonOf } from '~/words/reasonOf'
import { useSampleEditing } from '~/composables/useSampleEditing'
import { LOUPE_SIZE, useSampleMoving } from '~/composables/useSampleMoving'
import { useGathering } from '~/stores/gathering'
import { useHistory } from '~/stores/history'
import { useNotices } from '~/stores/notices'
import { usePictures } from '~/stores/pictures'
import { server } from '~/api/server'

/**
 * One reference with its samples: drag them under the loupe, click for a new one, mark a region, or see what each
 * swatch stands for.
 */
const { reference } = defineProps<{ reference: Reference }>()
const history = useHistory()
const gathering = useGathering()
const pictures = usePictures()
const notices = useNotices()
const box = useTemplateRef<HTMLElement>('box')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width, height } = useElementSize(box)
const TALLEST = 240
const chosen = ref<string | null>(null)
const marking = ref(false)
onKeyStroke('Escape', () => {
  marking.value = false
})
const showMap = ref(false)
const drawn = ref<Region | null>(null)
const problem = ref<string | null>(null)

const samples = computed(() => (history.document?.samples ?? []).filter(sample => sample.reference === reference.id))
const region = computed(() => drawn.value ?? reference.region)
const moved = computed(() => samples.value.some(sample => isMovedSample(sample, USUAL_PATCH)))

const partOf = ({ clientX, clientY }: PointerEvent): Place => {
  const frame = box.value?.getBoundingClientRect()
  return frame ? placeUnder(clientX, clientY, frame) : { x: 0, y: 0 }
}

const attempt = (work: () => Promise<void>): Promise<void | null> => notices.attempt(work)
const { loupe, drag, moveByKey, hideLoupe } = useSampleMoving(() => reference, samples, chosen, partOf)
/**
 * A region set by keys: the middle to begin with, moved by arrows, and with Shift made wider, narrower, taller or
 * lower.
 */
const markMiddle = (): void => {
  marking.value = false
  void gathering.mark(reference.id, MIDDLE_REGION)
}
const onRegionKey = (event: KeyboardEvent): void => {
  const way = reference.region && arrowOf(event)
  if (reference.region && way) void gathering.mark(reference.id, nudgeRegion(reference.region, way, event.shiftKey))
}
const { swatchOf, chosenSample, onSampleKey, widen, add } = useSampleEditing(
  () => reference,
  samples,
  chosen,
  moveByKey,
)
/** On the picture itself: a drag marks a region while that is wanted, a click takes a new sample. */
const press = (event: PointerEvent): void => {
  if (event.button !== 0) return
  const from = partOf(event)
  followDrag(event, {
    move: now => {
      if (marking.value) drawn.value = regionBetween(from, partOf(now))
    },
    drop: now => {
      const region = drawn.value
      drawn.value = null
      if (!marking.value) return add(partOf(now))
      marking.value = false
      if (region && isMeantRegion(region, { width: width.value, height: height.value }))
        void gathering.mark(reference.id, region)
    },
    cancel: () => {
      drawn.value = null
    },
  })
}

const hexes = computed(() => samples.value.flatMap(sample => swatchOf(sample)?.hex ?? []))
const paintMap = latestOnly(async () => {
  const element = canvas.value
  if (!element || !hexes.value.length) return
  const image = await pictures.map(reference.hash, hexes.value)
  element.width = image.width
  element.height = image.height
  element.getContext('2d')?.putImageData(image, 0, 0)
})
watch(
  [canvas, hexes, showMap],
  () => {
    if (showMap.value) void attempt(() => paintMap())
  },
  { flush: 'post' },
)
onMounted(() =>
  pictures.open(reference.hash).catch((error: unknown) => {
    problem.value = reasonOf(error)
  }),
)
</script>

<template>
  <div class="grid gap-1">
    <div class="grid place-items-center bg-table" :style="{ height: `${TALLEST}px` }">
      <div
        ref="box"
        v-one-stop="{ of: '.sample', by: 'pages' }"
        class="relative touch-none select-none"
        :class="marking ? 'cursor-crosshair' : 'cursor-copy'"
        :style="{
          aspectRatio: `${reference.width} / ${reference.height}`,
          width: `min(100%, ${(TALLEST * reference.width) / reference.height}px)`,
        }"
        role="group"
        :aria-label="`${reference.name}, with its samples`"
        data-test="picture"
        @pointerdown="press"
      >
        <img
          :src="server.pictureUrl(reference.hash, 'working')"
          :alt="reference.name"
          class="block size-full"
          draggable="false"
        />
        <canvas
          v-if="showMap"
          ref="canvas"
          class="pointer-events-none absolute inset-0 size-full"
          aria-label="What each swatch stands for"
          data-test="map"
        />
        <div v-if="region" class="pointer-events-none absolute inset-0 overflow-hidden">
          <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- its arrows move it -->
          <div
            class="region"
            tabindex="0"
            role="group"
            aria-label="Marked region: arrow keys move it, with Shift they resize it"
            :style="{
              left: `${region.x * 100}%`,
              top: `${region.y * 100}%`,
              width: `${region.width * 100}%`,
              height: `${region.height * 100}%`,
            }"
            data-test="region"
            @keydown="onRegionKey"
          />
        </div>
        <button
          v-for="sample in samples"
          :key="sample.id"
          class="sample"
          tabindex="-1"
          :class="{ chosen: chosen === sample.id }"
          :style="{ left: `${sample.x * 100}%`, top: `${sample.y * 100}%` }"
          :aria-label="sampleLabel(sample, swatchOf(sample)?.name)"
          :data-test="`sample-${sample.id}`"
          :data-hex="sample.hex"
          @pointerdown.stop="drag(sample, $event)"
          @keydown="onSampleKey(sample, $event)"
          @focus="chosen = sample.id"
          @blur="hideLoupe"
        >
          <SampleMark
            :color="swatchOf(sample)?.hex ?? sample.hex"
            :is-own="swatchOf(sample)?.own != null"
            :is-wide="sample.patch > USUAL_PATCH"
          />
        </button>
        <SampleLoupe
          v-if="loupe"
          :loupe="loupe.seen"
          :across="LOUPE_SIZE"
          class="absolute z-20"
          :style="{
            left: `${loupe.x * width + (loupe.x > 0.5 ? -LOUPE_SIZE * 9 - 26 : 24)}px`,
            top: `${Math.min(Math.max(0, loupe.y * height - 60), Math.max(0, height - LOUPE_SIZE * 9 - 22))}px`,
          }"
        />
      </div>
    </div>
    <p v-if="problem" role="alert">▲ {{ problem }}</p>
    <p class="flex flex-wrap items-center gap-1 text-caption text-quiet">
      <label v-if="chosenSample && !marking" class="flex min-w-0 grow items-center gap-2"
        >Patch
        <input
          type="range"
          class="slide small w-20 min-w-0"
          min="0"
          max="100"
          :value="sliderOfPatch(chosenSample.patch)"
          aria-label="Width of the sampled patch"
          @input="attempt(() => widen($event, false))"
          @change="attempt(() => widen($event, true))"
        />
        <span class="value whitespace-nowrap">{{ patchPixels(chosenSample.patch, reference.width) }} px</span>
      </label>
      <span v-else class="grow truncate">{{
        marking
          ? 'Drag over the area to take colors from; Escape cancels.'
          : 'Click to take a sample; drag one to move it.'
      }}</span>
      <button v-if="marking" class="control bare small px-1.5" @click="markMiddle">The center</button>
      <button v-else class="control bare small px-1.5" @click="add({ x: 0.5, y: 0.5 })">Add sample</button>
      <button class="control bare small px-1.5" :aria-pressed="marking" @click="marking = !marking">
        {{ marking ? 'No region' : 'Mark a region' }}
      </button>
      <button v-if="reference.region" class="control bare small px-1.5" @click="gathering.mark(reference.id, null)">
        Whole picture
      </button>
      <button
        class="control bare small px-1.5"
        :aria-pressed="showMap"
        :disabled="!samples.length"
        @click="showMap = !showMap"
      >
        {{ showMap ? 'Picture' : 'Map' }}
      </button>
      <button
        class="control bare small px-1.5"
        :disabled="!moved"
        @click="history.run({ do: 'snap samples', id: null })"
      >
        Reset samples
      </button>
    </p>
  </div>
</template>

<style scoped>
/* What is not marked steps back. */
.region {
  position: absolute;
  outline: 1px solid #fff;
  box-shadow: 0 0 0 2000px rgb(0 0 0 / 0.5);
}
.sample {
  position: absolute;
  width: 26px;
  height: 26px;
  margin: -13px 0 0 -13px;
  cursor: grab;
  touch-action: none;
}
.sample:active {
  cursor: grabbing;
}
:root:not([data-pressed='pointer']) .sample:focus-visible {
  outline: 2px solid var(--accent);
  outline-offset: 2px;
}
.sample.chosen {
  z-index: 2;
}
</style>
