import { ref, watch } from 'vue'
import { defineStore } from 'pinia'
import { ONLY_DESIGNERS } from '#core/document/roles'
import { whenIdle } from '~/browser/whenIdle'
import { useArtworkFiles } from './artwork'
import { useHistory, type OpenProject } from './history'
import { useJobs } from './jobs'
import { useMe } from './me'
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

  /** Fetches unknown records of artwork, one by one whenever the page is idle: inks cannot be matched without them. */
  const learnRest = async (here: () => boolean): Promise<void> => {
    for (const { hash, name } of painting.pieces.filter(piece => !files.files.has(piece.hash))) {
      await new Promise<void>(done => whenIdle(done))
      if (!here()) return
      await files.learnOne(hash, name)
    }
  }
  let isStanding = false
  watch(
    () => painting.pieces,
    () => isStanding && learnRest(still()),
  )

  /**
   * Opens a project as it is stored, or as it was left here unsaved, with what is on the stage; other artwork comes as it comes
   * into sight. Rejects where it cannot be had.
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
    if (painting.piece) await files.show(painting.piece.hash, painting.piece.name)
    if (!here()) return
    isStanding = true
    // where one has been comes after what one works on: a long trail takes a while
    void trail.open(wanted, draft?.trail ?? null, here)
    void learnRest(here)
  }

  /** Leaves the project: what is unsaved goes on to the server, and what was opened for it is let go. */
  const close = (): void => {
    opening++
    isStanding = false
    saving.end()
    trail.close()
    history.end()
    id.value = null
    painting.shownId = null
    jobs.letGo()
    files.letGo()
    painting.letGo()
    pictures.letGo()
  }

  return { id, still, open, close }
})
