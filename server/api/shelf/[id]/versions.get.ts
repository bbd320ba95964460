import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { versionsOnShelf } from '../../../db/shelf'

export default apiRoute('GET shelf/[id]/versions', ({ params }) => versionsOnShelf(database(), params.id))
