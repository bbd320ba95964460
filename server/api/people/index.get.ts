import { database } from '../../db/connect'
import { listPeople } from '../../db/people'
import { apiHandler } from '../../apiHandler'

/** Everybody who works here. */
export default apiHandler(() => listPeople(database()))
