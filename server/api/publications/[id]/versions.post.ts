import { apiRoute } from '../../../apiRoute'
import { database, inTransaction } from '../../../db/connect'
import { findPublication, prepareVersion, projectOfPublication } from '../../../db/publications'
import { withLink } from '../../../links'
import { publishedContent, startVersion } from '../../../publications/publish'

/** Publishes anew: the version goes up when its files are written and anything differs. */
export default apiRoute('POST publications/[id]/versions', async ({ event, params: { id }, body }) => {
  const { version, ...put } = await body()
  const of = await projectOfPublication(database(), id)
  if (of === null) return null
  const { project, content } = await publishedContent(of, version, put)
  await inTransaction(database(), async sql => {
    await prepareVersion(sql, id, content)
    await startVersion(sql, project, id, put)
  })
  const publication = await findPublication(database(), id)
  return publication && withLink(event, 'brand', publication)
})
