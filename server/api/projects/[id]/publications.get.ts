import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { publicationsOf } from '../../../db/publications'
import { withLink } from '../../../links'

export default apiRoute('GET projects/[id]/publications', async ({ event, params }) =>
  (await publicationsOf(database(), params.id)).map(publication => withLink(event, 'brand', publication)),
)
