import { z } from 'zod'
import { database } from '../../../db/connect'
import { welcomeAgain } from '../../../db/people'
import { door, partOf } from '../../../door'

/** A new link for somebody to set a password. */
export default door(async event => ({
  token: await welcomeAgain(database(), partOf(event, 'id', z.uuid(), 'person')),
}))
