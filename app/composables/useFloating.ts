/**
 * The place of a menu that floats beside its button, on one side of it, moved up as far as it would leave the window.
 */
export const useFloating =
  (button: () => HTMLElement | null | undefined, side: 'left' | 'right', tallest: number) =>
  (): Record<string, string> => {
    const box = button()?.getBoundingClientRect()
    if (!box) return {}
    const top = Math.max(8, Math.min(box.top, window.innerHeight - tallest - 8))
    return {
      position: 'fixed',
      top: `${top}px`,
      maxHeight: `${tallest}px`,
      ...(side === 'right' ? { left: `${box.right + 4}px` } : { right: `${window.innerWidth - box.left + 4}px` }),
    }
  }
