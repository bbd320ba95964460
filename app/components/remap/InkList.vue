<script setup lang="ts">
import { computed, ref } from 'vue'
import { countWords } from '#core/document/names'
import { useLocalStorage, useVirtualList } from '@vueuse/core'
import {
  INK_ORDERS,
  type InkOrder,
  type InkRow,
  LEFT_AS_IS,
  rowsInOrder,
  rowsMatching,
  targetName,
} from '#core/interaction/inkRows'
import { originWords } from '#core/interaction/inkOrigin'
import { TOLERANCE } from '#core/remap/families'
import { nearestIn } from '#core/remap/restrict'
import { unrestrictedColors } from '#core/painting/painting'
import { useArtworkFiles } from '~/stores/artwork'
import { useHand } from '~/composables/usePointerKind'
import { useHistory } from '~/stores/history'
import { useLighting } from '~/composables/useLighting'
import { usePainting } from '~/stores/painting'
import { useRemapping } from '~/stores/remapping'
import { useStage } from '~/stores/stage'

/**
 * The inks as a list: found by words, put in order, gathered where they are nearly alike, with families and gradients.
 */
const history = useHistory()
const painting = usePainting()
const files = useArtworkFiles()
const stage = useStage()
const remapping = useRemapping()
const sort = useLocalStorage<InkOrder>('plumbago ink sort', 'area')
const wanted = ref('')
const hand = useHand()
/** Height of a line, for the hand that works here. */
const line = computed(() => (hand.finger.value ? 40 : 28))

const scheme = computed(() => history.document?.scheme ?? [])
const found = computed(() => rowsMatching(remapping.rows, wanted.value, scheme.value))
const sorted = computed(() => rowsInOrder(found.value, sort.value, remapping.familyOf))
const goals = computed(() => [
  ...scheme.value.map(({ id, name }) => ({ value: id, title: name })),
  { value: '', title: LEFT_AS_IS },
])
const { list, containerProps, wrapperProps } = useVirtualList(sorted, { itemHeight: () => line.value, overscan: 6 })
const max = computed(() => Math.max(1e-6, ...found.value.map(({ area }) => area)))
/** Words on the ways inks are written in the PDF they come from. */
const origins = computed(() => new Map(remapping.inks.map(ink => [ink.hex, originWords(ink)])))
const nameOf = ({ hex, area, uses, to }: InkRow): string =>
  [hex, origins.value.get(hex), `${(area * 100).toFixed(1)}%`, countWords(uses, 'use'), targetName(scheme.value, to)]
    .filter(Boolean)
    .join(', ')
const isLead = (hex: string): boolean => remapping.familyOf.get(hex)?.family.inks[0] === hex

/** Colors of inks without the restriction, to say how far it takes them. */
const freely = computed(() =>
  history.settled && remapping.restriction
    ? unrestrictedColors(history.settled, painting.inks, remapping.artwork?.id ?? null)
    : null,
)
const allowed = computed(() => remapping.restriction?.colors.map(({ hex }) => hex) ?? [])
const awayOf = (hex: string): string => {
  const free = freely.value?.get(hex)
  const near = free ? nearestIn(allowed.value, free) : null
  return near && remapping.colors.get(hex) === near.hex ? `ΔE ${near.away.toFixed(1)}` : ''
}

const runs = computed(() => files.screens.get(remapping.artwork?.hash ?? '')?.runs ?? [])
const gradientOf = (run: readonly string[]): string =>
  `linear-gradient(to right, ${run.map(hex => remapping.colors.get(hex) ?? hex).join(', ')})`
const lightInks = useLighting()
const light = (hexes: readonly string[] | null): void => lightInks(hexes && remapping.members(hexes))
const gather = (event: Event, settle: boolean): void => {
  const command = { do: 'gather inks' as const, tolerance: Number((event.target as HTMLInputElement).value) }
  if (settle) history.run(command)
  else history.preview(command)
}
const click = (hex: string, event: MouseEvent): void =>
  remapping.select([hex], event.shiftKey || event.ctrlKey || event.metaKey)
const isPointed = (members: readonly string[]): boolean => stage.pointed.some(hex => members.includes(hex))
</script>

