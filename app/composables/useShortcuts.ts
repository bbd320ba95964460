import { useEventListener } from '@vueuse/core'
import { isAlwaysOn, keyName } from '#core/interaction/keys'
import { isTyping, takesAllKeys } from '~/browser/typing'
import { SHORTCUTS, type ShortcutName } from '~/words/shortcuts'
import { useShortcutsOn } from './useShortcutsOn'

/**
 * Handles keys of the table, by name, as long as the component is there. They do not fire in text fields, menus and
 * dialogs, nor with a modifier they do not name; they do on checkboxes, selects and sliders. Cmd counts as Ctrl.
 */
export const useShortcuts = (handlers: Partial<Record<ShortcutName, (event: KeyboardEvent) => void>>): void => {
  const on = useShortcutsOn()
  const acts = new Map(
    (Object.keys(handlers) as ShortcutName[]).flatMap(name =>
      SHORTCUTS[name].keys.map(key => [key, handlers[name]] as const),
    ),
  )
  useEventListener(window, 'keydown', event => {
    const name = keyName(event)
    const act = acts.get(name)
    if (!act || event.altKey || event.defaultPrevented) return
    if ((!on.value && !isAlwaysOn(name)) || takesAllKeys(event.target) || isTyping(event.target, isAlwaysOn(name)))
      return
    event.preventDefault()
    act(event)
  })
}
