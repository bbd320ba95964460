import { z } from 'zod'
import { database } from '../../../db/connect'
import { versionsOnShelf } from '../../../db/shelf'
import { door, partOf } from '../../../door'

export default door(event => versionsOnShelf(database(), partOf(event, 'id', z.uuid(), 'scheme')))
