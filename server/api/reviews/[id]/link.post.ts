import { z } from 'zod'
import { database } from '../../../db/connect'
import { renewLink } from '../../../db/reviews'
import { door, missing, partOf } from '../../../door'
import { linkTo } from '../../../reviews/door'

/** Gives a review a new link; the one it had leads nowhere from now on. */
export default door(async event => {
  const token = await renewLink(database(), partOf(event, 'id', z.uuid(), 'review'))
  if (!token) throw missing('review')
  return { link: linkTo(token) }
})
