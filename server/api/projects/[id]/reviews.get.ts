import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { reviewsOf } from '../../../db/reviews'
import { withLink } from '../../../links'

export default apiRoute('GET projects/[id]/reviews', async ({ event, params }) =>
  (await reviewsOf(database(), params.id)).map(review => withLink(event, 'review', review)),
)
