import { keyWords } from '#core/interaction/keys'
import { STEP_WORDS, STEPS, type Step } from './steps'

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

/** Steps are gone to by their numbers. */
const TO_STEPS = Object.fromEntries(
  STEPS.map((step, i): [Step, Shortcut] => [
    step,
    { keys: [String(i + 1)], words: `Go to ${STEP_WORDS[step].title}`, where: 'everywhere' },
  ]),
) as Record<Step, Shortcut>

/**
 * Every key of the application. Those `on` something are handled there, for they depend on what has the focus; all
 * others by `useShortcuts`.
 */
export const SHORTCUTS = {
  ...TO_STEPS,
  'undo': { keys: ['ctrl+z'], words: 'Undo', where: 'everywhere' },
  'redo': { keys: ['ctrl+shift+z', 'ctrl+y'], words: 'Redo', where: 'everywhere' },
  'original': { keys: ['o'], words: 'Hold to see the original colors', where: 'everywhere' },
  'eyes': { keys: ['b'], words: 'Through other eyes, and back', where: 'everywhere' },
  'skip': { keys: ['f6', 's'], words: 'Move between artwork, bench and scheme', where: 'everywhere' },
  'help': { keys: ['?'], words: 'Help and keys', where: 'everywhere' },
  'deal': { keys: ['d'], words: 'Deal new companions for unlocked swatches', where: 'compose' },
  'keep': { keys: ['k'], words: 'Keep the proof under the pointer, or the current look', where: 'compose' },
  'mark': { keys: ['m'], words: 'Mark the proof under the pointer for comparison', where: 'compose' },
  'compare': { keys: ['c'], words: 'Compare the marked ones', where: 'compose' },
  'lay large': { keys: ['g'], words: 'Show the proofs across stage and bench', where: 'compose' },
  'divider': { keys: ['v'], words: 'Divider between before and after', where: 'remap' },
  'deal targets': { keys: ['d'], words: 'Deal new targets for the inks', where: 'remap' },
  'pages': {
    keys: ['page down', 'page up'],
    words: 'Go to the next item, where arrow keys move things',
    where: 'everywhere',
  },
  'zoom in': { keys: ['+'], words: 'Zoom in', where: 'on the artwork' },
  'zoom out': { keys: ['-'], words: 'Zoom out', where: 'on the artwork' },
  'fit': { keys: ['0'], words: 'Fit the artwork', where: 'on the artwork' },
  'next shape': { keys: ['page down'], words: 'Pick the next shape', where: 'on the artwork' },
  'previous shape': { keys: ['page up'], words: 'Pick the previous shape', where: 'on the artwork' },
  'lock': { keys: ['l'], words: 'Lock or unlock', where: 'on a swatch' },
  'share': { keys: ['↑', '↓'], words: 'Larger or smaller share', where: 'on a swatch' },
  'copy color': { keys: ['ctrl+c'], words: 'Copy its color', where: 'on a swatch' },
  'remove': { keys: ['delete'], words: 'Remove', where: 'on a swatch' },
  'move': { keys: ['ctrl+←', 'ctrl+→'], words: 'Move in the band', where: 'on a swatch' },
  'adopt': { keys: ['enter'], words: 'Adopt', where: 'on a proof' },
  'more like': { keys: ['+'], words: 'Deal more like it', where: 'on a proof' },
  'less like': { keys: ['-'], words: 'Deal less like it', where: 'on a proof' },
  'along': { keys: ['←', '→', '↑', '↓'], words: 'Go from proof to proof', where: 'on a proof' },
  'move colorway': { keys: ['ctrl+←', 'ctrl+→'], words: 'Move in the line-up', where: 'on a colorway' },
  'blink': { keys: ['x'], words: 'Hold to see the other of two colorways', where: 'on a colorway' },
  'nudge': { keys: ['←', '→'], words: 'Nudge by 1; with Shift by 10', where: 'on a slider' },
  'call off': { keys: ['escape'], words: 'Close, or cancel a drag', where: 'everywhere' },
} as const satisfies Record<string, Shortcut>
export type ShortcutName = keyof typeof SHORTCUTS

/** A title with its key: “Deal (D)”. */
export const withKey = (words: string, name: ShortcutName): string =>
  `${words} (${keyWords(SHORTCUTS[name].keys[0] ?? '')})`
