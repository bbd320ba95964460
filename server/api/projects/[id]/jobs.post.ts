import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { archiveName } from '#core/handover/plan'
import { wantedSchema } from '#core/handover/options'
import { database } from '../../../db/connect'
import { addJob } from '../../../db/jobs'
import { findProject, staleProject } from '../../../db/projects'
import { readBody, apiHandler, notFound, readParam } from '../../../apiHandler'

const asked = z.object({ version: z.number().int().min(1), wanted: wantedSchema, listed: z.boolean().default(true) })

/** Asks for files of a project as it was saved last; `version` says which version was seen. */
export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid())
  const { version, wanted, listed } = await readBody(event, asked)
  const project = await findProject(database(), id)
  if (!project) throw notFound('project')
  if (project.version !== version) throw staleProject(project)
  const job = await addJob(database(), id, archiveName(project.document), wanted, { listed })
  if (!job) throw notFound('project')
  setResponseStatus(event, 201)
  return job
})
