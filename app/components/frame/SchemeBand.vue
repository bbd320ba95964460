<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { onClickOutside, onKeyStroke, useElementSize } from '@vueuse/core'
import {
  bandAction,
  coverage,
  isCutLoose,
  moveId,
  sharePercent,
  sharesWithMore,
  totalShare,
} from '#core/interaction/band'
import { RUNGS, strip } from '#core/harmony/ladder'
import { targetsIn } from '#core/painting/resolveRemap'
import { shownScheme } from '#core/scheme/compose'
import type { Project } from '#core/document/project'
import type { Swatch } from '#core/document/scheme'
import { filterOf, useStage } from '~/stores/stage'
import { widthsOf } from '#core/interaction/swatchWidths'
import { useBandJoints } from '~/composables/useBandJoints'
import { useBandSorting } from '~/composables/useBandSorting'
import { useCopying } from '~/composables/useCopying'
import { useHand } from '~/composables/usePointerKind'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { usePassing } from '~/stores/passing'
import { usePrinting } from '~/stores/printing'

/**
 * The scheme at the foot of every step: swatches as wide as their share, each with its ladder. A click opens the card
 * of one; dragged, it stands elsewhere, or colors the shape it is let go on; the joint between two changes their
 * shares. L locks, Ctrl and arrows move, Delete removes.
 */
/** `letters`: whether it says of each swatch if black or white letters read better on it, and how well. */
const { letters = false } = defineProps<{ letters?: boolean }>()
const history = useHistory()
const stage = useStage()
const painting = usePainting()
const passing = usePassing()
const printing = usePrinting()
const { copy } = useCopying()
const band = useTemplateRef<HTMLElement>('band')
const row = useTemplateRef<HTMLElement>('row')
const card = useTemplateRef<HTMLElement>('card')
const { width } = useElementSize(row)
/* The swatches, their order and wheel each for itself: the band stays as it is while only the artwork changes. */
const part = <Key extends keyof Project>(key: Key) => computed(() => history.document?.[key])
const [swatches, order, harmony] = [part('scheme'), part('order'), part('harmony')]
const [samples, derived] = [part('samples'), part('derived')]
const [remap, artwork] = [part('remap'), part('artwork')]
const scheme = computed(() =>
  swatches.value && order.value && harmony.value
    ? shownScheme({ scheme: swatches.value, order: order.value, harmony: harmony.value })
    : [],
)
const total = computed(() => totalShare(scheme.value))
const percentOf = (swatch: Swatch | undefined): number => sharePercent(swatch, total.value)
/** Coverage of each swatch over all artwork now, beside what it is meant to; null without artwork. */
const covers = computed(() =>
  remap.value && artwork.value?.length && painting.inks.length
    ? coverage(painting.inks, targetsIn(remap.value, painting.inks).targets)
    : null,
)
const coverOf = ({ id }: Swatch): number | undefined => (covers.value ? (covers.value.get(id) ?? 0) : undefined)
const hand = useHand()
/** Minimum width of a block, in pixels. */
const MIN_WIDTH = 68
/** By finger, the joint at either side of a block leaves as much of it. */
const FINGER = 84
const minWidth = computed(() => (hand.finger.value ? FINGER : MIN_WIDTH))
const widths = computed(() =>
  widthsOf(
    scheme.value.map(({ share }) => share),
    width.value,
    minWidth.value,
  ),
)
/** The ladders rest while colors pass by: they are small, and the hand must not wait for them. */
const strips = computed(
  () =>
    new Map(
      (history.settled?.scheme ?? []).map(({ id, hex }) => [id, strip(hex, history.settled?.rungs ?? RUNGS.usual)]),
    ),
)
const ticks = Array.from({ length: 21 }, (_, i) => i * 5)

/** The band is seen by the same eyes as the stage. */
const seen = computed(() => filterOf(stage.eyes))
/** While colors pass by, a canvas below shows them. */
const shownAs = (hex: string): string => (passing.isLive ? 'transparent' : (printing.shownAs?.(hex) ?? hex))
/** Height of a block, and of what stands above it within its row, in pixels. */
const BLOCK = 40
const above = computed(() => (covers.value ? 6 : 5))
passing.askBlocks(() => {
  let left = 0
  const places = scheme.value.map(({ id }, i) => {
    const own = { left, width: widths.value[i] ?? 0 }
    left += own.width
    return [id, own] as const
  })
  const fractions = covers.value && Object.fromEntries(covers.value)
  return { places: Object.fromEntries(places), height: BLOCK, covers: fractions && { top: 1, height: 4, fractions } }
})

const opened = ref<string | null>(null)
const openedSwatch = computed(() => scheme.value.find(({ id }) => id === opened.value) ?? null)
const open = ({ id }: Swatch): void => {
  if (wasDragged()) return
  opened.value = opened.value === id ? null : id
  if (opened.value) void nextTick(() => card.value?.querySelector<HTMLElement>('[data-test=swatch-card]')?.focus())
}
const focusOn = (id: string | null): void =>
  void nextTick(() => band.value?.querySelector<HTMLElement>(`[data-swatch-id="${id}"]`)?.focus())
const close = (): void => {
  const id = opened.value
  opened.value = null
  history.preview(null)
  focusOn(id)
}
onKeyStroke('Escape', () => {
  if (opened.value) close()
})
onClickOutside(card, event => {
  if ((event.target as HTMLElement).closest('[data-swatch-id], [data-test=notices], [role=menu]')) return
  opened.value = null
})

