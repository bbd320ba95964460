import { ref, watch } from 'vue'
import { defineStore } from 'pinia'
import type { Artwork } from '#core/document/artwork'
import { ONLY_DESIGNERS } from '#core/document/roles'
import { whenIdle } from '~/browser/whenIdle'
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

  /** Hashes of artwork that a notice has reported as missing. */
  const missing = new Set<string>()
  /** Opens artwork; a notice reports, once, where it cannot be fetched. */
  const show = ({ hash, name }: Artwork, here: () => boolean): Promise<void> =>
    files.openWithMap(hash).catch((error: unknown) => {
      if (!here() || missing.has(hash)) return
      missing.add(hash)
      notices.say(`“${name}” cannot be shown: ${reasonOf(error)}`, 'problem')
    })
  /** Opens what is not open yet, one after the other, whenever the page has nothing else to do. */
  const showRest = async (here: () => boolean): Promise<void> => {
    for (const piece of painting.pieces.filter(({ hash }) => !files.screens.has(hash))) {
      await new Promise<void>(done => whenIdle(done))
      if (!here()) return
      await show(piece, here)
    }
  }
  /** Artwork that comes later is opened too, and the stand-ins when the last has gone. */
  let isStanding = false
  watch(
    () => painting.pieces,
    () => isStanding && showRest(still()),
  )

  /**
   * Opens a project as it is stored, or as it was left here unsaved: what is on the stage first, all other artwork after it. Rejects
   * where it cannot be had.
   */
  const open = async (wanted: string): Promise<void> => {
    close()
    const here = still()
    const learning = files.learn(wanted).catch(() => null) // what is not known is asked for piece by piece
    const { stored, draft } = await saving.find(wanted)
    await learning
    if (!here()) return
    id.value = wanted
    history.begin(draft?.document ?? stored.document, project)
    saving.begin(stored, draft)
    if (painting.piece) await show(painting.piece, here)
    if (!here()) return
    isStanding = true
    // where one has been comes after what one works on: a long trail takes a while
    void trail.open(wanted, draft?.trail ?? null, here)
    void showRest(here)
  }

  /** Leaves the project: what is unsaved goes on to the server, and what was opened for it is let go. */
  const close = (): void => {
    opening++
    missing.clear()
    isStanding = false
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
