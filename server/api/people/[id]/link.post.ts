import { z } from 'zod'
import { database } from '../../../db/connect'
import { welcomeAgain } from '../../../db/people'
import { apiHandler, readParam } from '../../../apiHandler'

/** A new link for somebody to set a password. */
export default apiHandler(async event => ({
  token: await welcomeAgain(database(), readParam(event, 'id', z.uuid(), 'person')),
}))