const arrange = (ids: readonly string[]): void => history.run({ do: 'arrange swatches', ids })
const { carried, isSorting, wasDragged, fetchSorting } = useBandSorting(row, scheme, arrange)
const move = ({ id }: Swatch, by: number): void => {
  arrange(
    moveId(
      scheme.value.map(each => each.id),
      id,
      by,
    ),
  )
  focusOn(id)
}

const showShares = (shares: readonly number[], percents: readonly number[]): void => {
  const now = widthsOf(shares, width.value, minWidth.value)
  row.value?.querySelectorAll<HTMLElement>(':scope > li').forEach((item, i) => {
    item.style.width = `${now[i]}px`
    const percent = item.querySelector('[data-percent]')
    if (percent) percent.textContent = `${percents[i]}%`
  })
}
const { dragJoint, nudgeJoint } = useBandJoints(scheme, width, showShares)

/** Gives a swatch more of the whole, or less, in percent, at the cost of its neighbor. */
const share = ({ id }: Swatch, by: number): void =>
  history.run({ do: 'share out', shares: sharesWithMore(scheme.value, id, by) })

const lock = ({ id, locked }: Swatch): void => history.run({ do: 'lock', id, locked: !locked })
const remove = (swatch: Swatch): void => {
  if (scheme.value.length > 2) history.runSaying({ do: 'remove swatch', id: swatch.id }, `Removed ${swatch.name}.`)
}
const keyed = (swatch: Swatch, event: KeyboardEvent): void => {
  const action = bandAction(event)
  if (!action) return
  event.preventDefault()
  switch (action.kind) {
    case 'remove':
      return remove(swatch)
    case 'lock':
      return lock(swatch)
    case 'copy':
      return void copy(swatch.hex, `Copied ${swatch.hex}.`)
    case 'move':
      return move(swatch, action.by)
    case 'share':
      return share(swatch, action.by)
  }
}
const isCut = (swatch: Swatch): boolean =>
  isCutLoose(swatch, { samples: samples.value ?? [], derived: derived.value ?? false })
</script>

<template>
  <footer
    ref="band"
    class="relative grid h-(--band) grid-cols-[minmax(0,1fr)_92px] gap-3 border-t border-line bg-panel px-4 pt-2"
    aria-label="Scheme"
    data-test="band"
  >
    <div class="min-w-0">
      <div v-memo="[]" class="relative h-2" aria-hidden="true">
        <i
          v-for="tick in ticks"
          :key="tick"
          class="absolute bottom-0 w-px bg-strong"
          :style="{ left: `${tick}%`, height: tick % 25 === 0 ? '7px' : '3px' }"
        />
      </div>
      <div class="relative">
        <PassingCanvas
          place="band"
          class="inset-x-0 top-0 w-full"
          :style="{ height: `${above + BLOCK}px`, filter: seen }"
        />
        <CoverStrip v-if="covers" :scheme="scheme" :covers="covers" :color-of="shownAs" :filter="seen" />
        <ol
          ref="row"
          v-one-stop="{ of: '[data-swatch-id]', by: 'across' }"
          class="relative flex"
          :class="covers ? 'pt-px' : 'border-t border-strong pt-1'"
          :data-sorts="isSorting || undefined"
          @pointerenter="fetchSorting"
        >
          <li
            v-for="(swatch, i) in carried"
            :key="swatch.id"
            class="relative min-w-0"
            :style="{ width: `${widths[i]}px` }"
          >
            <BandSwatch
              :swatch="swatch"
              :color="shownAs(swatch.hex)"
              :filter="seen"
              :percent="percentOf(swatch)"
              :cover="coverOf(swatch)"
              :total="total"
              :width="widths[i] ?? 0"
              :rungs="strips.get(swatch.id) ?? []"
              :letters="letters"
              :expanded="opened === swatch.id"
              :cut-loose="isCut(swatch)"
              @open="open(swatch)"
              @key="keyed(swatch, $event)"
            />
            <span
              v-if="i < carried.length - 1"
              class="joint"
              role="slider"
              tabindex="-1"
              :aria-label="`Share of ${swatch.name} against ${carried[i + 1]?.name}`"
              :aria-valuenow="percentOf(swatch)"
              :aria-valuetext="`${swatch.name} ${percentOf(swatch)}%, ${carried[i + 1]?.name} ${percentOf(carried[i + 1])}%`"
              aria-valuemin="1"
              aria-valuemax="99"
              :data-joint="i"
              title="Drag to change shares"
              @pointerdown.stop="dragJoint(i, $event)"
              @keydown="nudgeJoint(i, $event)"
            />
          </li>
        </ol>
      </div>
    </div>
    <div
      v-if="openedSwatch"
      ref="card"
      class="absolute bottom-full right-0 max-h-[calc(100vh-var(--band)-52px)] overflow-y-auto z-40 w-[480px] xl:w-[560px]"
    >
      <SwatchCard :key="openedSwatch.id" :swatch="openedSwatch" @close="close" />
    </div>
    <FirstHint hint="band" class="absolute bottom-full left-4 mb-2">
      This is your scheme, in every step. Drag the joint between two swatches to change their shares. Click a swatch to
      open it; press L to lock it.
    </FirstHint>
    <BandMenus />
  </footer>
</template>

<style scoped>
.joint {
  position: absolute;
  right: calc(var(--low) / -2);
  top: 0;
  z-index: 10;
  width: var(--low);
  height: 40px;
  cursor: ew-resize;
  touch-action: none;
}
.joint::after {
  content: '';
  position: absolute;
  left: calc(50% - 1px);
  top: 9px;
  width: 2px;
  height: 24px;
}
.joint:hover::after,
:root:not([data-pressed='pointer']) .joint:focus-visible::after {
  background: var(--text);
  outline: 1px solid var(--panel);
}
</style>
