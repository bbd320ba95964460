import { watch, type Ref } from 'vue'
import type { Command } from '#core/commands/commands'
import type { Swatch } from '#core/document/scheme'
import { sharePercent, sharesAtJoint, totalShare } from '#core/interaction/band'
import { arrowOf } from '~/browser/arrowOf'
import { followDrag } from '~/browser/followDrag'
import { useHistory } from '~/stores/history'

/**
 * Changes the shares of two swatches at the joint between them, by dragging or by arrow keys, on a band of a width in pixels. While a
 * joint is dragged, `show` puts widths and percentages on the page past Vue; everything else follows when the hand rests.
 */
export const useBandJoints = (
  scheme: Readonly<Ref<readonly Swatch[]>>,
  width: Readonly<Ref<number>>,
  show: (shares: readonly number[], percents: readonly number[]) => void,
) => {
  const history = useHistory()
  const showShares = (of: readonly Swatch[], shares: Readonly<Record<string, number>>): void => {
    const next = of.map(swatch => ({ ...swatch, share: shares[swatch.id] ?? swatch.share }))
    const total = totalShare(next)
    show(
      next.map(({ share }) => share),
      next.map(swatch => sharePercent(swatch, total)),
    )
  }
  const dragJoint = (place: number, event: PointerEvent): void => {
    ;(event.currentTarget as HTMLElement).focus()
    const [from, before] = [event.clientX, [...scheme.value]]
    let change: Command | null = null
    followDrag(event, {
      move: now => {
        const shares = sharesAtJoint(before, place, (now.clientX - from) / width.value)
        change = { do: 'share out', shares }
        history.pass(change, () => {
          showShares(before, shares)
          return true
        })
      },
      drop: () => {
        if (change) history.run(change)
      },
      cancel: () => history.pass(null),
    })
  }
  /** At the end the page is again as Vue has it. */
  watch(
    () => history.isPassing,
    is => !is && showShares(scheme.value, {}),
    { flush: 'post' },
  )
  const nudgeJoint = (place: number, event: KeyboardEvent): void => {
    const way = arrowOf(event)
    if (way) history.run({ do: 'share out', shares: sharesAtJoint(scheme.value, place, (way.x + way.y) / 100) })
  }
  return { dragJoint, nudgeJoint }
}
