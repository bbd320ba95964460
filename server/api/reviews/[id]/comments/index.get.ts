import { apiRoute } from '../../../../apiRoute'
import { findComments } from '../../../../reviews/requests'

export default apiRoute('GET reviews/[id]/comments', ({ params, query }) => findComments(params.id, query))
