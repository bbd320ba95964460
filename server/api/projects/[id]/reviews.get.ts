import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { reviewsOf } from '../../../db/reviews'

export default apiRoute('GET projects/[id]/reviews', ({ params }) => reviewsOf(database(), params.id))
