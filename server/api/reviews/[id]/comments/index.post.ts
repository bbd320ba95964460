import { apiRoute } from '../../../../apiRoute'
import { database } from '../../../../db/connect'
import { addComment } from '../../../../db/reviewComments'

/** The designer says something. */
export default apiRoute('POST reviews/[id]/comments', async ({ params, body }) =>
  addComment(database(), params.id, await body(), null),
)
