<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useElementSize, useScroll } from '@vueuse/core'
import { plainName } from '#core/color/name'
import { areaPercent, rowLabel, targetName } from '#core/interaction/inkRows'
import { ribbonPath, rowsByTarget, scrollToShow } from '#core/interaction/ribbons'
import { sentence } from '#core/document/sentence'
import { useHistory } from '~/stores/history'
import { useLighting } from '~/composables/useLighting'
import { useRibbonCarrying } from '~/composables/useRibbonCarrying'
import { useRibbonSlots } from '~/composables/useRibbonSlots'
import { useRemapping } from '~/stores/remapping'
import { useStage } from '~/stores/stage'

/**
 * Inks on the left, by area, swatches on the right, joined by ribbons: an end is dragged to another swatch, to an ink
 * to go along with it, or to be left as is.
 */
const history = useHistory()
const stage = useStage()
const remapping = useRemapping()
const bed = useTemplateRef<HTMLElement>('bed')
const scroller = useTemplateRef<HTMLElement>('scroller')
const { width, height } = useElementSize(bed)
const { y: scrolled } = useScroll(scroller)
/** Where there is room, inks say their name and area, and swatches stand wider. */
const roomy = computed(() => width.value >= 760)
const inkWidth = computed(() => (roomy.value ? 210 : 104))
const swatchWidth = computed(() => (roomy.value ? 180 : 132))

const scheme = computed(() => history.document?.scheme ?? [])
const colorOf = (hex: string): string => remapping.colors.get(hex) ?? hex

const sorted = computed(() => rowsByTarget(remapping.rows, scheme.value))
/** The line from an ink to the pointer that carries it. Its end goes past Vue: only it changes at every move. */
const line = useTemplateRef<SVGPathElement>('line')
let pointer = { x: 0, y: 0 }
const drawLine = (): void => {
  line.value?.setAttribute('d', `M${inkWidth.value} ${(carriedFrom.value ?? pointer.y) + 4}L${pointer.x} ${pointer.y}`)
}
const { carried, over, resting, carry } = useRibbonCarrying(bed, sorted, at => {
  pointer = at
  drawLine()
})
const rows = computed(() => resting.value ?? sorted.value)
/** Where an ink goes now, as what is carried has it. */
const goesTo = (hex: string): string | null => remapping.rowOf.get(hex)?.to ?? null
const { swollen, inkSlots, tall, shownRows, areaOf, swatchSlots, ribbons } = useRibbonSlots(
  { height, scrolled },
  rows,
  scheme,
  goesTo,
)

const hovered = ref<string | null>(null)
const litHere = computed(
  () =>
    new Set(
      hovered.value ? remapping.whole([hovered.value]) : stage.pointed.map(hex => remapping.rowOf.get(hex)?.hex ?? hex),
    ),
)
const lightInks = useLighting()
const light = (hex: string | null): void => {
  hovered.value = hex
  lightInks(hex ? remapping.members(remapping.whole([hex])) : null)
}
/** An ink of the column is pointed at, or left. */
const come = (hex: string | null): void => {
  swollen.value = carried.value ? null : hex
  light(hex)
}
const lightSwatch = (id: string | null): void =>
  lightInks(id && areaOf.value.has(id) ? remapping.members(remapping.groupOf(id).map(({ hex }) => hex)) : null)
/** The ink pointed at on the artwork scrolls into view. */
watch(
  () => stage.pointed[0],
  hex => {
    const slot = hex && inkSlots.value[rows.value.findIndex(({ members }) => members.includes(hex))]
    if (slot && tall.value > height.value) scrolled.value = scrollToShow(slot, scrolled.value, height.value)
  },
)

const clickInk = (hex: string, event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }): void => {
  remapping.group = null
  remapping.select([hex], event.shiftKey || event.ctrlKey || event.metaKey)
}
const clickSwatch = (id: string): void => {
  remapping.selected = new Set()
  remapping.group = remapping.group === id ? null : id
}
/** Where the ribbon that is being carried starts, in pixels from the top; null where it is not in sight. */
const carriedFrom = computed(() => {
  const carriedNow = carried.value
  return ribbons.value.find(({ hex }) => carriedNow?.kind === 'ink' && hex === carriedNow.hex)?.from.top ?? null
})
watch([line, carriedFrom], drawLine, { flush: 'post' })
const leftCount = computed(() => rows.value.filter(({ to }) => to === null).length)
const labels = computed(() => {
  const { lost } = remapping
  return new Map(rows.value.map(row => [row.hex, rowLabel(row, scheme.value, lost.has(row.hex))]))
})
const wheel = (event: WheelEvent): void => {
  scrolled.value += event.deltaY
}
/** From an ink to the one above or below; the focus follows though only those in view are there. */
const move = async (hex: string, by: number): Promise<void> => {
  const next = rows.value.findIndex(row => row.hex === hex) + by
  const [row, slot] = [rows.value[next], inkSlots.value[next]]
  if (!row || !slot) return
  scrolled.value = scrollToShow(slot, scrolled.value, height.value)
  await nextTick()
  bed.value?.querySelector<HTMLElement>(`[data-ink="${row.hex}"]`)?.focus()
}
</script>

