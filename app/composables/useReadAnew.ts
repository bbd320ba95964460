import type { Artwork } from '#core/document/artwork'
import type { Anew } from '~/api/server'
import { useArtworkFiles } from '~/stores/artwork'
import { useHistory } from '~/stores/history'
import { useProjectSession } from '~/stores/session'

/** Returns a function that has artwork read in another way; inks that were not there are matched. */
export const useReadAnew = () => {
  const history = useHistory()
  const session = useProjectSession()
  const files = useArtworkFiles()
  return async (art: Artwork, how: Anew, signal?: AbortSignal): Promise<void> => {
    const isHere = session.still()
    const updated = await files.readAnew(art.hash, how, signal)
    if (isHere() && !signal?.aborted) history.run({ do: 'read again', artwork: art.id, hash: updated.hash })
  }
}
