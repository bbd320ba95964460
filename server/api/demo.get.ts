import { database } from '../db/connect'
import { demoCount } from '../db/demo'
import { apiHandler } from '../apiHandler'

export default apiHandler(async () => ({ projects: await demoCount(database()) }))
