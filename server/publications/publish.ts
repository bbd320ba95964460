import type { Sql } from 'postgres'
import type { StoredProject } from '#core/document/project'
import type { PublicationPut } from '#core/document/publication'
import { publishedLook, wantedOf } from '#core/handover/publication'
import { notFound } from '../apiHandler'
import { database } from '../db/connect'
import { addJob } from '../db/jobs'
import { findProject, staleProject } from '../db/projects'
import type { PublishedContent } from '../db/publications'
import { httpError } from '../httpError'

/**
 * The content of a new version of a project that was saved as this version. Rejects with 404 where there is no such project or colorway,
 * 409 where the project was changed since, and 400 where the colorway has no swatches.
 */
export const publishedContent = async (
  id: string,
  version: number,
  put: PublicationPut,
): Promise<{ project: StoredProject; content: PublishedContent }> => {
  const project = await findProject(database(), id)
  if (!project) throw notFound('project')
  if (project.version !== version) throw staleProject(project)
  const look = publishedLook(project.document, put)
  if (!look) throw notFound('colorway')
  if (!look.swatches.length) throw httpError(400, 'This colorway has no swatches to publish.')
  return { project, content: { put, lookName: look.name, swatches: look.swatches } }
}

/** Asks for the job that writes a version of a publication. */
export const startVersion = async (
  sql: Sql,
  { id, document }: StoredProject,
  publication: string,
  put: PublicationPut,
): Promise<void> => {
  const wanted = wantedOf(document, put)
  const job = await addJob(sql, id, put.title, wanted, { listed: false, publication })
  if (!job) throw notFound('project')
}
