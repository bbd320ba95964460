import { useEventListener } from '@vueuse/core'

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) && (target as HTMLInputElement).type !== 'range'))

/**
 * Calls back for keys pressed anywhere but in text fields, by name: `z`, `ctrl+z`, `ctrl+shift+z`. Cmd counts as ctrl.
 */
export const useKeys = (keys: Readonly<Record<string, (event: KeyboardEvent) => void>>): void => {
  useEventListener(window, 'keydown', event => {
    if (isTyping(event.target) || event.altKey) return
    const name = `${event.ctrlKey || event.metaKey ? 'ctrl+' : ''}${event.shiftKey ? 'shift+' : ''}${event.key.toLowerCase()}`
    const act = keys[name]
    if (!act) return
    event.preventDefault()
    act(event)
  })
}
