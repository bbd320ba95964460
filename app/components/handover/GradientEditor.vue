<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { ArrowDownTrayIcon, ClipboardDocumentIcon } from '@heroicons/vue/20/solid'
import type { Gradient, Stop } from '#core/document/handOver'
import { MAX_STOPS } from '#core/document/limits'
import { cssOf, gradientsToCss, gradientToSvg, plainCssOf } from '#core/formats/gradient'
import { fileNameOf } from '#core/formats/fileName'
import { keyOf } from '#core/formats/exportScheme'
import { exportGradient } from '#core/handover/schemeOfProject'
import { GRADIENT_KINDS, GRADIENT_SPACES, HUE_WAYS } from '#core/harmony/gradient'
import { addStop, moveStop, stopRank, recolorStop, removeStop } from '#core/interaction/gradientStops'
import { followDrag } from '~/browser/followDrag'
import { saveFile } from '~/browser/saveFile'
import { arrowOf } from '~/browser/arrowOf'
import { gradientPng } from '~/browser/gradientPng'
import { useCopying } from '~/composables/useCopying'
import { useHistory } from '~/stores/history'
import { useNotices } from '~/stores/notices'

/** A gradient being made: its stops are dragged along its track, and everything shows at once. */
const { gradient } = defineProps<{ gradient: Gradient }>()
const history = useHistory()
const notices = useNotices()
const { copy, copyPicture } = useCopying()
const track = useTemplateRef<HTMLElement>('track')
const chosen = ref(0)
const renaming = ref(false)

const scheme = computed(() => history.document?.scheme ?? [])
const exported = computed(() => exportGradient(gradient, scheme.value))
const shown = computed(() => plainCssOf(exported.value))
/** The same laid along the track, whatever its kind. */
const along = computed(() => plainCssOf({ ...exported.value, kind: 'linear', angle: 90 }))
const colorOf = ({ swatch, hex }: Stop): string => scheme.value.find(({ id }) => id === swatch)?.hex ?? hex
const nameOf = (stop: Stop): string => scheme.value.find(({ id }) => id === stop.swatch)?.name ?? colorOf(stop)

type Change = Partial<Omit<Gradient, 'id'>>
const command = (change: Change) => ({ do: 'change gradient' as const, id: gradient.id, change })
const run = (change: Change): void => history.run(command(change))

const KIND_TITLES = { linear: 'linear', radial: 'radial', conic: 'conic' } as const
const SPACE_HINTS = {
  oklab: 'Straight between colors: opposites meet in gray',
  oklch: 'Around the hue circle: stays colorful',
} as const

const placeAt = (x: number): number => {
  const box = track.value?.getBoundingClientRect()
  return box ? (x - box.left) / box.width : 0
}
const drag = (event: PointerEvent, place: number): void => {
  if (event.button !== 0) return
  chosen.value = place
  ;(event.currentTarget as HTMLElement).focus()
  const own = gradient.stops[place]?.at ?? 0
  const from = placeAt(event.clientX)
  let stops: Stop[] | null = null
  followDrag(event, {
    move: now => {
      stops = moveStop(gradient.stops, place, own + placeAt(now.clientX) - from)
      history.preview(command({ stops }))
    },
    drop: () => {
      if (stops) run({ stops })
    },
    cancel: () => history.preview(null),
  })
}
const remove = (place: number): void => {
  const stops = removeStop(gradient.stops, place)
  if (!stops) return notices.say('A gradient needs at least two stops.')
  run({ stops })
  chosen.value = Math.max(0, place - 1)
}
const keyed = (event: KeyboardEvent, place: number): void => {
  const stop = gradient.stops[place]
  if (!stop) return
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault()
    return remove(place)
  }
  if (event.key === 'Home' || event.key === 'End') {
    event.preventDefault()
    return run({ stops: moveStop(gradient.stops, place, event.key === 'Home' ? 0 : 1) })
  }
  const way = arrowOf(event)
  if (way) run({ stops: moveStop(gradient.stops, place, stop.at + (way.x + way.y) / 100) })
}
/** A stop more where the track was pressed: of the swatches that are no stop yet, the one nearest to what shows there. */
const add = (at: number): void => {
  if (gradient.stops.length >= MAX_STOPS) return notices.say(`A gradient has up to ${MAX_STOPS} stops.`)
  const stops = addStop(gradient.stops, at, exported.value, scheme.value)
  if (!stops) return
  run({ stops })
  chosen.value = gradient.stops.length
}
const recolor = (swatch: { id: string; hex: string }): void =>
  run({ stops: recolorStop(gradient.stops, chosen.value, swatch) })

const css = computed(() => gradientsToCss([exported.value], [keyOf(gradient.name)]))
const fileName = computed(() => fileNameOf(gradient.name) || 'gradient')
const saveText = (extension: string, text: string, type: string): void => {
  saveFile(`${fileName.value}.${extension}`, text, type)
  notices.say(`Saved ${fileName.value}.${extension}.`)
}
const saveSvg = (): void => saveText('svg', gradientToSvg(exported.value, 1920, 1080), 'image/svg+xml')
const saveCss = (): void => saveText('css', css.value, 'text/css')
const picture = (): Promise<Blob> => gradientPng(exported.value, 4096, 2304)
const savePng = (): Promise<void | null> =>
  notices.attempt(async () => {
    saveFile(`${fileName.value}.png`, await picture(), 'image/png')
    notices.say(`Saved ${fileName.value}.png.`)
  })
</script>

