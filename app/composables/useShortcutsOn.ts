import { useLocalStorage } from '@vueuse/core'

/** Whether single keys do anything, remembered in this browser; undo and redo always do. */
export const useShortcutsOn = () => useLocalStorage('plumbago shortcuts', true)
