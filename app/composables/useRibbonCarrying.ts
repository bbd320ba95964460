import { shallowRef, type Ref } from 'vue'
import type { Command } from '#core/commands/commands'
import type { InkRow } from '#core/interaction/inkRows'
import { dropCommand, DROP_LEFT, type Carried } from '#core/interaction/ribbons'
import { followDrag } from '~/browser/followDrag'
import { useHistory } from '~/stores/history'
import { useRemapping } from '~/stores/remapping'

/** Distance in pixels from which a press is a drag. */
const DRAG_DISTANCE = 4

/**
 * Carrying inks to another swatch, to an ink to go along with it, or to be left as is, and swatches to be exchanged; what
 * a drop would do passes by. `sorted` are the rows in their present order, which rest during a drag. `follow` hears of each place
 * of the pointer while something is carried, in pixels from the corner of the bed.
 */
export const useRibbonCarrying = (
  bed: Readonly<Ref<HTMLElement | null>>,
  sorted: Readonly<Ref<readonly InkRow[]>>,
  follow: (at: { x: number; y: number }) => void,
) => {
  const history = useHistory()
  const remapping = useRemapping()
  /** The inks on their way to another swatch, or the swatch to be exchanged. */
  const carried = shallowRef<Carried | null>(null)
  /** The drop target under the pointer. */
  const over = shallowRef<string | null>(null)
  /** Inks and swatches keep their places during a drag; only ribbons follow. */
  const resting = shallowRef<readonly InkRow[] | null>(null)

  const commandFor = (what: Carried, target: string): Command | null =>
    dropCommand(
      what,
      target,
      what.kind === 'ink' ? remapping.members(remapping.meant(what.hex)) : [],
      remapping.rowOf,
      remapping.scope,
    )
  /** The drop target at a place of the page: a swatch, an ink, or that it is left as is. */
  const dropAt = ({ clientX, clientY }: PointerEvent): string | null =>
    document
      .elementsFromPoint(clientX, clientY)
      .map(each => (each as HTMLElement).dataset?.drop)
      .find(Boolean) ?? null

  const carry = (event: PointerEvent, what: Carried, clicked: (event: PointerEvent) => void): void => {
    if (event.button !== 0) return
    const [x, y] = [event.clientX, event.clientY]
    const place = (now: PointerEvent): void => {
      const box = bed.value?.getBoundingClientRect()
      if (!box || (!carried.value && Math.hypot(now.clientX - x, now.clientY - y) < DRAG_DISTANCE)) return
      resting.value ??= sorted.value
      const first = carried.value === null
      carried.value = what
      follow({ x: now.clientX - box.left, y: now.clientY - box.top })
      const target = dropAt(now)
      if (target === over.value && !first) return
      over.value = target
      history.pass(target !== null && target !== DROP_LEFT ? commandFor(what, target) : null)
    }
    const end = (): void => {
      carried.value = null
      resting.value = null
      over.value = null
      history.pass(null)
    }
    ;(event.currentTarget as HTMLElement).focus?.()
    followDrag(event, {
      move: place,
      drop: now => {
        place(now)
        const [command, was] = [over.value === null ? null : commandFor(what, over.value), carried.value]
        end()
        if (!was) clicked(now)
        else if (command) history.run(command)
      },
      cancel: end,
    })
  }
  return { carried, over, resting, carry }
}
