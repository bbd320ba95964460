import type { Command } from '#core/commands/commands'
import type { InkRow } from './inkRows'

/** A stretch of a column, in pixels from its top. */
export interface Slot {
  top: number
  height: number
}

/** Gap between two slots, in pixels. */
export const GAP = 2

/**
 * Heights for a column of shares: each by its share, none under `least`, all together as tall as there is room, or as
 * they need where there is less.
 */
export const columnSlots = (shares: readonly number[], room: number, min: number, gap = GAP): Slot[] => {
  const free = Math.max(0, room - shares.length * (min + gap))
  const total = shares.reduce((sum, share) => sum + share, 0) || 1
  let top = 0
  return shares.map(share => {
    const slot = { top, height: min + (free * share) / total }
    top += slot.height + gap
    return slot
  })
}

/**
 * The same column with one slot at least so high, so that what is pointed at can be pressed: the others give way, each
 * by its part, and what was under the pointer stays there. Where the column is higher than its room, those below move on.
 */
export const swellSlot = (
  slots: readonly Slot[],
  at: number,
  min: number,
  room: number,
  gap = GAP,
): readonly Slot[] => {
  const own = slots[at]
  const last = slots.at(-1)
  if (!own || !last || own.height >= min) return slots
  const extra = min - own.height
  const whole = last.top + last.height
  if (whole > room) {
    return slots.map((slot, i) =>
      i === at ? { ...slot, height: min } : i > at ? { ...slot, top: slot.top + extra } : slot,
    )
  }
  const others = slots.reduce((sum, { height }, i) => (i === at ? sum : sum + height), 0)
  const scale = others > extra ? (others - extra) / others : 0
  let top = 0
  return slots.map(({ height }, i) => {
    const slot = { top, height: i === at ? min : height * scale }
    top += slot.height + gap
    return slot
  })
}

/**
 * Where a ribbon begins in the slot of its ink: in its middle, as thick as its share of the room, for a slot can be
 * higher than that. Never under 2 pixels.
 */
export const ribbonStart = ({ top, height }: Slot, share: number, room: number): Slot => {
  const thick = Math.min(height, Math.max(2, share * room))
  return { top: top + (height - thick) / 2, height: thick }
}

/** The least height of a swatch that ribbons lead to, and what parts it from the next, in pixels. */
export const SWATCH_SLOT = { min: 34, gap: 6 }
/** Height of so many swatches and the place of what is left as is, where none is under `least` pixels. */
export const swatchesHeight = (count: number, min: number): number =>
  (count + 1) * (Math.max(SWATCH_SLOT.min, min) + SWATCH_SLOT.gap)

/** A smooth band from a slot at `x0` to one at `x1`. */
export const ribbonPath = (from: Slot, to: Slot, x0: number, x1: number): string => {
  const middle = (x0 + x1) / 2
  const [a, b, c, e] = [from.top, from.top + from.height, to.top, to.top + to.height]
  return `M${x0} ${a}C${middle} ${a} ${middle} ${c} ${x1} ${c}V${e}C${middle} ${e} ${middle} ${b} ${x0} ${b}Z`
}

/**
 * The first of the slots that are in view and the one after the last, where `height` pixels from `scrolled` on are.
 * Slots rise.
 */
export const visibleRange = (
  slots: readonly Slot[],
  scrolled: number,
  height: number,
): [first: number, end: number] => {
  const before = (at: number): number => {
    let [low, high] = [0, slots.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if ((slots[middle] as Slot).top + (slots[middle] as Slot).height < at) low = middle + 1
      else high = middle
    }
    return low
  }
  return [before(scrolled), Math.min(slots.length, before(scrolled + height) + 1)]
}

/**
 * The smallest an ink is drawn in the column with a mouse, and the thinnest it may get for all of them to fit, in
 * pixels.
 */
const INK_HEIGHT = { min: 5, thinnest: 2 } as const

/**
 * Returns the least height of an ink, in pixels, at which `count` of them fit into a column, where that is not too
 * thin to be seen.
 */
