import { apiRoute } from '../../../apiRoute'
import { database, inTransaction } from '../../../db/connect'
import { addPublication, findPublication } from '../../../db/publications'
import { withLink } from '../../../links'
import { publishedContent, startVersion } from '../../../publications/publish'

/** Publishes a colorway of a project as it was saved last; its files are written by a job. */
export default apiRoute('POST projects/[id]/publications', async ({ event, params, body }) => {
  const { version, ...put } = await body()
  const { project, content } = await publishedContent(params.id, version, put)
  const id = await inTransaction(database(), async sql => {
    const added = await addPublication(sql, project.id, content)
    if (added) await startVersion(sql, project, added, put)
    return added
  })
  const publication = id && (await findPublication(database(), id))
  return publication ? withLink(event, 'brand', publication) : null
})
