<script setup lang="ts">
import { computed, onUnmounted, ref } from 'vue'
import { displayTitle } from '#core/formats/fileName'
import { XMarkIcon } from '@heroicons/vue/20/solid'
import { ladder, LADDERS, RUNGS, type LadderKind } from '#core/harmony/ladder'
import type { Following, Touch } from '#core/document/remap'
import { REACH } from '#core/raster/area'
import { isArea, touchesAny } from '#core/interaction/touchUps'
import { PICKS, useStage } from '~/stores/stage'
import { useArtworkFiles } from '~/stores/artwork'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { useRemapping } from '~/stores/remapping'

/**
 * Touch-ups: shapes, or areas of a picture, picked on the stage get a swatch, a rung or an opacity by hand. Pointing
 * at a color previews it.
 */
const history = useHistory()
const painting = usePainting()
const files = useArtworkFiles()
const stage = useStage()
const remapping = useRemapping()
const paint = ref<Touch['paint']>('fill')
const kind = ref<LadderKind>('tints')
const rungs = computed(() => history.settled?.rungs ?? RUNGS.usual)
const PICK_TITLES = {
  point: 'Click a shape; with Shift to add or take away',
  rectangle: 'Draw a rectangle around shapes',
  lasso: 'Draw a loop around shapes',
} as const
const swatches = computed(() => remapping.usedSwatches)
const rows = computed(() =>
  (history.document?.scheme ?? []).map(({ id, name }) => {
    const hex = swatches.value.get(id) ?? '#808080'
    return { id, name, hex, rungs: ladder(hex, kind.value, rungs.value) }
  }),
)
const rungsOf = (swatch: string): number => rows.value.find(({ id }) => id === swatch)?.rungs.length ?? 0
const isPicture = computed(() => painting.artwork?.kind === 'raster')
const crowded = computed(() => files.isCrowded(painting.artwork?.hash ?? ''))
const picked = computed(() => [...stage.picked])
const paintNow = computed<Touch['paint']>(() => (isPicture.value ? 'fill' : paint.value))
const pickBy = (pick: (typeof PICKS)[number]): void => {
  stage.picking = stage.pickBy = pick
}
const pickMore = (which: 'sameInk' | 'inGroup'): void => {
  stage.picked = new Set(stage.shapes?.[which](stage.picked) ?? [])
}

/** Applies the present reach to the areas that are picked. */
const reachTo = (reach: number): void => {
  stage.reach = reach
  stage.picked = new Set(picked.value.map(hit => (isArea(hit) ? { ...hit, reach } : hit)))
}

const following = (swatch: string, step: number | null): Following => ({
  swatch,
  rung: step === null ? null : { ladder: kind.value, step, rungs: rungsOf(swatch) },
})
const preview = (to: Following | null): void =>
  history.preview(to && remapping.touching(picked.value, paintNow.value, to))
const opacity = computed(
  () => remapping.touches.findLast(touch => touch.opacity !== null && touchesPicked(touch))?.opacity ?? 1,
)

const nameOf = ({ to, opacity: part, paint: which }: Touch): string => {
  if (part !== null) return `${Math.round(part * 100)}% opaque`
  const swatch = history.document?.scheme.find(({ id }) => id === to?.swatch)
  const rung = to?.rung ? `, ${to.rung.ladder.slice(0, -1)} ${to.rung.step + 1} of ${to.rung.rungs}` : ''
  return swatch ? `${which} ${swatch.name}${rung}` : `${which}: its swatch is gone`
}
const thing = computed(() => (isPicture.value ? 'area' : 'shape'))
const say = (count: number): string => (count === 1 ? `1 ${thing.value}` : `${count} ${thing.value}s`)
const countOf = ({ shapes, areas }: Touch): number => shapes.length + areas.length
const touchesPicked = (touch: Touch): boolean => touchesAny(touch, picked.value)
const remove = (touch: string | null): void => {
  if (remapping.artwork) history.run({ do: 'remove touch', artwork: remapping.artwork.id, id: touch })
}
onUnmounted(() => history.preview(null))
</script>

