import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { putOnShelf } from '../../db/shelf'

export default apiRoute('POST shelf', async ({ body }) => putOnShelf(database(), await body()))
