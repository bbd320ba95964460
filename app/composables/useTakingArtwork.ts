import { visibleLosses } from '#core/svg/visibleLosses'
import type { Artwork } from '#core/document/artwork'
import type { Anew } from '~/api/server'
import { useArtworkFiles } from '~/stores/artwork'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { useProjectSession } from '~/stores/session'

/** Notes on a file: what one sees in the picture, and, technically, what was taken out where. */
export interface Said {
  lines: string[]
  details: string[]
}

/** Takes artwork into the project that is open: its inks join those that are there and are matched. */
export const useTakingArtwork = () => {
  const history = useHistory()
  const painting = usePainting()
  const session = useProjectSession()
  const files = useArtworkFiles()

  /** Takes in a file as artwork. Returns what there is to say about it, in plain words and, on demand, technical ones. */
  const addArtwork = async (file: File, kind: Artwork['kind'], signal?: AbortSignal): Promise<Said> => {
    const here = session.still()
    const added = await files.add(file, kind, signal)
    if (!here()) return { lines: [], details: [] }
    const left = files.screens.get(added.hash)?.left
    const choosable = left && left.pictures + left.computed > 0
    const { name, hash, width, height } = added
    const fresh: Artwork = { kind: added.kind, id: crypto.randomUUID(), name, hash, width, height }
    history.run({ do: 'add artwork', artwork: fresh })
    painting.shownId = fresh.id
    return {
      lines: [
        ...visibleLosses(added.removed),
        ...added.notes,
        ...(choosable ? ['In Remap, under Inks, you can have that recolored too.'] : []),
      ],
      details: added.removed.map(({ what, line }) => `line ${line}: ${what}`),
    }
  }

  /** Has artwork read in another way; inks that were not there are matched. */
  const readAnew = async (art: Artwork, how: Anew, signal?: AbortSignal): Promise<void> => {
    const here = session.still()
    const updated = await files.readAnew(art.hash, how, signal)
    if (here() && !signal?.aborted) history.run({ do: 'read again', artwork: art.id, hash: updated.hash })
  }

  return { addArtwork, readAnew }
}
