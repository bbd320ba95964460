import { archiveName } from '#core/handover/plan'
import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { addJob } from '../../../db/jobs'
import { findProject, staleProject } from '../../../db/projects'

/** Asks for files of a project as it was saved last; `version` says which version was seen. */
export default apiRoute('POST projects/[id]/jobs', async ({ params: { id }, body }) => {
  const { version, wanted, listed } = await body()
  const project = await findProject(database(), id)
  if (!project) return null
  if (project.version !== version) throw staleProject(project)
  return addJob(database(), id, archiveName(project.document), wanted, { listed })
})
