import { nextTick } from 'vue'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import type { Step } from './steps'

/** Where a key holds: everywhere, in one step, or where the focus is on the thing named. */
export type Where =
  | 'everywhere'
  | Step
  | 'on the artwork'
  | 'on a swatch'
  | 'on a proof'
  | 'on a colorway'
  | 'on a slider'

interface Shortcut {
  keys: readonly string[]
  words: string
  where: Where
}

/**
 * Every key of the application. Those `on` something are handled there, for they depend on what has the focus; all
 * others by `useShortcuts`.
 */
export const SHORTCUTS = {
  'gather': { keys: ['1'], words: 'Go to Gather', where: 'everywhere' },
  'compose': { keys: ['2'], words: 'Go to Compose', where: 'everywhere' },
  'remap': { keys: ['3'], words: 'Go to Remap', where: 'everywhere' },
  'check': { keys: ['4'], words: 'Go to Check', where: 'everywhere' },
  'hand-over': { keys: ['5'], words: 'Go to Hand over', where: 'everywhere' },
  'undo': { keys: ['ctrl+z'], words: 'Undo', where: 'everywhere' },
  'redo': { keys: ['ctrl+shift+z', 'ctrl+y'], words: 'Redo', where: 'everywhere' },
  'original': { keys: ['o'], words: 'Hold for the original colors', where: 'everywhere' },
  'eyes': { keys: ['b'], words: 'By the eyes of others, and back', where: 'everywhere' },
  'skip': { keys: ['f6', 's'], words: 'From artwork to bench to scheme', where: 'everywhere' },
  'help': { keys: ['?'], words: 'Show the keys', where: 'everywhere' },
  'deal': { keys: ['d'], words: 'Deal companions for what is not locked', where: 'compose' },
  'keep': { keys: ['k'], words: 'Keep the proof pointed at, or the present look', where: 'compose' },
  'mark': { keys: ['m'], words: 'Mark the proof pointed at, to compare', where: 'compose' },
  'compare': { keys: ['c'], words: 'Compare what is marked', where: 'compose' },
  'lay large': { keys: ['g'], words: 'Lay the proofs over stage and bench', where: 'compose' },
  'divider': { keys: ['v'], words: 'Divider between before and after', where: 'remap' },
  'deal targets': { keys: ['d'], words: 'Deal the targets of inks', where: 'remap' },
  'pages': { keys: ['page down', 'page up'], words: 'Go to the next, where arrows move things', where: 'everywhere' },
  'zoom in': { keys: ['+'], words: 'Zoom in', where: 'on the artwork' },
  'zoom out': { keys: ['-'], words: 'Zoom out', where: 'on the artwork' },
  'fit': { keys: ['0'], words: 'Fit the artwork', where: 'on the artwork' },
  'next shape': { keys: ['page down'], words: 'Pick the next shape', where: 'on the artwork' },
  'shape before': { keys: ['page up'], words: 'Pick the shape before', where: 'on the artwork' },
  'lock': { keys: ['l'], words: 'Lock or unlock', where: 'on a swatch' },
  'share': { keys: ['↑', '↓'], words: 'More or less of the whole', where: 'on a swatch' },
  'copy color': { keys: ['ctrl+c'], words: 'Copy its color', where: 'on a swatch' },
  'remove': { keys: ['delete'], words: 'Remove', where: 'on a swatch' },
  'move': { keys: ['ctrl+←', 'ctrl+→'], words: 'Move in the band', where: 'on a swatch' },
  'adopt': { keys: ['enter'], words: 'Adopt', where: 'on a proof' },
  'more like': { keys: ['+'], words: 'Deal more like it', where: 'on a proof' },
  'less like': { keys: ['-'], words: 'Deal less like it', where: 'on a proof' },
  'along': { keys: ['←', '→', '↑', '↓'], words: 'Go from proof to proof', where: 'on a proof' },
  'move colorway': { keys: ['ctrl+←', 'ctrl+→'], words: 'Move in the line-up', where: 'on a colorway' },
  'blink': { keys: ['x'], words: 'Hold for the other of two colorways', where: 'on a colorway' },
  'nudge': { keys: ['←', '→'], words: 'Nudge by 1; with Shift by 10', where: 'on a slider' },
  'call off': { keys: ['escape'], words: 'Close, or call a drag off', where: 'everywhere' },
} as const satisfies Record<string, Shortcut>
export type ShortcutName = keyof typeof SHORTCUTS

/** A key as it is written in titles and in the help. */
export const keyWords = (key: string): string =>
  key
    .split('+')
    .map(part => (part.length === 1 ? part.toUpperCase() : part.charAt(0).toUpperCase() + part.slice(1)))
    .join('+') || '+'

/** A title with its key: “Deal (D)”. */
export const withKey = (words: string, name: ShortcutName): string => `${words} (${keyWords(SHORTCUTS[name].keys[0])})`

/** Whether single keys do anything, remembered in this browser; undo and redo always do. */
export const useShortcutsOn = () => useLocalStorage('plumbago shortcuts', true)

const TEXT = /^(text|search|email|url|tel|password|number|)$/

/** A field whose text is being changed and not yet taken: undo is the field's own there. */
const committed = new WeakMap<HTMLInputElement, string>()
const isNumber = (field: HTMLInputElement): boolean => field.type === 'number' || field.inputMode === 'numeric'

const isTyping = (target: EventTarget | null, undo: boolean): boolean => {
  if (!(target instanceof HTMLElement)) return false
  if (target.isContentEditable || target instanceof HTMLTextAreaElement) return true
  if (!(target instanceof HTMLInputElement) || !TEXT.test(target.type)) return false
  return !(undo && isNumber(target) && committed.get(target) === target.value)
}

/** Whether what has the focus takes all keys itself: a menu, a list of options, a dialog over the page. */
const takesAll = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('[role=menu],[role=listbox],[aria-modal=true]') !== null

const nameOf = (event: KeyboardEvent): string => {
  const key = event.key.toLowerCase()
  const shift = event.shiftKey && key.length > 1 ? 'shift+' : event.shiftKey && key !== '?' ? 'shift+' : ''
  return `${event.ctrlKey || event.metaKey ? 'ctrl+' : ''}${shift}${key}`
}

/**
 * Handles keys of the table, by name, as long as the component is there. They do not fire in text fields, menus and
 * dialogs, nor with a modifier they do not name; they do on checkboxes, selects and sliders. Cmd counts as Ctrl.
 */
export const useShortcuts = (handlers: Partial<Record<ShortcutName, (event: KeyboardEvent) => void>>): void => {
  const on = useShortcutsOn()
  const acts = new Map(
    (Object.keys(handlers) as ShortcutName[]).flatMap(name =>
      SHORTCUTS[name].keys.map(key => [key as string, handlers[name]] as const),
    ),
  )
  useEventListener(window, 'keydown', event => {
    const name = nameOf(event)
    const act = acts.get(name)
    if (!act || event.altKey || event.defaultPrevented) return
    const always = name.startsWith('ctrl+')
    if ((!on.value && !always) || takesAll(event.target) || isTyping(event.target, always)) return
    event.preventDefault()
    act(event)
  })
}

/** Remembers what number fields hold, so that it is known whether one is being typed in. */
export const useCommittedNumbers = (): void => {
  const remember = ({ target }: Event): void => {
    if (target instanceof HTMLInputElement && isNumber(target)) committed.set(target, target.value)
  }
  useEventListener(document, 'focusin', remember)
  useEventListener(document, 'change', event => void nextTick(() => remember(event)), { capture: true })
}
