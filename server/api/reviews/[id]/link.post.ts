import { z } from 'zod'
import { database } from '../../../db/connect'
import { renewLink } from '../../../db/reviews'
import { apiHandler, notFound, readParam } from '../../../apiHandler'
import { linkTo } from '../../../reviews/requests'

/** Gives a review a new link; the one it had leads nowhere from now on. */
export default apiHandler(async event => {
  const token = await renewLink(database(), readParam(event, 'id', z.uuid(), 'review'))
  if (!token) throw notFound('review')
  return { link: linkTo(token) }
})
