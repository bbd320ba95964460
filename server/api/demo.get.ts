import { apiRoute } from '../apiRoute'
import { database } from '../db/connect'
import { demoCount } from '../db/demo'

export default apiRoute('GET demo', async () => ({ projects: await demoCount(database()) }))
