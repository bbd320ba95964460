import type { AnswerOf, RequestOf } from '#core/api/contracts'
import type { CommentPut } from '#core/document/review'
import type { ReviewPicture, ReviewSize } from '#core/handover/review'
import { call } from './call'

type Asked = RequestOf<'GET review/[token]/comments'>['query']
type Found = AnswerOf<'GET review/[token]/comments'>

/** The comments of a review: threads on a colorway (or, where none is named, on all), the latest first, before one. */
const commentsBy = (ask: (query: Asked) => Promise<Found>) => ({
  threads: async (look: string, before?: number) => {
    const found = await ask({ look: look || undefined, before })
    return 'threads' in found ? found : { threads: [], more: false }
  },
  answers: async (thread: string, before: number) => {
    const found = await ask({ thread, before })
    return 'answers' in found ? found.answers : []
  },
})

const pictureAt =
  (path: string) =>
  (size: ReviewSize, { look, artwork }: ReviewPicture): string =>
    `/api/${path}/pictures/${size}/${look}/${artwork}`

/** Requests of whoever has the link of a review. All of it rejects with Refused. */
export const reviewServer = (token: string) => {
  const params = { token }
  const path = `review/${encodeURIComponent(token)}`
  return {
    ...commentsBy(query => call('GET review/[token]/comments', { params, query })),
    pictureUrl: pictureAt(path),
    page: () => call('GET review/[token]', { params }),
    drawn: (asked: readonly string[]) =>
      call('GET review/[token]/drawn', { params, query: { asked: asked.join(',') } }),
    say: (put: CommentPut & { reader: string }) => call('POST review/[token]/comments', { params, body: put }),
    choose: (look: string | null, author: string) =>
      call('PUT review/[token]/choice', { params, body: { look, author } }),
    liveUrl: `/api/${path}/live`,
  }
}

/** Requests of its designer. */
export const reviewDesk = (id: string) => ({
  ...commentsBy(query => call('GET reviews/[id]/comments', { params: { id }, query })),
  pictureUrl: pictureAt(`reviews/${id}`),
  say: (put: CommentPut) => call('POST reviews/[id]/comments', { params: { id }, body: put }),
  resolve: (comment: string, resolved: boolean) =>
    call('PUT reviews/[id]/comments/[comment]', { params: { id, comment }, body: { resolved } }),
})
