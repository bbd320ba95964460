import type { ArtworkFile } from '#core/document/artwork'
import type { Painted } from '#core/painting/painting'
import type { ScreenArtwork } from '~/workers/artwork.worker'

/** The operations in which drawings and pictures differ. */
export interface ArtworkKind {
  /** The file extension and media type of its exports. */
  extension: 'svg' | 'png'
  type: string
  /** Its name in a sentence, and the most bytes it comes in with. */
  noun: string
  max: number
  /** True if writing it takes so long that it says how far it is. */
  takesTime: boolean
  /** Returns whether its map follows the hand while colors pass by. */
  followsMap: (file: ArtworkFile) => boolean
  /** Returns whether it has too many shapes to be shown in its own. */
  isCrowded: (file: ArtworkFile) => boolean
  /** Opens it for the screen. Rejects where it cannot be had. */
  open: (file: ArtworkFile) => Promise<ScreenArtwork>
  /** Its bytes as it is painted. `seen` hears which part is done; the signal stops what takes time. */
  write: (hash: string, painted: Painted, seen: (part: number) => void, signal?: AbortSignal) => Promise<Uint8Array>
}
