import { apiRoute } from '../../../../apiRoute'
import { database } from '../../../../db/connect'
import { resolveThread } from '../../../../db/reviewComments'

/** Resolves a thread, or opens it again. */
export default apiRoute('PUT reviews/[id]/comments/[comment]', async ({ params: { id, comment }, body }) =>
  resolveThread(database(), id, comment, (await body()).resolved),
)
