import { database } from '../db/connect'
import { demoCount } from '../db/demo'
import { door } from '../door'

export default door(async () => ({ projects: await demoCount(database()) }))