<template>
  <div class="grid gap-3 border-t border-line pt-3" data-test="gradient-editor">
    <div class="flex items-center gap-2">
      <RenameField
        v-if="renaming"
        class="min-w-0 grow"
        :name="gradient.name"
        aria-label="Name of the gradient"
        @rename="name => run({ name })"
        @done="renaming = false"
      />
      <b v-else class="min-w-0 grow font-semibold wrap-anywhere">{{ gradient.name }}</b>
      <button class="control" @click="renaming = true">Rename</button>
      <button
        class="control"
        data-test="delete-gradient"
        @click="history.runSaying({ do: 'delete gradient', id: gradient.id }, `Deleted “${gradient.name}”.`)"
      >
        Delete
      </button>
    </div>
    <div
      class="h-32 border border-line"
      role="img"
      :aria-label="`${gradient.name}: ${gradient.kind}, ${gradient.stops.map(nameOf).join(', ')}`"
      data-test="gradient-shown"
      :style="{ background: shown }"
    />
    <div class="px-2.5">
      <!-- a stop is added by the button too -->
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions, vuejs-accessibility/click-events-have-key-events -->
      <div
        ref="track"
        v-one-stop="{ of: '.stop', by: 'pages' }"
        class="relative h-5 cursor-copy border border-line"
        title="Click to add a stop"
        data-test="gradient-track"
        :style="{ background: along }"
        @click.self="add(placeAt($event.clientX))"
      >
        <button
          v-for="(stop, i) in gradient.stops"
          :key="i"
          class="stop absolute top-full flex h-7 w-6 -translate-x-1/2 cursor-ew-resize touch-none justify-center pt-1.5"
          role="slider"
          aria-valuemin="0"
          aria-valuemax="100"
          :aria-valuenow="Math.round(stop.at * 100)"
          :aria-valuetext="`${Math.round(stop.at * 100)}%, ${nameOf(stop)}`"
          :aria-label="`Stop ${stopRank(gradient.stops, i)}, ${nameOf(stop)}`"
          data-test="gradient-stop"
          :style="{ left: `${stop.at * 100}%`, zIndex: i === chosen ? 1 : 0 }"
          @pointerdown="drag($event, i)"
          @focus="chosen = i"
          @keydown="keyed($event, i)"
        >
          <i
            class="block size-4 rotate-45 border"
            :class="i === chosen ? 'border-2 border-ink' : 'border-strong'"
            :style="{ background: colorOf(stop) }"
          />
        </button>
      </div>
      <div class="h-8" />
    </div>
    <div class="flex flex-wrap items-center gap-1.5">
      <span class="text-quiet"
        >Stop {{ stopRank(gradient.stops, chosen) }} at {{ Math.round((gradient.stops[chosen]?.at ?? 0) * 100) }}%</span
      >
      <button
        v-for="swatch in scheme"
        :key="swatch.id"
        class="size-7 border"
        :class="gradient.stops[chosen]?.swatch === swatch.id ? 'border-2 border-ink' : 'border-line'"
        :style="{ background: swatch.hex }"
        :aria-label="`Color of stop ${stopRank(gradient.stops, chosen)}: ${swatch.name}`"
        :aria-pressed="gradient.stops[chosen]?.swatch === swatch.id"
        :title="swatch.name"
        data-test="stop-color"
        @click="recolor(swatch)"
      />
      <button class="control ml-auto" data-test="add-stop" @click="add(0.5)">Add a stop</button>
      <button class="control" :disabled="gradient.stops.length <= 2" @click="remove(chosen)">Remove the stop</button>
    </div>
    <div class="grid grid-cols-[72px_minmax(0,1fr)] items-center gap-x-3 gap-y-2">
      <span>Kind</span>
      <ChoiceRow
        :model-value="gradient.kind"
        look="choice px-3"
        label="Kind of gradient"
        :choices="GRADIENT_KINDS.map(value => ({ value, title: KIND_TITLES[value] }))"
        @update:model-value="kind => run({ kind })"
      />
      <span>Mixed in</span>
      <ChoiceRow
        :model-value="gradient.space"
        look="choice px-3"
        label="Mixed in"
        :choices="
          GRADIENT_SPACES.map(value => ({
            value,
            title: value.toUpperCase().replace('OKLAB', 'OKLab'),
            hint: SPACE_HINTS[value],
          }))
        "
        @update:model-value="space => run({ space })"
      />
      <template v-if="gradient.space === 'oklch'">
        <span>Hue path</span>
        <ChoiceRow
          :model-value="gradient.way"
          look="choice px-3"
          label="Path around the hue circle"
          :choices="HUE_WAYS.map(value => ({ value }))"
          @update:model-value="way => run({ way })"
        />
      </template>
    </div>
    <SliderNumber
      v-if="gradient.kind !== 'radial'"
      label="Angle"
      :value="gradient.angle"
      :min="0"
      :max="360"
      @preview="angle => history.preview(command({ angle }))"
      @settle="angle => run({ angle })"
    />
    <pre
      class="value max-h-28 overflow-auto border border-line bg-table p-2"
      tabindex="0"
      aria-label="The gradient as CSS"
      data-test="gradient-css"
      >{{ cssOf(exported) }}</pre
    >
    <div class="flex flex-wrap gap-2">
      <button class="control" data-test="copy-gradient" @click="copy(css, 'Copied the gradient as CSS.')">
        <ClipboardDocumentIcon class="size-4" />CSS
      </button>
      <button class="control" @click="copyPicture(picture(), 'Copied the gradient as a picture.')">
        <ClipboardDocumentIcon class="size-4" />Picture
      </button>
      <span class="grow" />
      <button class="control" @click="saveCss"><ArrowDownTrayIcon class="size-4" />CSS</button>
      <button class="control" data-test="gradient-svg" @click="saveSvg"><ArrowDownTrayIcon class="size-4" />SVG</button>
      <button class="control" data-test="gradient-png" @click="savePng"><ArrowDownTrayIcon class="size-4" />PNG</button>
    </div>
  </div>
</template>
