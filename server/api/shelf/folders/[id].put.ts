import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { renameFolder, setFolderAway } from '../../../db/shelf'

/** Gives a folder another name, or takes it away and puts it back. */
export default apiRoute('PUT shelf/folders/[id]', async ({ params: { id }, body }) => {
  const change = await body()
  return 'name' in change ? renameFolder(database(), id, change.name) : setFolderAway(database(), id, change.away)
})
