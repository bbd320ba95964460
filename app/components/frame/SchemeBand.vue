<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { onClickOutside, onKeyStroke, useElementSize, usePreferredReducedMotion } from '@vueuse/core'
import { LinkIcon, LockClosedIcon } from '@heroicons/vue/20/solid'
import type { UseDraggableOptions } from 'vue-draggable-plus'
import { contrastOf, inkOn, ratioWords } from '#core/color/contrast'
import {
  bandAction,
  bandLabel,
  coverage,
  cutLooseWords,
  isCutLoose,
  lettersWords,
  moveId,
  sharePercent,
  sharesAtJoint,
  sharesWithMore,
  totalShare,
} from '#core/interaction/band'
import { RUNGS, strip } from '#core/harmony/ladder'
import { targetsIn } from '#core/painting/resolveRemap'
import { shownScheme } from '#core/scheme/compose'
import type { Project } from '#core/document/project'
import type { Swatch } from '#core/document/scheme'
import { followDrag } from '~/browser/followDrag'
import { filterOf, useStage } from '~/stores/stage'
import { widthsOf } from '#core/interaction/swatchWidths'
import { arrowOf } from '~/browser/arrowOf'
import { useOnceStanding } from '~/composables/useOnceStanding'
import { useCopying } from '~/composables/useCopying'
import { useHand } from '~/composables/usePointerKind'
import { useHistory } from '~/stores/history'
import { useNotices } from '~/stores/notices'
import { usePainting } from '~/stores/painting'
import { usePrinting } from '~/stores/printing'
import { useSwatchDrop } from '~/composables/useSwatchDrop'

/**
 * The scheme at the foot of every step: swatches as wide as their share, each with its ladder. A click opens the card
 * of one; dragged, it stands elsewhere, or colors the shape it is let go on; the joint between two changes their
 * shares. L locks, Ctrl and arrows move, Delete removes.
 */
/** `letters`: whether it says of each swatch if black or white letters read better on it, and how well. */
const { letters = false } = defineProps<{ letters?: boolean }>()
const history = useHistory()
const notices = useNotices()
const stage = useStage()
const painting = usePainting()
const printing = usePrinting()
const { copy } = useCopying()
const band = useTemplateRef<HTMLElement>('band')
const row = useTemplateRef<HTMLElement>('row')
const card = useTemplateRef<HTMLElement>('card')
const { width } = useElementSize(row)
const motion = usePreferredReducedMotion()
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
const coverWords = (swatch: Swatch): string =>
  covers.value ? `meant to cover ${percentOf(swatch)}%, covers ${Math.round((coverOf(swatch) ?? 0) * 100)}%. ` : ''
