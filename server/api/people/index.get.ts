import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { listPeople } from '../../db/people'

/** Everybody who works here. */
export default apiRoute('GET people', () => listPeople(database()))