<template>
  <div ref="bed" data-previews class="relative min-h-0 overflow-hidden" data-test="ribbons" @wheel="wheel">
    <svg class="absolute inset-0 size-full touch-none" aria-hidden="true">
      <defs>
        <linearGradient
          v-for="({ hex }, i) in ribbons"
          :id="`ribbon-${i}`"
          :key="hex"
          v-memo="[i, colorOf(hex), inkWidth, width, swatchWidth]"
          gradientUnits="userSpaceOnUse"
          :x1="inkWidth"
          :x2="width - swatchWidth"
        >
          <stop offset="0.5" :stop-color="hex" />
          <stop offset="0.5" :stop-color="colorOf(hex)" />
        </linearGradient>
      </defs>
      <path
        v-for="({ hex, from, end }, i) in ribbons"
        :key="hex"
        v-memo="[
          i,
          from.top,
          from.height,
          end.top,
          end.height,
          inkWidth,
          width,
          swatchWidth,
          !litHere.size || litHere.has(hex),
          remapping.selected.has(hex),
        ]"
        :d="ribbonPath(from, end, inkWidth + 2, width - swatchWidth - 14)"
        :fill="`url(#ribbon-${i})`"
        class="cursor-grab"
        :fill-opacity="litHere.size && !litHere.has(hex) ? 0.18 : 1"
        :stroke="remapping.selected.has(hex) ? 'var(--text)' : undefined"
        :data-ribbon="hex"
        @pointerdown="carry($event, { kind: 'ink', hex }, now => clickInk(hex, now))"
        @pointerenter="light(hex)"
        @pointerleave="light(null)"
      />
      <path
        v-for="{ hex, end } in ribbons"
        :key="`${hex} end`"
        v-memo="[end.top, end.height, width, swatchWidth]"
        :d="`M${width - swatchWidth - 14} ${end.top + end.height / 2}h12`"
        stroke="var(--strong-line)"
        :stroke-width="Math.max(1, Math.min(3, end.height))"
      />
      <path v-if="carried?.kind === 'ink'" ref="line" stroke="var(--text)" stroke-dasharray="3 3" />
    </svg>
    <div
      ref="scroller"
      class="absolute inset-y-0 left-0 overflow-y-auto overflow-x-visible [scrollbar-width:thin]"
      :style="{ width: tall > height ? `${inkWidth}px` : 'auto' }"
      :class="{ 'overflow-visible!': tall <= height }"
    >
      <ul
        v-one-stop="{ of: '.ink', by: 'nothing' }"
        role="grid"
        aria-label="Inks, what they become, how much they cover"
        aria-colcount="3"
        :aria-rowcount="rows.length"
        class="relative"
        :style="{ height: `${tall}px`, width: `${tall > height ? inkWidth - 14 : inkWidth}px` }"
      >
        <li
          v-for="{ row, slot, place } in shownRows"
          :key="row.hex"
          v-memo="[
            place,
            slot.top,
            slot.height,
            labels.get(row.hex),
            row.to,
            scheme,
            roomy,
            litHere.has(row.hex),
            remapping.selected.has(row.hex),
          ]"
          role="row"
          :aria-rowindex="place + 1"
          class="absolute left-0 flex w-full"
          :style="{ top: `${slot.top}px`, height: `${slot.height}px` }"
        >
          <div role="gridcell" class="flex w-full">
            <InkMenu
              :hex="row.hex"
              :scheme="scheme"
              :target="row.to"
              :label="labels.get(row.hex) ?? ''"
              :lit="litHere.has(row.hex)"
              :selected="remapping.selected.has(row.hex)"
              :broken="remapping.lost.has(row.hex)"
              :excepted="row.excepted"
              :count="row.members.length"
              :tall="slot.height >= 16"
              :words="roomy ? `${sentence(plainName(row.hex))}, ${areaPercent(row.area)}` : ''"
              @carry="carry($event, { kind: 'ink', hex: row.hex }, now => clickInk(row.hex, now))"
              @light="come($event ? row.hex : null)"
              @send="remapping.send(remapping.meant(row.hex), $event)"
              @release="remapping.release(remapping.meant(row.hex))"
              @select="clickInk(row.hex, { shiftKey: $event, ctrlKey: false, metaKey: false })"
              @move="move(row.hex, $event)"
              @family="remapping.selected = new Set(remapping.familyOf.get(row.hex)?.family.inks)"
            />
          </div>
          <span role="gridcell" class="sr-only">{{ targetName(scheme, row.to) }}</span>
          <span role="gridcell" class="sr-only">{{ areaPercent(row.area) }}</span>
        </li>
      </ul>
    </div>
    <ul v-one-stop="{ of: '.swatch' }" aria-label="Swatches">
      <li
        v-for="(swatch, i) in scheme"
        :key="swatch.id"
        class="absolute right-0"
        :style="{ top: `${swatchSlots[i]?.top}px`, height: `${swatchSlots[i]?.height}px`, width: `${swatchWidth}px` }"
      >
        <SwatchMenu
          :swatch="swatch"
          :scheme="scheme"
          :area="areaOf.get(swatch.id) ?? 0"
          :over="over === swatch.id"
          :chosen="remapping.group === swatch.id"
          @carry="carry($event, { kind: 'swatch', id: swatch.id }, () => clickSwatch(swatch.id))"
          @light="lightSwatch($event ? swatch.id : null)"
          @exchange="history.run({ do: 'exchange', swatches: [swatch.id, $event] })"
          @merge="remapping.merge(swatch.id, $event)"
          @split="remapping.release(remapping.groupOf(swatch.id).map(({ hex }) => hex))"
          @group="clickSwatch(swatch.id)"
        />
      </li>
      <li
        class="absolute right-0"
        :style="{
          top: `${swatchSlots[scheme.length]?.top}px`,
          height: `${swatchSlots[scheme.length]?.height}px`,
          width: `${swatchWidth}px`,
        }"
      >
        <div
          class="grid h-full content-center border border-dashed px-2"
          :class="over === 'left' ? 'border-ink' : 'border-strong'"
          data-drop="left"
        >
          <span class="pointer-events-none"
            >Left as is<template v-if="leftCount"> · {{ leftCount }}</template></span
          >
        </div>
      </li>
    </ul>
  </div>
</template>