<template>
  <div
    class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_auto_minmax(0,1fr)_auto] gap-2"
    data-test="inks"
  >
    <div class="flex items-center gap-2">
      <input
        v-model="wanted"
        type="search"
        class="field w-44 font-sans!"
        placeholder="Hex, hue or swatch"
        aria-label="Find inks by hex, hue or swatch"
      />
      <label class="flex items-center gap-1.5"
        >Order<SelectField
          v-model="sort"
          label="Order of the inks"
          :choices="INK_ORDERS.map(value => ({ value, title: value }))"
      /></label>
      <label class="ml-auto flex items-center gap-1.5" title="Selecting or moving an ink includes its lights and darks"
        ><input v-model="remapping.families" type="checkbox" />Families together</label
      >
    </div>
    <label
      class="grid grid-cols-[auto_minmax(0,1fr)_auto] items-center gap-2"
      title="Inks closer than this are combined"
    >
      <span>Gather</span>
      <input
        type="range"
        class="slide w-full"
        :min="TOLERANCE.min"
        :max="TOLERANCE.max"
        step="0.25"
        :value="remapping.remap?.tolerance ?? 0"
        aria-label="Tolerance for gathering near-identical inks"
        :aria-valuetext="`${countWords(remapping.inks.length, 'ink')} as ${remapping.rows.length}`"
        data-test="tolerance"
        @input="gather($event, false)"
        @change="gather($event, true)"
      />
      <span class="value w-32 text-right" data-test="ink-count"
        >{{ remapping.inks.length }} → {{ countWords(remapping.rows.length, 'ink') }}</span
      >
    </label>
    <div v-if="runs.length" class="flex items-center gap-2">
      <h3 class="shrink-0">Gradients</h3>
      <ul
        v-one-stop="{ of: 'button' }"
        data-previews
        class="flex min-w-0 gap-1 overflow-x-auto [scrollbar-width:none]"
        aria-label="Gradients"
        data-test="runs"
      >
        <li v-for="(run, i) in runs" :key="i">
          <button
            class="block h-(--low) w-14 border border-line hover:border-ink"
            :style="{ background: gradientOf(run) }"
            :aria-label="`Gradient of ${run.join(', ')}`"
            :title="run.join(' to ')"
            @pointerenter="light(run)"
            @pointerleave="light(null)"
            @focus="light(run)"
            @blur="light(null)"
            @click="remapping.selected = new Set(run.map(hex => remapping.rowOf.get(hex)?.hex ?? hex))"
          />
        </li>
      </ul>
    </div>
    <span v-else />
    <FileNotes :key="remapping.artwork?.id" />
    <div v-bind="containerProps" class="min-h-0 border-t border-line" data-test="ink-lines">
      <ul v-one-stop="{ of: '.of-ink, select' }" v-bind="wrapperProps" data-previews aria-label="Inks">
        <li
          v-for="{ data: row, index } in list"
          :key="row.hex"
          :style="{ height: `${line}px` }"
          class="border-b border-line"
        >
          <div
            class="line"
            :class="{
              lit: isPointed(row.members),
              selected: remapping.selected.has(row.hex),
              parts: sort === 'family' && index > 0 && isLead(row.hex),
            }"
            @pointerenter="light(remapping.whole([row.hex]))"
            @pointerleave="light(null)"
          >
            <button
              class="of-ink"
              :aria-pressed="remapping.selected.has(row.hex)"
              :title="origins.get(row.hex) || undefined"
              :aria-label="nameOf(row)"
              :data-line="row.hex"
              @click="click(row.hex, $event)"
              @focus="light(remapping.whole([row.hex]))"
              @blur="light(null)"
            >
              <i class="h-5" :style="{ background: row.hex }" />
              <span class="value">{{ row.hex }}</span>
              <span class="value text-quiet">{{ row.members.length > 1 ? `+${row.members.length - 1}` : '' }}</span>
              <span class="h-1.5 max-xl:hidden"
                ><i class="block h-full bg-strong" :style="{ width: `${Math.max(1, (row.area / max) * 100)}%` }"
              /></span>
              <span class="value text-right">{{ (row.area * 100).toFixed(row.area < 0.01 ? 2 : 1) }}%</span>
              <span class="value text-right text-quiet">{{ row.uses }}×</span>
            </button>
            <span class="flex min-w-0 items-center gap-1.5">
              <i class="size-5 shrink-0" :style="{ background: remapping.colors.get(row.hex) ?? row.hex }" />
              <SelectField
                class="small min-w-0 grow border-transparent! bg-transparent!"
                :label="`Where ${row.hex} goes`"
                :model-value="row.to ?? ''"
                :choices="goals"
                @update:model-value="to => remapping.send(remapping.meant(row.hex), to || null)"
              />
            </span>
            <span class="value truncate text-right">{{
              awayOf(row.hex) || (remapping.lost.has(row.hex) ? '◆ contrast' : '')
            }}</span>
          </div>
        </li>
      </ul>
      <p v-if="!sorted.length" class="p-4 text-center text-quiet">
        {{ remapping.rows.length ? 'No ink matches.' : 'This artwork has no colors to remap.' }}
      </p>
    </div>
    <SelectionBar v-if="remapping.selected.size" />
  </div>
</template>

<style scoped>
@reference "~/assets/main.css";

.of-ink {
  @apply grid h-full min-w-0 items-center gap-2 text-left max-xl:gap-1.5;
  @apply grid-cols-[28px_62px_28px_minmax(0,1fr)_48px_52px] max-xl:grid-cols-[28px_58px_24px_44px_36px];
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 132px 80px;
  gap: 8px;
  align-items: center;
  height: 100%;
}
.line:hover {
  background: var(--hover);
}
.line.lit {
  box-shadow: inset 3px 0 0 var(--text);
}
.line.selected {
  box-shadow: inset 0 0 0 2px var(--accent);
}
.line.parts {
  border-top: 2px solid var(--strong-line);
}
</style>
