/** The effect of a click on what is selected already: it stays selected, or it is let go. */
export type OnSame = 'keep' | 'clear'

/**
 * Returns a selection after a click on some items. `more` (Shift) adds them, or takes them out where all of them were
 * selected; otherwise they alone are selected, or, with `clear`, none where they were the selection already.
 */
export const selectAfterClick = <Item>(
  before: ReadonlySet<Item>,
  items: Iterable<Item>,
  more: boolean,
  onSame: OnSame,
): Set<Item> => {
  const clicked = [...items]
  const wereAll = clicked.every(item => before.has(item))
  const lets = more ? wereAll : onSame === 'clear' && wereAll && clicked.length === before.size
  const next = new Set(more ? before : [])
  for (const item of clicked) {
    if (lets) next.delete(item)
    else next.add(item)
  }
  return next
}

/**
 * Returns the item so many places after the last selected one (before it where negative), going around; null of none.
 */
export const itemBeside = <Item>(all: readonly Item[], at: number, by: number): Item | null => {
  if (!all.length) return null
  const from = at < 0 ? (by > 0 ? -1 : 0) : at
  return all[(((from + by) % all.length) + all.length) % all.length] ?? null
}
