import { z } from 'zod'
import { database } from '../../../db/connect'
import { versionsOnShelf } from '../../../db/shelf'
import { apiHandler, readParam } from '../../../apiHandler'

export default apiHandler(event => versionsOnShelf(database(), readParam(event, 'id', z.uuid(), 'scheme')))
