import { z } from 'zod'
import { nameSchema } from '#core/document/basics'
import { database } from '../../../db/connect'
import { renameFolder, setFolderAway } from '../../../db/shelf'
import { bodyOf, door, missing, partOf } from '../../../door'

const asked = z.union([z.object({ name: nameSchema }), z.object({ away: z.boolean() })])

/** Gives a folder another name, or takes it away and puts it back. */
export default door(async event => {
  const id = partOf(event, 'id', z.uuid(), 'folder')
  const said = await bodyOf(event, asked)
  const found = await ('name' in said
    ? renameFolder(database(), id, said.name)
    : setFolderAway(database(), id, said.away))
  if (!found) throw missing('folder')
  return { id, ...said }
})
