import { z } from 'zod'
import { nameSchema } from '#core/document/basics'
import { database } from '../../../db/connect'
import { renameFolder, setFolderAway } from '../../../db/shelf'
import { readBody, apiHandler, notFound, readParam } from '../../../apiHandler'

const asked = z.union([z.object({ name: nameSchema }), z.object({ away: z.boolean() })])

/** Gives a folder another name, or takes it away and puts it back. */
export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid(), 'folder')
  const change = await readBody(event, asked)
  const found = await ('name' in change
    ? renameFolder(database(), id, change.name)
    : setFolderAway(database(), id, change.away))
  if (!found) throw notFound('folder')
  return { id, ...change }
})