export const minInkHeight = (room: number, count: number): number => {
  const each = room / Math.max(1, count) - GAP
  return each >= INK_HEIGHT.thinnest ? Math.min(INK_HEIGHT.min, each) : INK_HEIGHT.min
}

/**
 * Returns rows by the swatch they go to, in the order of the scheme, so that ribbons cross little; those left as is
 * come last.
 */
export const rowsByTarget = (rows: readonly InkRow[], scheme: readonly { id: string }[]): InkRow[] => {
  const order = new Map(scheme.map(({ id }, i) => [id, i]))
  const place = (to: string | null): number => order.get(to ?? '') ?? scheme.length
  return [...rows].sort((one, other) => place(one.to) - place(other.to) || other.area - one.area)
}

/** Returns the area that goes to each swatch, by its id; what is left as is stands under ''. */
export const areasByTarget = (rows: readonly InkRow[]): Map<string, number> => {
  const areas = new Map<string, number>()
  for (const { to, area } of rows) areas.set(to ?? '', (areas.get(to ?? '') ?? 0) + area)
  return areas
}

/**
 * Returns where the ribbon of each row ends, by its first ink: the ribbons of a swatch share its slot as their beginnings
 * share the column.
 *
 * @param slots where each row stands, by its index
 * @param targetOf the id of the swatch a row goes to now; null where it is left as is
 * @param swatchSlots where each swatch stands, by its id
 */
export const ribbonEnds = (
  rows: readonly InkRow[],
  slots: readonly Slot[],
  targetOf: (hex: string) => string | null,
  swatchSlots: ReadonlyMap<string, Slot>,
): Map<string, Slot> => {
  const begun = rows.flatMap(({ hex }, i) => {
    const [to, from] = [targetOf(hex), slots[i]]
    const swatch = to === null ? undefined : swatchSlots.get(to)
    return to !== null && from && swatch ? [{ hex, to, height: from.height, swatch }] : []
  })
  const whole = new Map<string, number>()
  for (const { to, height } of begun) whole.set(to, (whole.get(to) ?? 0) + height)
  const used = new Map<string, number>()
  return new Map(
    begun.map(({ hex, to, height, swatch }) => {
      const [before, all] = [used.get(to) ?? 0, whole.get(to) || 1]
      used.set(to, before + height)
      return [hex, { top: swatch.top + (swatch.height * before) / all, height: (swatch.height * height) / all }]
    }),
  )
}

/** The things dragged on the ribbons: an ink with those that go along, or a swatch. */
export type Carried = { kind: 'ink'; hex: string } | { kind: 'swatch'; id: string }

/** Where inks are dropped that are to be left as is. */
export const DROP_LEFT = 'left'

/**
 * Returns what dropping something on a target does: inks go to a swatch, where another ink goes, or are left as is; two
 * swatches are exchanged. Null where nothing comes of it.
 *
 * @param target a swatch's id, an ink as `#rrggbb`, or `DROP_LEFT`
 * @param inks the inks that a carried ink stands for
 * @param artwork the artwork it is for alone; null for all
 */
export const dropCommand = (
  carried: Carried,
  target: string,
  inks: string[],
  rowOf: ReadonlyMap<string, InkRow>,
  artwork: string | null,
): Command | null => {
  if (carried.kind === 'swatch')
    return target === DROP_LEFT || target.startsWith('#') || target === carried.id
      ? null
      : { do: 'exchange', swatches: [carried.id, target] }
  const to = target === DROP_LEFT ? null : target.startsWith('#') ? (rowOf.get(target)?.to ?? null) : target
  return { do: 'retarget', inks, to, artwork }
}

/** Returns whether a slot is wholly in view, where `height` pixels from `scrolled` on are. */
export const isInView = ({ top, height: tall }: Slot, scrolled: number, height: number): boolean =>
  top >= scrolled && top + tall <= scrolled + height

/** Returns how far to scroll so that a slot is in view: not at all where it is, else to its middle. Never under 0. */
export const scrollToShow = (slot: Slot, scrolled: number, height: number): number =>
  isInView(slot, scrolled, height) ? scrolled : Math.max(0, slot.top - height / 2)
