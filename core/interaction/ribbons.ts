/** A stretch of a column, in pixels from its top. */
export interface Slot {
  top: number
  height: number
}

/** What parts two slots, in pixels. */
export const GAP = 2

/**
 * Heights for a column of shares: each by its share, none under `least`, all together as tall as there is room, or as
 * they need where there is less.
 */
export const columnSlots = (shares: readonly number[], room: number, least: number, gap = GAP): Slot[] => {
  const free = Math.max(0, room - shares.length * (least + gap))
  const total = shares.reduce((sum, share) => sum + share, 0) || 1
  let top = 0
  return shares.map(share => {
    const slot = { top, height: least + (free * share) / total }
    top += slot.height + gap
    return slot
  })
}

/**
 * The same column with one slot at least so high, so that what is pointed at can be pressed: the others give way, each
 * by its part, and what was under the pointer stays there. Where the column is higher than its room, those below move on.
 */
export const swelled = (
  slots: readonly Slot[],
  at: number,
  least: number,
  room: number,
  gap = GAP,
): readonly Slot[] => {
  const own = slots[at]
  const last = slots.at(-1)
  if (!own || !last || own.height >= least) return slots
  const extra = least - own.height
  const whole = last.top + last.height
  if (whole > room) {
    return slots.map((slot, i) =>
      i === at ? { ...slot, height: least } : i > at ? { ...slot, top: slot.top + extra } : slot,
    )
  }
  const others = slots.reduce((sum, { height }, i) => (i === at ? sum : sum + height), 0)
  const scale = others > extra ? (others - extra) / others : 0
  let top = 0
  return slots.map(({ height }, i) => {
    const slot = { top, height: i === at ? least : height * scale }
    top += slot.height + gap
    return slot
  })
}

/**
 * Where a ribbon begins in the slot of its ink: in its middle, as thick as its share of the room, for a slot can be
 * higher than that. Never under 2 pixels.
 */
export const thinned = ({ top, height }: Slot, share: number, room: number): Slot => {
  const thick = Math.min(height, Math.max(2, share * room))
  return { top: top + (height - thick) / 2, height: thick }
}

/** The least height of a swatch that ribbons lead to, and what parts it from the next, in pixels. */
export const SWATCH_SLOT = { least: 34, gap: 6 }
/** How high so many swatches and the place of what is left as is stand, where none is under `least` pixels. */
export const swatchesTall = (count: number, least: number): number =>
  (count + 1) * (Math.max(SWATCH_SLOT.least, least) + SWATCH_SLOT.gap)

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
export const visibleIn = (slots: readonly Slot[], scrolled: number, height: number): [first: number, end: number] => {
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
