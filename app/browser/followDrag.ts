/** Callbacks of a drag: where the pointer is, that it let go, or that it was called off with Escape. */
export interface Drag {
  move: (event: PointerEvent) => void
  drop: (event: PointerEvent) => void
  cancel?: () => void
}

/** From so many pixels on, a press is a drag, and no click follows it. */
const MOVED = 3

/** The click that browsers send after a drag is not meant for what lies under it. */
const swallowClick = (): void => {
  const stop = (event: MouseEvent): void => {
    event.stopPropagation()
    event.preventDefault()
  }
  window.addEventListener('click', stop, { capture: true, once: true })
  setTimeout(() => window.removeEventListener('click', stop, { capture: true }))
}

/**
 * Follows the pointer that went down, mouse, finger or pen, until it lets go; others do not count. Escape calls the
 * drag off, and so does whatever takes the pointer away. What is dragged needs `touch-action: none`.
 */
export const followDrag = (start: PointerEvent, { move, drop, cancel }: Drag): void => {
  const done = new AbortController()
  const { signal } = done
  const { pointerId, clientX, clientY } = start
  const target = start.currentTarget
  let far = false
  const end = (then: () => void): void => {
    done.abort()
    if (target instanceof Element && target.hasPointerCapture(pointerId)) target.releasePointerCapture(pointerId)
    then()
  }
  const own = (act: (event: PointerEvent) => void) => (event: PointerEvent) => {
    if (event.pointerId === pointerId) act(event)
  }
  /** Only a drag takes the pointer: a press on a button within stays a click on it. */
  const goFar = (event: PointerEvent): void => {
    if (far || Math.hypot(event.clientX - clientX, event.clientY - clientY) <= MOVED) return
    far = true
    if (target instanceof Element && target.isConnected) target.setPointerCapture(pointerId)
  }
  window.addEventListener(
    'pointermove',
    own(event => {
      goFar(event)
      move(event)
    }),
    { signal },
  )
  window.addEventListener(
    'pointerup',
    own(event => {
      if (far) swallowClick()
      end(() => drop(event))
    }),
    { signal },
  )
  window.addEventListener(
    'pointercancel',
    own(() => end(() => cancel?.())),
    { signal },
  )
  window.addEventListener(
    'keydown',
    event => {
      if (event.key !== 'Escape') return
      event.stopPropagation()
      if (far) swallowClickAfter(pointerId)
      end(() => cancel?.())
    },
    { signal, capture: true },
  )
  start.preventDefault()
}

/** Swallows the click that follows when the pointer of a drag that was called off lets go. */
const swallowClickAfter = (pointerId: number): void => {
  const letGo = (event: PointerEvent): void => {
    if (event.pointerId !== pointerId) return
    window.removeEventListener('pointerup', letGo, { capture: true })
    swallowClick()
  }
  window.addEventListener('pointerup', letGo, { capture: true })
}
