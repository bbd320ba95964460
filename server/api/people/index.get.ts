import { database } from '../../db/connect'
import { listPeople } from '../../db/people'
import { apiHandler } from '../../door'

/** Everybody who works here. */
export default apiHandler(() => listPeople(database()))
