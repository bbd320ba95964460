import type { Artwork } from '#core/document/artwork'
import type { Project } from '#core/document/project'
import type { ReviewPut, ReviewShown, ReviewSources } from '#core/document/review'
import { shownScheme } from '#core/scheme/compose'
import { exportLooks, type ExportLook } from './plan'

/* The content of a review of a project, and which pictures that needs. */

/** Size of the pictures of a review: the longer side, in pixels. */
export const REVIEW_SIZES = { large: 2000, small: 560 } as const
export type ReviewSize = keyof typeof REVIEW_SIZES
/** The key of the artwork as it came, among the colorways. */
export const BEFORE = 'before'
/** The key of all colorways side by side. */
export const ALL = 'all'

/** A piece of artwork in one file: the same artwork on another file is another piece. */
const pieceOf = ({ id, hash }: Pick<Artwork, 'id' | 'hash'>): string => `${id} ${hash}`

/** The content: colorways and artwork under keys that say nothing of the project, and where each came from. */
export const reviewContents = (
  project: Project,
  { looks, artwork }: Pick<ReviewPut, 'looks' | 'artwork'>,
): { shown: ReviewShown; sources: ReviewSources; pieces: ReadonlyMap<string, Artwork> } => {
  const looksShown = exportLooks(project, { looks })
  const chosen = ({ project: own }: ExportLook): Artwork[] => own.artwork.filter(({ id }) => artwork.includes(id))
  const pieces = [...new Map(looksShown.flatMap(chosen).map(art => [pieceOf(art), art])).values()]
  const keys = new Map(pieces.map((art, i) => [pieceOf(art), `a${i + 1}`]))
  const keyed = (art: Artwork): string => keys.get(pieceOf(art)) as string
  return {
    shown: {
      looks: looksShown.map((look, i) => ({
        key: `c${i + 1}`,
        name: look.name,
        note: look.note,
        swatches: shownScheme(look.project).map(({ hex, name, role, share }) => ({ hex, name, role, share })),
        artwork: chosen(look).map(keyed),
      })),
      artwork: pieces.map(art => ({ key: keyed(art), name: art.name, width: art.width, height: art.height })),
    },
    sources: Object.fromEntries([
      ...looksShown.map(({ id }, i) => [`c${i + 1}`, id] as const),
      ...pieces.map(art => [keyed(art), art.id] as const),
    ]),
    pieces: new Map(pieces.map(art => [keyed(art), art])),
  }
}

/** A picture of a review: its artwork in a colorway, or as it came, in both sizes. */
export interface ReviewPicture {
  look: string
  artwork: string
}

/** The pictures a review needs. */
export const reviewPictures = ({ looks, artwork }: ReviewShown): ReviewPicture[] => [
  ...artwork.map(({ key }) => ({ look: BEFORE, artwork: key })),
  ...looks.flatMap(look => look.artwork.map(key => ({ look: look.key, artwork: key }))),
]

/** The paths of pictures, and the most that can be asked for at a time. */
export const REVIEW_PATH = /^(small|large)\/(before|c\d{1,3})\/a\d{1,3}$/
export const MAX_ASKED_PICTURES = 60

/** Where a picture is stored. */
export const reviewPath = (size: ReviewSize, { look, artwork }: ReviewPicture): string => `${size}/${look}/${artwork}`

/** Width of a picture of an artwork, in pixels, so that its longer side has a given length. */
export const reviewWidth = ({ width, height }: Pick<Artwork, 'width' | 'height'>, side: number): number =>
  Math.max(1, Math.round(side * Math.min(1, width / height)))
