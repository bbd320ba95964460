import { ref, type Ref } from 'vue'
import { useIntervalFn } from '@vueuse/core'
import type { ReviewPage } from '#core/document/review'
import { MAX_ASKED_PICTURES, reviewPath, type ReviewPicture, type ReviewSize } from '#core/handover/review'
import type { reviewServer } from '~/api/reviews'

/** Interval of asking which pictures are drawn by now, in milliseconds. */
const AGAIN_MS = 600

/** The pictures of a review while they are being drawn: those on the page are asked for first, and each stands as it is done. */
export const useDrawnPictures = (server: ReturnType<typeof reviewServer>, page: Ref<ReviewPage | null>) => {
  const drawn = ref<ReadonlySet<string>>(new Set())
  /** Paths of pictures the page would show and cannot yet. */
  let missing = new Set<string>()
  let asking = false
  const ask = async (): Promise<void> => {
    if (!page.value || page.value.ready || asking) return
    asking = true
    const asked = [...missing].slice(0, MAX_ASKED_PICTURES)
    missing = new Set()
    try {
      const { paths } = await server.drawn(asked)
      if (paths) drawn.value = new Set(paths)
    } catch {
      // whether the review is gone, or only out of reach, its news say; it is asked again
    } finally {
      asking = false
    }
  }
  useIntervalFn(ask, AGAIN_MS, { immediateCallback: true })
  /** Where a picture is; null while it is being drawn. */
  const pictureUrl = (size: ReviewSize, picture: ReviewPicture): string | null => {
    const path = reviewPath(size, picture)
    if (page.value?.ready || drawn.value.has(path)) return server.pictureUrl(size, picture)
    missing.add(path)
    return null
  }
  return { pictureUrl }
}
