import type { H3Error } from 'h3'
import type { JSONValue, Sql } from 'postgres'
import type { TrailChange } from '#core/document/trail'
import { projectSchema, type Project, type StoredProject } from '#core/document/project'
import { httpError } from '../httpError'
import type { ProjectCard, ProjectOrder } from '#core/document/projectCard'
import { inTransaction } from './connect'
import { tellOfProject } from './presence'
import { changeTrail, copyTrail } from './trail'

/** 409, with what is stored: a change starts from an older version than that. */
export const staleProject = (current: StoredProject): H3Error =>
  httpError(409, 'The project was changed elsewhere since it was opened here.', current)

/** Usual maximum ratio of unpacked to stored size. */
const UNPACKED = 4

const asJson = (value: unknown): JSONValue => value as JSONValue

const summaryOf = ({ name, scheme, artwork }: Project): JSONValue => ({
  name,
  swatches: scheme.map(({ hex, share }) => ({ hex, share })),
  artwork: artwork.length,
  ...(artwork[0] ? { ratio: artwork[0].width / artwork[0].height } : {}),
})

interface Row {
  id: string
  version: number
  updated_at: Date
  last_save: string | null
  document: Project
}

const toProject = (
  { id, version, updated_at, last_save }: Omit<Row, 'document'>,
  document: Project,
): StoredProject => ({
  id,
  version,
  updatedAt: updated_at.toISOString(),
  lastSave: last_save,
  document,
})

const toStoredProject = ({ document, ...row }: Row): StoredProject => toProject(row, projectSchema.parse(document))

/**
 * A page of the projects that are not deleted, last changed or made first, or by their names; `before` is the id of the last one seen.
 * With words, those that have all of them in their names.
 */
export const listProjects = async (
  sql: Sql,
  limit: number,
  before?: string,
  words = '',
  order: ProjectOrder = 'changed',
): Promise<ProjectCard[]> => {
  const by = order === 'name' ? sql`lower(summary->>'name')` : order === 'made' ? sql`created_at` : sql`updated_at`
  const [beyond, way] = order === 'name' ? [sql`>`, sql`asc`] : [sql`<`, sql`desc`]
  const named = words
    .split(/\s+/)
    .filter(Boolean)
    .map(word => `%${word.toLowerCase().replace(/[\\%_]/g, letter => `\\${letter}`)}%`)
  const rows = await sql<
    Array<{
      id: string
      version: number
      updated_at: Date
      summary: Omit<ProjectCard, 'id' | 'version' | 'updatedAt'>
    }>
  >`
    select id, version, updated_at, summary from projects
    where deleted_at is null
    ${named.length ? sql`and lower(summary->>'name') like all (${named})` : sql``}
    ${before ? sql`and (${by}, id) ${beyond} (select ${by}, id from projects where id = ${before})` : sql``}
    order by ${by} ${way}, id ${way} limit ${limit}`
  return rows.map(({ id, version, updated_at, summary }) => ({
    id,
    version,
    updatedAt: updated_at.toISOString(),
    ...summary,
  }))
}

/** A project, deleted ones excepted; null where there is none. */
export const findProject = async (sql: Sql, id: string): Promise<StoredProject | null> => {
  const [row] = await sql<
    Row[]
  >`select id, version, updated_at, last_save, document from projects where id = ${id} and deleted_at is null`
  return row ? toStoredProject(row) : null
}

/** The version a project has reached; null where there is none. */
export const versionOf = async (sql: Sql, id: string): Promise<number | null> => {
  const [row] = await sql<
    Array<{ version: number }>
  >`select version from projects where id = ${id} and deleted_at is null`
  return row?.version ?? null
}

/** Size of a stored project, in bytes as it is stored; 0 where there is none. */
export const sizeOfProject = async (sql: Sql, id: string): Promise<number> => {
  const [row] = await sql<Array<{ size: number }>>`
    select pg_column_size(document)::int as size from projects where id = ${id} and deleted_at is null`
  return (row?.size ?? 0) * UNPACKED
}

/** Where the trail of a new project comes from: another project. */
export type FirstTrail = { copyOf: string } | null

/** Stores a new project at version 1, with a trail where one comes along. */
export const createProject = (sql: Sql, document: Project, trail: FirstTrail = null): Promise<StoredProject> =>
  inTransaction(sql, async within => {
    const [row] = await within<Array<Omit<Row, 'document'>>>`
    insert into projects (version, summary, document) values (1, ${sql.json(summaryOf(document))}, ${sql.json(asJson(document))})
    returning id, version, updated_at, last_save`
    const made = toProject(row as Row, document)
    if (trail) await copyTrail(within, trail.copyOf, made.id)
    return made
  })

/**
 * Stores a project one version on, with what was added to its trail, and tells others who did (by name, where that is known). A save
 * that comes again, its answer having been lost, is known by its id and is not done twice. Null where there is none; throws Stale, with
 * what is stored, where `version` is not the one stored.
 */
export const saveProject = async (
  sql: Sql,
  id: string,
  version: number,
  document: Project,
  trail?: TrailChange,
  save: string | null = null,
  by: string | null = null,
): Promise<StoredProject | null> => {
  const saved = await inTransaction(sql, async within => {
    const [row] = await within<Array<Omit<Row, 'document'>>>`
      update projects set version = version + 1, updated_at = now(), last_save = ${save},
        summary = ${sql.json(summaryOf(document))}, document = ${sql.json(asJson(document))}
      where id = ${id} and version = ${version} and deleted_at is null
      returning id, version, updated_at, last_save`
    if (row && trail) await changeTrail(within, id, trail)
    if (row) await tellOfProject(within, { project: id, version: row.version, save, by })
    return row
  })
  if (saved) return toProject(saved, document)
  const current = await findProject(sql, id)
  if (!current) return null
  if (save !== null && current.lastSave === save) return current
  throw staleProject(current)
}

/** Takes a project from the list, or puts it back; false where there is none. */
export const setDeleted = async (sql: Sql, id: string, deleted: boolean): Promise<boolean> => {
  const rows = await sql`update projects set deleted_at = ${deleted ? sql`now()` : null} where id = ${id} returning id`
  return rows.length > 0
}
