import { useLocalStorage } from '@vueuse/core'

/** Returns whether single keys do anything, remembered in this browser; undo and redo always do. */
export const useShortcutsOn = () => useLocalStorage('plumbago shortcuts', true)
