import { apiRoute } from '../../../apiRoute'
import { artworkOf } from '../../../db/artwork'
import { database } from '../../../db/connect'

/** Answers what is known of each artwork of a project. */
export default apiRoute('GET projects/[id]/artwork', ({ params }) => artworkOf(database(), params.id))
