import { z } from 'zod'
import { door, partOf } from '../../../../door'
import { commentsAsked } from '../../../../reviews/door'

export default door(event => commentsAsked(event, partOf(event, 'id', z.uuid(), 'review')))