<template>
  <div
    class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_minmax(0,1fr)] gap-2.5"
    data-test="touch-ups"
  >
    <div class="flex items-center gap-2">
      <SliderNumber
        v-if="isPicture"
        class="w-80"
        label="Reach"
        :value="stage.reach"
        :min="REACH.min"
        :max="REACH.max"
        unit=""
        title="How far an area extends from the clicked color"
        @preview="reachTo"
        @settle="reachTo"
      />
      <span v-if="!isPicture">Pick by</span>
      <ChoiceRow
        v-if="!isPicture"
        class="w-60"
        look="choice first-letter:uppercase"
        label="How shapes are picked"
        :model-value="stage.pickBy"
        :choices="PICKS.map(value => ({ value, hint: PICK_TITLES[value] }))"
        @update:model-value="pickBy"
      />
      <span class="ml-auto flex gap-1"
        ><button
          class="control px-2!"
          :aria-label="`Previous ${thing}`"
          :title="`Previous ${thing} (Page Up on the artwork)`"
          @click="stage.pickBeside(-1, $event.shiftKey)"
        >
          ◂</button
        ><button
          class="control px-2!"
          :aria-label="`The next ${thing}`"
          :title="`The next ${thing} (Page down on the artwork); with Shift one more`"
          @click="stage.pickBeside(1, $event.shiftKey)"
        >
          ▸
        </button></span
      >
    </div>
    <p class="flex min-h-7 items-center gap-1">
      <span class="mr-auto" aria-live="polite" data-test="picked">{{
        crowded
          ? 'This artwork has too many shapes to pick single ones.'
          : picked.length
            ? `${say(picked.length)} selected`
            : `Pick ${thing}s on the artwork; with Shift more than one.`
      }}</span>
      <template v-if="picked.length"
        ><button class="control px-2!" @click="pickMore('sameInk')">Same ink</button
        ><button v-if="!isPicture" class="control px-2!" @click="pickMore('inGroup')">Whole group</button
        ><button class="control bare px-2!" @click="stage.picked = new Set()">None</button></template
      >
    </p>
    <section class="grid gap-1.5 border-t border-line pt-2" aria-label="Color by hand">
      <div class="flex items-center gap-2">
        <ChoiceRow
          v-if="!isPicture"
          v-model="paint"
          class="w-36"
          small
          look="choice first-letter:uppercase"
          label="What is colored"
          :choices="[{ value: 'fill' }, { value: 'stroke' }]"
        />
        <ChoiceRow
          v-model="kind"
          class="ml-auto w-48"
          small
          look="choice first-letter:uppercase"
          label="Ladder"
          :choices="LADDERS.map(value => ({ value }))"
        />
      </div>
      <ul
        v-one-stop="{ of: 'button' }"
        data-previews
        class="grid gap-y-0.5"
        aria-label="Swatches with their ladders"
        @pointerleave="preview(null)"
      >
        <li v-for="row in rows" :key="row.id" class="grid grid-cols-[minmax(0,1fr)_minmax(0,2.4fr)] items-center gap-2">
          <span class="line-clamp-2 leading-[14px] first-letter:uppercase">{{ row.name }}</span>
          <span class="flex flex-wrap">
            <button
              v-for="(hex, i) in [row.hex, ...row.rungs]"
              :key="i"
              class="chip"
              :class="{ first: i === 0 }"
              :style="{ background: hex }"
              :disabled="!picked.length"
              :aria-label="i ? `${row.name}, ${kind.slice(0, -1)} ${i}, ${hex}` : `${row.name}, ${hex}`"
              :title="hex"
              :data-paint="i ? `${row.id} ${i - 1}` : row.id"
              @pointerenter="picked.length && preview(following(row.id, i ? i - 1 : null))"
              @focus="picked.length && preview(following(row.id, i ? i - 1 : null))"
              @blur="preview(null)"
              @click="remapping.touchUp(picked, paintNow, following(row.id, i ? i - 1 : null))"
            />
          </span>
        </li>
      </ul>
      <SliderNumber
        wide
        label="Opacity"
        :value="Math.round(opacity * 100)"
        :min="0"
        :max="100"
        unit="%"
        :disabled="!picked.length"
        @preview="history.preview(remapping.touching(picked, paintNow, null, $event / 100))"
        @settle="remapping.touchUp(picked, paintNow, null, $event / 100)"
      />
    </section>
    <section
      class="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] border-t border-line pt-2"
      aria-label="Touch-ups of this artwork"
    >
      <div class="flex min-h-6 items-center">
        <h3>
          {{
            remapping.touches.length
              ? `Touch-ups of ${displayTitle(remapping.artwork?.name ?? '')}`
              : 'No touch-ups yet'
          }}
        </h3>
        <button v-if="remapping.touches.length > 1" class="control bare ml-auto small" @click="remove(null)">
          Remove all
        </button>
      </div>
      <ul
        v-if="remapping.touches.length"
        v-one-stop="{ of: 'button' }"
        class="min-h-16 overflow-y-auto"
        data-test="touches"
      >
        <li
          v-for="touch in [...remapping.touches].reverse()"
          :key="touch.id"
          class="flex min-h-7 items-center gap-2 border-b border-line hover:bg-hover"
        >
          <button
            class="flex h-full min-w-0 grow items-center gap-2 text-left"
            :aria-label="`Pick the ${say(countOf(touch))} of ${nameOf(touch)}`"
            @click="stage.picked = new Set([...touch.shapes, ...touch.areas])"
          >
            <i
              class="size-4 shrink-0 border border-line"
              :style="{
                background: touch.to
                  ? (remapping.followedColor(touch.to) ?? 'none')
                  : `rgb(128 128 128 / ${touch.opacity ?? 1})`,
              }"
            /><span class="truncate">{{ nameOf(touch) }}</span
            ><span class="ml-auto shrink-0 text-caption text-quiet">{{ say(countOf(touch)) }}</span>
          </button>
          <button class="control bare px-1!" :aria-label="`Remove ${nameOf(touch)}`" @click="remove(touch.id)">
            <XMarkIcon class="size-4" />
          </button>
        </li>
      </ul>
      <p v-else class="text-caption text-quiet">
        A swatch dragged from the band onto a shape colors it too. Touch-ups point to swatches, so they follow when the
        scheme changes.
      </p>
    </section>
  </div>
</template>

<style scoped>
.chip {
  flex: 1 0 var(--low);
  height: var(--low);
}
.chip.first {
  flex-grow: 1.6;
}
.chip:not(:disabled):hover,
:root:not([data-pressed='pointer']) .chip:focus-visible {
  outline: none;
  box-shadow:
    inset 0 0 0 2px var(--panel),
    inset 0 0 0 3px var(--text);
}
</style>
