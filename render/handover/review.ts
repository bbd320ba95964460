import type { Project } from '#core/document/project'
import type { ReviewPut } from '#core/document/review'
import { exportLooks } from '#core/handover/plan'
import {
  BEFORE,
  reviewPath,
  reviewPictures,
  REVIEW_SIZES,
  reviewWidth,
  reviewContents,
  type ReviewPicture,
  type ReviewSize,
} from '#core/handover/review'
import { UNPAINTED, type Painted } from '#core/painting/painting'
import { artworkWriter, throwMissing } from './artworkOut'
import { paintingsIn, type Sources } from './writeHandOver'

/** The pictures of a review, each written when it is asked for. */
export interface ReviewHanding {
  files: Array<{ path: string; picture: ReviewPicture; size: ReviewSize }>
  write: (file: ReviewHanding['files'][number], signal?: AbortSignal) => Promise<Uint8Array>
}

/** Writes what a review shows of a project, as WebP pictures in two sizes. */
export const writeReview = async (
  project: Project,
  wanted: Pick<ReviewPut, 'looks' | 'artwork'>,
  sources: Sources,
): Promise<ReviewHanding> => {
  const { shown, pieces } = reviewContents(project, wanted)
  const looks = exportLooks(project, wanted)
  const { records, paintingIn } = await paintingsIn(looks, sources)
  const writer = artworkWriter({ ...sources, file: async hash => records.get(hash) ?? null })
  const painted = ({ look, artwork }: ReviewPicture): Painted => {
    if (look === BEFORE) return UNPAINTED
    const own = looks[shown.looks.findIndex(({ key }) => key === look)] ?? throwMissing('A colorway')
    return paintingIn(own.id)(pieces.get(artwork)?.id ?? '')
  }
  return {
    files: reviewPictures(shown).flatMap(picture =>
      (Object.keys(REVIEW_SIZES) as ReviewSize[]).map(size => ({
        ...{ path: reviewPath(size, picture), picture, size },
      })),
    ),
    write: async ({ picture, size }) => {
      const art = pieces.get(picture.artwork) ?? throwMissing('An artwork')
      return writer.shown(art, painted(picture), reviewWidth(art, REVIEW_SIZES[size]))
    },
  }
}
