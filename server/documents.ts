import type { Sql } from 'postgres'
import { CONTRACTS } from '#core/api/contracts'
import { copyName } from '#core/document/copyName'
import { type DocumentChange, withChange } from '#core/document/change'
import { lookOf, projectSchema, type Project, type StoredProject } from '#core/document/project'
import { newProject } from '#core/scheme/create'
import { createProject, findProject, saveProject } from './db/projects'
import { MAX_DOCUMENT_BYTES, notFound } from './apiHandler'
import { httpError } from './httpError'
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

/**
 * The stored document after a change of it; null where there is none. Where the change is of another version it is the stored one: then
 * it is not stored again. Throws 413 where the document gets larger than one may be.
 */
const afterChange = async (sql: Sql, id: string, version: number, change: DocumentChange): Promise<Project | null> => {
  const current = await findProject(sql, id)
  if (!current || current.version !== version) return current && current.document
  const document = projectSchema.parse(withChange(current.document, change))
  if (Buffer.byteLength(JSON.stringify(document)) > MAX_DOCUMENT_BYTES)
    throw httpError(413, 'The project would be larger than a project may be.')
  return document
}

/** Saves a project as it was sent, by whom where that is known; null where there is none. */
export const saveFromText = async (
  sql: Sql,
  id: string,
  text: string,
  by: string | null,
): Promise<Pick<StoredProject, 'version' | 'updatedAt'> | null> => {
  const { version, document: sent, change, trail, save } = CONTRACTS['PUT projects/[id]'].body.parse(readJson(text))
  const document = sent ?? (change && (await afterChange(sql, id, version, change)))
  if (!document) return null
  const look = lookOf(document)
  const states = trail && { ...trail, put: trail.put.map(state => ({ ...state, look: state.look ?? look })) }
  const saved = await saveProject(sql, id, version, document, states, save, by)
  return saved && { version: saved.version, updatedAt: saved.updatedAt }
}
