import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { makeFolder } from '../../../db/shelf'

export default apiRoute('POST shelf/folders', async ({ body }) => makeFolder(database(), (await body()).name))
