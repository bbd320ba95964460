import type { Ref } from 'vue'
import type { Swatch } from '#core/document/scheme'
import { sharesAtJoint } from '#core/interaction/band'
import { arrowOf } from '~/browser/arrowOf'
import { followDrag } from '~/browser/followDrag'
import { useHistory } from '~/stores/history'

/** Changes the shares of two swatches at the joint between them, by dragging or by arrow keys, on a band of a width in pixels. */
export const useBandJoints = (scheme: Readonly<Ref<readonly Swatch[]>>, width: Readonly<Ref<number>>) => {
  const history = useHistory()
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
  return { dragJoint, nudgeJoint }
}
