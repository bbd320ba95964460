import type { Sql } from 'postgres'
import { CONTRACTS } from '#core/api/contracts'
import { copyName } from '#core/document/copyName'
import type { StoredProject } from '#core/document/project'
import { newProject } from '#core/scheme/create'
import { createProject, findProject, saveProject } from './db/projects'
import { notFound } from './apiHandler'
import { readJson } from './json'

/** Makes a project from a request: a name, a document, or which project it is a copy of. Answers 404 where that is gone. */
export const createFromText = async (sql: Sql, text: string): Promise<StoredProject> => {
  const body = CONTRACTS['POST projects'].body.parse(readJson(text))
  if ('document' in body) return createProject(sql, body.document, body.trailOf ? { copyOf: body.trailOf } : null)
  if ('name' in body) return createProject(sql, newProject(body.name))
  const original = await findProject(sql, body.copyOf)
  if (!original) throw notFound('project')
  const document = { ...original.document, name: copyName(original.document.name) }
  return createProject(sql, document, { copyOf: body.copyOf })
}

/** Saves a project as it was sent, by whom where that is known; null where there is none. */
export const saveFromText = async (
  sql: Sql,
  id: string,
  text: string,
  by: string | null,
): Promise<Pick<StoredProject, 'version' | 'updatedAt'> | null> => {
  const { version, document, trail, save } = CONTRACTS['PUT projects/[id]'].body.parse(readJson(text))
  const saved = await saveProject(sql, id, version, document, trail, save, by)
  return saved && { version: saved.version, updatedAt: saved.updatedAt }
}
