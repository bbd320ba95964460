import { database } from '../../db/connect'
import { listPeople } from '../../db/people'
import { door } from '../../door'

/** Everybody who works here. */
export default door(() => listPeople(database()))
