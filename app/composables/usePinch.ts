import type { Ref } from 'vue'
import { useEventListener } from '@vueuse/core'

/** The movement of two fingers since the last call: by how much they parted, about which place, and how far that went. */
export interface Pinch {
  factor: number
  /** The middle between both, in pixels of the window. */
  x: number
  y: number
  dx: number
  dy: number
}

/**
 * Follows two fingers on an element. The drag that the first had begun is called off when the second comes down. The
 * element needs `touch-action: none`.
 */
export const usePinch = (element: Readonly<Ref<HTMLElement | null>>, pinch: (by: Pinch) => void): void => {
  const down = new Map<number, { x: number; y: number }>()
  const spanOf = (): { x: number; y: number; wide: number } | null => {
    const [one, other] = [...down.values()]
    return one && other && down.size === 2
      ? { x: (one.x + other.x) / 2, y: (one.y + other.y) / 2, wide: Math.hypot(one.x - other.x, one.y - other.y) }
      : null
  }
  useEventListener(
    element,
    'pointerdown',
    (event: PointerEvent) => {
      if (event.pointerType !== 'touch') return
      const [first] = down.keys()
      down.set(event.pointerId, { x: event.clientX, y: event.clientY })
      if (first === undefined) return
      window.dispatchEvent(new PointerEvent('pointercancel', { pointerId: first }))
      // called off for others, it is still down for us
      event.stopPropagation()
    },
    { capture: true },
  )
  useEventListener(window, 'pointermove', event => {
    if (!down.has(event.pointerId)) return
    const before = spanOf()
    down.set(event.pointerId, { x: event.clientX, y: event.clientY })
    const now = spanOf()
    if (before && now && before.wide > 0)
      pinch({ factor: now.wide / before.wide, x: now.x, y: now.y, dx: now.x - before.x, dy: now.y - before.y })
  })
  useEventListener(window, ['pointerup', 'pointercancel'], event => {
    if (event.isTrusted) down.delete(event.pointerId)
  })
}
