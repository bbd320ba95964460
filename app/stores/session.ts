import { ref } from 'vue'
import { defineStore } from 'pinia'
import { ONLY_DESIGNERS } from '#core/document/roles'
import { reasonOf } from '~/words/reasonOf'
import { useArtworkFiles } from './artwork'
import { useHistory, type OpenProject } from './history'
import { useJobs } from './jobs'
import { useMe } from './me'
import { useNotices } from './notices'
import { usePainting } from './painting'
import { usePictures } from './pictures'
import { useSaving } from './saving'
import { useTrail } from './trail'

/** The project that is open. Each opening counts: no answer that belongs to a project one has left arrives in the next. */
export const useProjectSession = defineStore('session', () => {
  const history = useHistory()
  const saving = useSaving()
  const trail = useTrail()
  const files = useArtworkFiles()
  const pictures = usePictures()
  const painting = usePainting()
  const jobs = useJobs()
  const notices = useNotices()
  const me = useMe()
  const id = ref<string | null>(null)
  let opening = 0

  /** Tells, at any later time, whether the project open now is still the one that is open. */
  const still = (): (() => boolean) => {
    const own = opening
    return () => own === opening
  }

  const project: OpenProject = {
    known: () => painting.known,
    readOnly: () => (me.looksOnly ? ONLY_DESIGNERS : null),
    took: (before, after, did) => {
      const state = trail.record(before, after, did)
      return state === null ? after : { ...after, state }
    },
    stands: document => saving.edited(document, trail.taken()),
  }

  /** Opens a project as it is stored, or as it was left here unsaved. Rejects where it cannot be had. */
  const open = async (wanted: string): Promise<void> => {
    close()
    const here = still()
    const { stored, draft } = await saving.find(wanted)
    if (!here()) return
    id.value = wanted
    history.begin(draft?.document ?? stored.document, project)
    saving.begin(stored, draft)
    const shown = painting.pieces
    const opened = await Promise.allSettled(shown.map(({ hash }) => files.open(hash)))
    if (!here()) return
    // where one has been comes after what one works on: a long trail takes a while
    void trail.open(wanted, draft?.trail ?? null, here)
    opened.forEach((result, i) => {
      if (result.status === 'rejected')
        notices.say(`“${shown[i]?.name}” cannot be shown: ${reasonOf(result.reason)}`, 'problem')
    })
  }

  /** Leaves the project: what is unsaved goes on to the server, and what was opened for it is let go. */
  const close = (): void => {
    opening++
    saving.end()
    trail.close()
    history.end()
    id.value = null
    painting.shownId = null
    jobs.letGo()
    files.letGo()
    pictures.letGo()
  }

  return { id, still, open, close }
})
