import type { Threads } from '#core/interaction/talk'
import type { CommentPut, ReviewChoice, ReviewComment, ReviewPage } from '#core/document/review'
import type { ReviewPicture, ReviewSize } from '#core/handover/review'
import { json } from './request'

/* The comments of a review: threads on a colorway (or, where none is named, on all), the latest first, before one. */
const commentsAt = (path: string) => ({
  threads: (look: string, before?: number) =>
    json<Threads>(
      'GET',
      `${path}/comments?${look ? `look=${look}` : ''}${before === undefined ? '' : `&before=${before}`}`,
    ),
  answers: async (thread: string, before: number) =>
    (await json<{ answers: ReviewComment[] }>('GET', `${path}/comments?thread=${thread}&before=${before}`)).answers,
  pictureUrl: (size: ReviewSize, { look, artwork }: ReviewPicture) =>
    `/api/${path}/pictures/${size}/${look}/${artwork}`,
})

/** Requests of whoever has the link of a review. All of it rejects with Refused. */
export const reviewServer = (token: string) => {
  const path = `review/${encodeURIComponent(token)}`
  return {
    ...commentsAt(path),
    page: () => json<ReviewPage>('GET', path),
    say: (put: CommentPut & { reader: string }) => json<ReviewComment>('POST', `${path}/comments`, put),
    choose: (look: string | null, author: string) => json<ReviewChoice>('PUT', `${path}/choice`, { look, author }),
    liveUrl: `/api/${path}/live`,
  }
}

/** Requests of its designer. */
export const reviewDesk = (id: string) => ({
  ...commentsAt(`reviews/${id}`),
  say: (put: CommentPut) => json<ReviewComment>('POST', `reviews/${id}/comments`, put),
  resolve: (comment: string, resolved: boolean) =>
    json<ReviewComment>('PUT', `reviews/${id}/comments/${comment}`, { resolved }),
})
