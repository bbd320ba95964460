import { nextTick } from 'vue'
import { useEventListener } from '@vueuse/core'
import { noteNumber } from '~/browser/typing'

/** Takes note of what number fields hold when they get the focus and when they are taken. */
export const useCommittedNumbers = (): void => {
  useEventListener(document, 'focusin', ({ target }) => noteNumber(target))
  useEventListener(document, 'change', ({ target }) => void nextTick(() => noteNumber(target)), { capture: true })
}
