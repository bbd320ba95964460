import type { PressedKey } from './arrowKeys'
import { sentence } from '#core/document/sentence'

/**
 * Returns the name of a pressed key, as tables of shortcuts have it: modifiers first, in small letters. Cmd counts as
 * Ctrl; Shift is left out of `?`, which is typed with it.
 */
export const keyName = ({ key, shiftKey, ctrlKey, metaKey }: Omit<PressedKey, 'altKey'>): string => {
  const name = key.toLowerCase()
  const shift = shiftKey && name !== '?' ? 'shift+' : ''
  return `${ctrlKey || metaKey ? 'ctrl+' : ''}${shift}${name}`
}

/** Returns whether a key works wherever the focus is, and though single keys are off: those with Ctrl, as undo and redo. */
export const isAlwaysOn = (name: string): boolean => name.startsWith('ctrl+')

/** Returns a key as it is written in titles and in the help: “Ctrl+Shift+Z”. */
export const keyWords = (key: string): string =>
  key
    .split('+')
    .map(part => sentence(part))
    .join('+') || '+'
