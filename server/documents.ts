import type { Sql } from 'postgres'
import { z } from 'zod'
import { nameSchema } from '#core/document/basics'
import { copyName } from '#core/document/copyName'
import { projectSchema, type StoredProject } from '#core/document/project'
import { trailChangeSchema } from '#core/document/trail'
import { newProject } from '#core/scheme/create'
import { createProject, findProject, saveProject } from './db/projects'
import { notFound } from './apiHandler'
import { readJson } from './json'

const asked = z.union([
  z.object({ copyOf: z.uuid() }),
  z.object({ document: projectSchema, trailOf: z.uuid().optional() }),
  z.object({ name: nameSchema }),
])

const saving = z.object({
  version: z.number().int().min(1),
  document: projectSchema,
  trail: trailChangeSchema.optional(),
  save: z.uuid().optional(),
})

/** Makes a project from what was said of it: a name, a document, or which project it is a copy of. Answers 404 where that is gone. */
export const createFromText = async (sql: Sql, text: string): Promise<StoredProject> => {
  const body = asked.parse(readJson(text))
  if ('document' in body) return createProject(sql, body.document, body.trailOf ? { copyOf: body.trailOf } : null)
  if ('name' in body) return createProject(sql, newProject(body.name))
  const original = await findProject(sql, body.copyOf)
  if (!original) throw notFound('project')
  const document = { ...original.document, name: copyName(original.document.name) }
  return createProject(sql, document, { copyOf: body.copyOf })
}

/** Saves a project as it was said, by whom where that is known; null where there is none. */
export const saveFromText = async (
  sql: Sql,
  id: string,
  text: string,
  by: string | null,
): Promise<Pick<StoredProject, 'version' | 'updatedAt'> | null> => {
  const { version, document, trail, save } = saving.parse(readJson(text))
  const saved = await saveProject(sql, id, version, document, trail, save, by)
  return saved && { version: saved.version, updatedAt: saved.updatedAt }
}
