import { z } from 'zod'
import { door, partOf } from '../../../../../../door'
import { pictureAsked } from '../../../../../../reviews/door'

export default door(event => pictureAsked(event, partOf(event, 'id', z.uuid(), 'review')))
