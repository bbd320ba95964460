/** What a drag tells: where the pointer is, that it let go, or that it was called off with Escape. */
export interface Drag {
  move: (event: PointerEvent) => void
  drop: (event: PointerEvent) => void
  cancel?: () => void
}

/** Follows the pointer from a pointerdown until it lets go; Escape calls the drag off. */
export const followDrag = (start: PointerEvent, { move, drop, cancel }: Drag): void => {
  const done = new AbortController()
  const { signal } = done
  const end = (then: () => void) => {
    done.abort()
    then()
  }
  window.addEventListener('pointermove', move, { signal })
  window.addEventListener('pointerup', event => end(() => drop(event)), { signal })
  window.addEventListener('pointercancel', () => end(() => cancel?.()), { signal })
  window.addEventListener(
    'keydown',
    event => {
      if (event.key !== 'Escape') return
      event.stopPropagation()
      end(() => cancel?.())
    },
    { signal, capture: true },
  )
  start.preventDefault()
}
