<script setup lang="ts">
import { computed, onUnmounted, shallowRef, watch } from 'vue'
import type { Remap } from '#core/document/remap'
import { UNPAINTED, type Painted } from '#core/painting/painting'
import { betweenFrames } from '~/browser/betweenFrames'
import { restingPointer } from '~/browser/restingPointer'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { useRemapping } from '~/stores/remapping'

/**
 * The result as a whole, turned, more or less saturated and bright without a change of the scheme; and the set it is
 * restricted to.
 */
const history = useHistory()
const remapping = useRemapping()
type Adjust = Remap['adjust']
const adjust = computed<Adjust>(() => history.settled?.remap.adjust ?? { turn: 0, saturation: 0, brightness: 0 })
const atRest = computed(() => !adjust.value.turn && !adjust.value.saturation && !adjust.value.brightness)
const commandFor = (change: Partial<Adjust>) => ({ do: 'adjust artwork' as const, adjust: change })
const preview = (change: Partial<Adjust>): void => history.pass(commandFor(change))
const settle = (change: Partial<Adjust>): void => history.run(commandFor(change))
/** The result turned nine ways, as light and dark as it could be, each as a proof. */
const painting = usePainting()
const TURNS = Array.from({ length: 9 }, (_, i) => (i - 4) * 40)
const LIGHTS = Array.from({ length: 9 }, (_, i) => (i - 4) * 0.12)
const signed = (value: number): string => (value > 0 ? `+${value}` : value < 0 ? `−${-value}` : '0')
const SHEETS: ReadonlyArray<{ title: string; all: ReadonlyArray<{ change: Partial<Adjust>; caption: string }> }> = [
  { title: 'Turned', all: TURNS.map(turn => ({ change: { turn }, caption: `${signed(turn)}°` })) },
  {
    title: 'Lighter and darker',
    all: LIGHTS.map(brightness => ({ change: { brightness }, caption: `${signed(Math.round(brightness * 100))}%` })),
  },
]
const looks = shallowRef<ReadonlyMap<Partial<Adjust>, Painted>>(new Map())
let work = 0
/** Each is worked out between frames, and rests while a change is only shown. */
watch(
  [() => history.settled, () => painting.piece, () => painting.inks],
  ([now, piece]) => {
    const own = ++work
    if (!now || !piece) return
    const next = new Map(looks.value)
    const changes = SHEETS.flatMap(({ all }) => all.map(({ change }) => change))
    const show = (): void => {
      looks.value = new Map(next)
    }
    void betweenFrames(
      changes,
      change => next.set(change, painting.of(history.after(now, commandFor(change)))(piece.id)),
      show,
      () => own === work,
    ).then(isDone => isDone && show())
  },
  { immediate: true },
)
const isSet = (change: Partial<Adjust>): boolean =>
  (Object.keys(change) as Array<keyof Adjust>).every(key => Math.abs(adjust.value[key] - (change[key] ?? 0)) < 1e-6)
const pointer = restingPointer()
const point = (change: Partial<Adjust> | null, event?: PointerEvent): void => {
  if (event && pointer.rests(event)) return
  history.preview(change && commandFor(change))
}
const take = (change: Partial<Adjust>, event: MouseEvent): void => {
  pointer.rest(event)
  settle(change)
}
const adopt = (): void => history.runSaying({ do: 'adopt adjustment' }, 'The adjustment is now part of the scheme.')
onUnmounted(() => history.preview(null))
</script>

<template>
  <div
    class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] gap-3"
    data-test="whole-artwork"
  >
    <section class="grid gap-0.5" aria-labelledby="adjust-title">
      <div class="flex min-h-7 items-center gap-1">
        <h3 id="adjust-title" class="mr-auto">Adjust the result; the scheme stays</h3>
        <button class="control" :disabled="atRest" title="Apply this to the swatches themselves" @click="adopt">
          Adopt into scheme
        </button>
        <button class="control" :disabled="atRest" @click="settle({ turn: 0, saturation: 0, brightness: 0 })">
          Reset
        </button>
      </div>
      <SliderNumber
        wide
        label="Turn"
        :value="adjust.turn"
        :min="-180"
        :max="180"
        @preview="preview({ turn: $event })"
        @settle="settle({ turn: $event })"
      />
      <SliderNumber
        wide
        label="Saturation"
        :value="Math.round(adjust.saturation * 100)"
        :min="-100"
        :max="100"
        unit="%"
        @preview="preview({ saturation: $event / 100 })"
        @settle="settle({ saturation: $event / 100 })"
      />
      <SliderNumber
        wide
        label="Brightness"
        :value="Math.round(adjust.brightness * 100)"
        :min="-100"
        :max="100"
        unit="%"
        @preview="preview({ brightness: $event / 100 })"
        @settle="settle({ brightness: $event / 100 })"
      />
    </section>
    <div v-if="painting.piece" class="grid gap-1.5">
      <section v-for="{ title, all } in SHEETS" :key="title" :aria-label="title">
        <h3>{{ title }}</h3>
        <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- arrows go from proof to proof -->
        <ul v-one-stop="{ of: '.framed' }" class="grid grid-cols-[repeat(9,minmax(0,1fr))] gap-1" data-previews>
          <li v-for="{ change, caption } in all" :key="caption">
            <button
              class="framed block w-full"
              :class="{ 'current font-semibold': isSet(change) }"
              :aria-label="`${title}: ${caption}`"
              :aria-pressed="isSet(change)"
              data-test="whole-proof"
              @click="take(change, $event)"
              @pointerenter="point(change, $event)"
              @pointerleave="point(null, $event)"
              @focus="point(change)"
              @blur="point(null)"
            >
              <span class="block h-16 p-0.5"
                ><ArtworkProof :art="painting.piece" v-bind="looks.get(change) ?? UNPAINTED" /></span
              ><span class="value">{{ caption }}</span>
            </button>
          </li>
        </ul>
      </section>
    </div>
    <RestrictPanel :key="remapping.artwork?.id" />
  </div>
</template>
