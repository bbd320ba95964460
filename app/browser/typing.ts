/* True if a key belongs to what has the focus. */

const TEXT = /^(text|search|email|url|tel|password|number|)$/

/** The value a number field had when it was last taken: while it is another, undo is the field's own. */
const taken = new WeakMap<HTMLInputElement, string>()
const isNumber = (field: HTMLInputElement): boolean => field.type === 'number' || field.inputMode === 'numeric'

/** Takes note of what a number field holds; of other elements there is nothing to note. */
export const noteNumber = (target: EventTarget | null): void => {
  if (target instanceof HTMLInputElement && isNumber(target)) taken.set(target, target.value)
}

/** Returns whether a text is being typed there. A number field nobody types in leaves undo and redo to the page. */
export const isTyping = (target: EventTarget | null, isUndo: boolean): boolean => {
  if (!(target instanceof HTMLElement)) return false
  if (target.isContentEditable || target instanceof HTMLTextAreaElement) return true
  if (!(target instanceof HTMLInputElement) || !TEXT.test(target.type)) return false
  return !(isUndo && isNumber(target) && taken.get(target) === target.value)
}

/** Returns whether what has the focus takes all keys itself: a menu, a list of options, a dialog over the page. */
export const takesAllKeys = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('[role=menu],[role=listbox],[aria-modal=true]') !== null
