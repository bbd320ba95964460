import { keyOf } from '../../core/formats/formats'
import { numbered } from '../../core/color/name'
import type { Artwork } from '../../core/project/schema'
import { endingOf, saveFile } from './saveFile'

/** What could not be done, to which artwork. */
export interface Failure {
  artwork: Artwork
  reason: string
}

/**
 * Writes all artwork of the project in its colors into one archive, one after the other, with how far it is, cancel,
 * and what could not be done.
 */
export const useSetExport = () => {
  const project = useProject()
  const files = useArtworkFiles()
  const notices = useNotices()
  const at = ref<{ done: number; of: number; name: string } | null>(null)
  const failures = ref<Failure[]>([])
  let cancelled = false

  const write = async (all: readonly Artwork[]): Promise<void> => {
    if (at.value || !all.length) return
    cancelled = false
    failures.value = []
    const names = numbered(all.map(({ name }) => keyOf(name) || 'artwork'))
    const written: Record<string, Uint8Array> = {}
    try {
      for (const [i, art] of all.entries()) {
        at.value = { done: i, of: all.length, name: art.name }
        try {
          written[`${names[i]?.replaceAll(' ', '-')}.${endingOf(art)}`] = await files.write(
            art.hash,
            project.settledFor(art.id),
            project.touchesFor(art.id, project.settled),
          )
        } catch (error) {
          failures.value = [...failures.value, { artwork: art, reason: reasonOf(error) }]
        }
        if (cancelled) return notices.say(`Stopped after ${i + 1} of ${all.length}; nothing was saved.`)
      }
      const count = Object.keys(written).length
      if (!count) return notices.say('None of the artwork could be written.', 'problem')
      const name = `${keyOf(project.document?.name ?? '') || 'artwork'}.zip`
      saveFile(name, await files.pack(written), 'application/zip')
      notices.say(
        `Saved ${name} with ${count} ${count === 1 ? 'file' : 'files'}` +
          `${failures.value.length ? `; ${failures.value.length} could not be written` : ''}.`,
        failures.value.length ? 'problem' : 'done',
      )
    } finally {
      at.value = null
    }
  }
  const cancel = (): void => {
    cancelled = true
  }
  onUnmounted(cancel)
  return { at, failures, write, cancel }
}
