<script setup lang="ts">
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import type { ByHand } from '#core/painting/painting'
import { areaKey } from '#core/raster/area'
import { paintRaster, type Row } from '#core/raster/paint'
import type { Unmixed } from '#core/raster/unmix'
import { areaRows, regionsOf } from '#core/painting/areas'
import { areaIn } from '~/workers/raster/foundAreas'
import { glPainter, type GlPainter } from '~/workers/raster/glPainter'
import { latestOnly } from '~/browser/latestOnly'
import { useArtworkFiles } from '~/stores/artwork'
import { useNotices } from '~/stores/notices'

/**
 * A raster artwork in given colors: a large one by WebGL, or by the worker where there is none; a small one on the
 * spot.
 */
const {
  taken,
  inks,
  colors,
  byHand,
  hash = null,
} = defineProps<{
  taken: Unmixed
  inks: readonly string[]
  colors: ReadonlyMap<string, string>
  byHand: ByHand
  /** Of a large one, under which the worker has it. */
  hash?: string | null
}>()
const files = useArtworkFiles()
const notices = useNotices()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const size = computed(() => taken.picture)
let gl: GlPainter | null = null
/** The way it is painted; a canvas that has once been one kind cannot be another, so that a change makes a new one. */
const way = ref<'gl' | 'pixels'>(hash ? 'gl' : 'pixels')

const found = computed(() => byHand.areas.map(paint => ({ paint, found: areaIn(taken, inks, paint.area) })))
/** The regions stay the same while only colors change. */
const places = computed(() => byHand.areas.map(({ area }) => areaKey(area)).join())
const regions = shallowRef<Uint8Array | null>(null)
watch(
  [places, () => taken],
  () => {
    regions.value = regionsOf(
      taken.picture.width * taken.picture.height,
      found.value.map(each => each.found),
    )
  },
  { immediate: true, flush: 'sync' },
)
const rows = computed<Row[]>(() =>
  areaRows(
    inks,
    inks.map(ink => colors.get(ink) ?? ink),
    found.value,
  ),
)

const put = (data: Uint8ClampedArray): void =>
  canvas.value
    ?.getContext('2d')
    ?.putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, size.value.width, size.value.height), 0, 0)
const byWorker = latestOnly(async (of: string, now: Row[], where: Uint8Array | null) => {
  const data = await notices.attempt(() => files.paintRaster(of, now, where))
  if (data && way.value === 'pixels') put(data)
})
const onTheSpot = (): void => {
  const out = new Uint8ClampedArray(taken.picture.data.length)
  paintRaster(taken, inks, rows.value, regions.value, out)
  put(out)
}

watch(
  [canvas, () => taken],
  ([element]) => {
    if (!element || way.value !== 'gl') return
    gl = glPainter(element, taken, inks, () => {
      gl = null
      way.value = 'pixels'
    })
    if (!gl) way.value = 'pixels'
  },
  { flush: 'post', immediate: true },
)
watch(
  [canvas, rows, regions, way],
  ([element]) => {
    if (!element) return
    if (way.value === 'gl') gl?.(rows.value, regions.value)
    else if (hash) void byWorker(hash, rows.value, regions.value)
    else onTheSpot()
  },
  { flush: 'post', immediate: true },
)
</script>

<template>
  <canvas
    :key="way"
    ref="canvas"
    :width="size.width"
    :height="size.height"
    class="block size-full"
    :data-painted-by="way"
  />
</template>
