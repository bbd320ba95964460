import { isCrowded, usesOf } from '#core/inkmap/inkmap'
import { MAX_SVG_BYTES } from '#core/svg/unreadable'
import type { ArtworkDesk } from '~/workers/artwork.worker'
import type { Desk } from '~/workers/desk'
import type { ArtworkKind } from './kind'

/** From so many painted shapes on, a change of colors takes the browser longer than a frame. */
const MANY = 300

/** Where the bytes of a drawing, and of the pictures within it, come from. */
export interface DrawingSource {
  source: (hash: string) => Promise<Uint8Array>
  picturesWithin: (hash: string) => Promise<Uint8Array>
}

/** Drawings of shapes: read, shown and written in a worker. */
export const drawings = (desk: Desk<ArtworkDesk>, server: DrawingSource): ArtworkKind => ({
  extension: 'svg',
  type: 'image/svg+xml',
  noun: 'an SVG',
  max: MAX_SVG_BYTES,
  takesTime: false,
  followsMap: ({ inks, pictureInks }) => pictureInks.length > 0 || usesOf(inks) >= MANY,
  isCrowded: ({ inks }) => isCrowded(inks),
  open: async ({ hash, also, pictureInks }) => {
    const within = pictureInks.some(({ length }) => length)
    const [source, pictures] = await Promise.all([server.source(hash), within ? server.picturesWithin(hash) : null])
    return desk.at().open(hash, source, { also, pictureInks, pictures })
  },
  write: (hash, { colors, byHand }) => desk.at().write(hash, colors, byHand.shapes),
})
