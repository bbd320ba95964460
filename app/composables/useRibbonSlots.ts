import { computed, ref, type Ref } from 'vue'
import type { Swatch } from '#core/document/scheme'
import type { InkRow } from '#core/interaction/inkRows'
import {
  areasByTarget,
  columnSlots,
  minInkHeight,
  ribbonEnds,
  ribbonStart,
  SWATCH_SLOT,
  swellSlot,
  visibleRange,
  type Slot,
} from '#core/interaction/ribbons'
import { useRemapping } from '~/stores/remapping'
import { useHand } from './usePointerKind'

/** Where inks, swatches and the ribbons between them stand in a bed of a size, scrolled so far, in pixels. */
export const useRibbonSlots = (
  { height, scrolled }: { height: Readonly<Ref<number>>; scrolled: Readonly<Ref<number>> },
  rows: Readonly<Ref<readonly InkRow[]>>,
  scheme: Readonly<Ref<readonly Swatch[]>>,
  goesTo: (hex: string) => string | null,
) => {
  const remapping = useRemapping()
  const hand = useHand()
  /** By finger, inks are as high as one presses; with a mouse, all are in sight, and the one pointed at swells. */
  const slotsAtRest = computed(() =>
    columnSlots(
      rows.value.map(({ area }) => area),
      height.value,
      hand.finger.value ? hand.min.value : minInkHeight(height.value, rows.value.length),
    ),
  )
  /** The ink that is pointed at, or has the focus. */
  const swollen = ref<string | null>(null)
  const inkSlots = computed(() =>
    swollen.value === null || hand.finger.value
      ? slotsAtRest.value
      : swellSlot(
          slotsAtRest.value,
          rows.value.findIndex(({ hex }) => hex === swollen.value),
          hand.min.value,
          height.value,
        ),
  )
  const tall = computed(() =>
    Math.max(height.value, (inkSlots.value.at(-1)?.top ?? 0) + (inkSlots.value.at(-1)?.height ?? 0)),
  )
  const shownRows = computed(() => {
    const [first, last] = visibleRange(inkSlots.value, scrolled.value, height.value)
    return rows.value
      .slice(first, last)
      .map((row, i) => ({ row, slot: inkSlots.value[first + i] as Slot, place: first + i }))
  })
  const areaOf = computed(() => areasByTarget(remapping.rows))
  const restingAreas = computed(() => areasByTarget(rows.value))
  const swatchSlots = computed(() =>
    columnSlots(
      [...scheme.value.map(({ id }) => restingAreas.value.get(id) ?? 0), 0],
      height.value,
      Math.max(SWATCH_SLOT.min, hand.min.value),
      SWATCH_SLOT.gap,
    ),
  )
  const ends = computed(() => {
    const slots = new Map(scheme.value.map(({ id }, i) => [id, swatchSlots.value[i] as Slot]))
    return ribbonEnds(rows.value, inkSlots.value, goesTo, slots)
  })
  const ribbons = computed(() =>
    shownRows.value.flatMap(({ row, slot }) => {
      const end = ends.value.get(row.hex)
      return end
        ? [{ ...row, end, from: ribbonStart({ ...slot, top: slot.top - scrolled.value }, row.area, height.value) }]
        : []
    }),
  )
  return { swollen, inkSlots, tall, shownRows, areaOf, swatchSlots, ribbons }
}
