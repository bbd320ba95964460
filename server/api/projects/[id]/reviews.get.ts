import { z } from 'zod'
import { database } from '../../../db/connect'
import { reviewsOf } from '../../../db/reviews'
import { door, partOf } from '../../../door'

export default door(event => reviewsOf(database(), partOf(event, 'id', z.uuid())))
