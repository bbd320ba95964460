import { ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { droppedEntries, filesOfEntries } from '~/browser/droppedFiles'
import type { Arrival } from '~/stores/arrivals'
import { useNotices } from '~/stores/notices'

const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA)$/.test(target.tagName))
const arrivalOf = (data: DataTransfer | null): Arrival => ({
  files: [...(data?.files ?? [])],
  text: data?.getData('text/plain') ?? '',
})

/**
 * Takes files and texts that are dropped or pasted anywhere on the page, so that the browser never opens a file in its
 * place. Text dropped or pasted into a field is the field's. Returns whether something is dragged over the page.
 */
export const useDropsAnywhere = (arrived: (arrival: Arrival) => void) => {
  const notices = useNotices()
  const over = ref(false)
  let inside = 0
  const taken = (event: Event, data: DataTransfer | null): void => {
    const entries = droppedEntries(data)
    if (entries) {
      event.preventDefault()
      void notices.attempt(async () => arrived({ files: await filesOfEntries(entries), text: '' }))
      return
    }
    const arrival = arrivalOf(data)
    if (!arrival.files.length && (isField(event.target) || !arrival.text.trim())) return
    event.preventDefault()
    arrived(arrival)
  }
  useEventListener(document, 'dragenter', event => {
    inside++
    over.value = event.dataTransfer?.types.some(type => type === 'Files' || type === 'text/plain') ?? false
  })
  useEventListener(document, 'dragleave', () => {
    inside = Math.max(0, inside - 1)
    if (!inside) over.value = false
  })
  useEventListener(document, 'dragover', event => {
    if (!isField(event.target) || event.dataTransfer?.types.includes('Files')) event.preventDefault()
  })
  useEventListener(document, 'drop', event => {
    inside = 0
    over.value = false
    if (event.dataTransfer?.types.includes('Files')) event.preventDefault()
    taken(event, event.dataTransfer)
  })
  useEventListener(document, 'paste', event => {
    if (!event.defaultPrevented) taken(event, event.clipboardData)
  })
  return over
}