const hand = useHand()
/** No block is narrower than this, and on one narrower than that the name is small. */
const [NARROWEST, NARROW] = [68, 96]
/** By finger, the joint at either side of a block leaves as much of it. */
const FINGER = 84
const widths = computed(() =>
  widthsOf(
    scheme.value.map(({ share }) => share),
    width.value,
    hand.finger.value ? FINGER : NARROWEST,
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
const shownAs = (hex: string): string => printing.shownAs?.(hex) ?? hex

const opened = ref<string | null>(null)
const openedSwatch = computed(() => scheme.value.find(({ id }) => id === opened.value) ?? null)
let dragged = false
const open = ({ id }: Swatch): void => {
  if (dragged) return
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

/** The order during a drag; the order is set when it ends. */
const carried = ref<Swatch[]>([])
watch(
  scheme,
  all => {
    carried.value = [...all]
  },
  { immediate: true },
)
const overArtwork = useSwatchDrop()
const arrange = (ids: readonly string[]): void => history.run({ do: 'arrange swatches', ids: [...ids] })
const dragging: UseDraggableOptions<Swatch> = {
  animation: motion.value === 'reduce' ? 0 : 120,
  forceFallback: true,
  fallbackTolerance: 5,
  draggable: 'li',
  filter: '[data-joint], [data-copy]',
  preventOnFilter: false,
  direction: 'horizontal',
  onStart: ({ item }) => {
    dragged = true
    overArtwork.start((item as HTMLElement).querySelector<HTMLElement>('[data-swatch-id]')?.dataset.swatchId ?? '')
  },
  onEnd: () => {
    if (!overArtwork.drop()) arrange(carried.value.map(({ id }) => id))
    carried.value = [...scheme.value]
    setTimeout(() => {
      dragged = false
      // the drag swallows one click; where it ended elsewhere, that would be the next real one
      row.value?.dispatchEvent(new MouseEvent('click', { bubbles: true }))
    })
  },
}
/** The library that moves swatches is fetched when a hand comes to the band, and at the latest when the page has stood for a while. */
const sorting = shallowRef<{ destroy: () => void } | null>(null)
let [gone, asked] = [false, false]
const fetchSorting = async (): Promise<void> => {
  if (asked) return
  asked = true
  const library = await notices.attempt(() => import('vue-draggable-plus'))
  asked = library !== null
  if (!library || gone || !row.value) return
  sorting.value = library.useDraggable(row.value, carried, dragging)
}
useOnceStanding(fetchSorting)
onBeforeUnmount(() => {
  gone = true
  sorting.value?.destroy()
})
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

const dragJoint = (place: number, event: PointerEvent): void => {
  ;(event.currentTarget as HTMLElement).focus()
  const [from, before] = [event.clientX, scheme.value.map(({ id, share }) => [id, share] as const)]
  let shares: Record<string, number> | null = null
  followDrag(event, {
    move: now => {
      history.preview({ do: 'share out', shares: Object.fromEntries(before) })
      shares = sharesAtJoint(scheme.value, place, (now.clientX - from) / width.value)
      history.preview({ do: 'share out', shares })
    },
    drop: () => {
      if (shares) history.run({ do: 'share out', shares })
    },
    cancel: () => history.preview(null),
  })
}
const nudgeJoint = (place: number, event: KeyboardEvent): void => {
  const way = arrowOf(event)
  if (way) history.run({ do: 'share out', shares: sharesAtJoint(scheme.value, place, (way.x + way.y) / 100) })
}

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
      <div
        v-if="covers"
        class="flex h-[5px] border-t border-strong"
        role="img"
        :aria-label="`Covers now: ${scheme.map(each => `${each.name} ${Math.round((coverOf(each) ?? 0) * 100)}%`).join(', ')}`"
        title="What swatches cover in the artwork now; below it, what they are meant to"
        data-test="covers"
      >
        <i
          v-for="swatch in scheme"
          :key="swatch.id"
          :style="{
            width: `${(coverOf(swatch) ?? 0) * 100}%`,
            background: shownAs(swatch.hex),
            filter: seen,
          }"
          :data-covers="Math.round((coverOf(swatch) ?? 0) * 100)"
        />
      </div>
      <ol
        ref="row"
        v-one-stop="{ of: '[data-swatch-id]', by: 'across' }"
        class="flex"
        :class="covers ? 'pt-px' : 'border-t border-strong pt-1'"
        :data-sorts="sorting !== null || undefined"
        @pointerenter="fetchSorting"
      >
        <li
          v-for="(swatch, i) in carried"
          :key="swatch.id"
          class="relative min-w-0"
          :style="{ width: `${widths[i]}px` }"
        >
          <button
            class="swatch-block"
            :style="{ background: shownAs(swatch.hex), color: inkOn(swatch.hex), filter: seen }"
            :aria-label="bandLabel(swatch, total, coverOf(swatch))"
            :title="`${swatch.name}: ${coverWords(swatch)}L ${swatch.locked ? 'unlocks' : 'locks'} it`"
            :aria-expanded="opened === swatch.id"
            data-test="swatch"
            :data-hex="swatch.hex"
            :data-swatch-id="swatch.id"
            @click="open(swatch)"
            @focus="stage.pickedId = swatch.id"
            @keydown="keyed(swatch, $event)"
          >
            <span class="text-caption">{{ percentOf(swatch) }}%</span>
            <LockClosedIcon v-if="swatch.locked" class="ml-auto size-3.5" aria-hidden="true" />
            <span
              v-if="letters"
              class="ml-auto flex items-baseline gap-1 text-caption"
              data-test="letters"
              :title="lettersWords(swatch.hex)"
              ><b v-if="(widths[i] ?? 0) >= NARROW" class="text-[15px] font-semibold leading-4">Aa</b
              >{{ ratioWords(contrastOf(swatch.hex, inkOn(swatch.hex)))
              }}<span class="sr-only">{{ lettersWords(swatch.hex) }}</span></span
            >
          </button>
          <LadderStrip :rungs="strips.get(swatch.id) ?? []" />
          <p class="grid h-[26px] content-end" :title="swatch.name">
            <span
              class="line-clamp-2 leading-[13px] wrap-break-word first-letter:uppercase"
              :class="(widths[i] ?? 0) < NARROW ? 'text-caption' : 'pr-1 text-[12px]'"
              >{{ swatch.name }}</span
            >
          </p>
          <p class="flex h-4 min-w-0 items-center gap-2 overflow-hidden">
            <button
              class="value -my-1 h-6 hover:underline finger:-my-3 finger:h-10"
              :aria-label="`Copy ${swatch.hex}`"
              title="Copy"
              tabindex="-1"
              data-copy
              @click="copy(swatch.hex, `Copied ${swatch.hex}.`)"
            >
              {{ swatch.hex }}
            </button>
            <span v-if="isCut(swatch)" role="img" :aria-label="cutLooseWords(swatch)" :title="cutLooseWords(swatch)"
              ><LinkIcon class="size-3 shrink-0" /></span
            ><span v-if="(widths[i] ?? 0) > 112" class="truncate text-caption text-quiet">{{ swatch.role }}</span>
          </p>
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
.swatch-block {
  display: flex;
  align-items: end;
  justify-content: flex-start;
  width: calc(100% - 2px);
  height: 40px;
  padding: 2px 6px;
  clip-path: polygon(0 0, calc(100% - 8px) 0, 100% 8px, 100% 100%, 0 100%);
}
.swatch-block:focus-visible,
.swatch-block[aria-expanded='true'] {
  outline: none;
  box-shadow:
    inset 0 0 0 2px var(--panel),
    inset 0 0 0 4px var(--accent);
}
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
.joint:focus-visible::after {
  background: var(--text);
  outline: 1px solid var(--panel);
}
</style>
