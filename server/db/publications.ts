import { randomUUID } from 'node:crypto'
import type { JSONValue, Sql } from 'postgres'
import { MAX_PUBLICATIONS, MAX_VERSIONS } from '#core/document/limits'
import type {
  Publication,
  PublicationPut,
  Published,
  PublishedBrand,
  PublishedChanges,
  PublishedSwatch,
  PublishedVersion,
} from '#core/document/publication'
import { swatchChanges } from '#core/handover/publication'
import { httpError } from '../httpError'
import { hashToken } from '../token'
import { inTransaction } from './connect'
import { makeLink, readLinks, type StoredLink } from './links'

/** Content of a version: the choice it was made by, and its colorway. */
export interface PublishedContent {
  put: PublicationPut
  lookName: string
  swatches: PublishedSwatch[]
}

interface Stored {
  id: string
  project_id: string
  shown: PublishedContent
  next: PublishedContent | null
  version: number
  versions: PublishedVersion[]
  created_at: Date
  withdrawn_at: Date | null
}

const asJson = (value: unknown): JSONValue => value as JSONValue

const NO_BRAND = 'There is nothing published behind this link. Check that it is complete.'
const WITHDRAWN = 'This publication was withdrawn by whoever shared it. Ask them for a new link.'

/** A publication as it is listed, with the token of its link; null where that was made by another server. */
export type ListedPublication = Omit<Publication, 'link'> & { token: string | null }

/** Adds a publication of a project, whose first version is still to be written: its id. Null where there is no project. */
export const addPublication = (sql: Sql, project: string, content: PublishedContent): Promise<string | null> =>
  inTransaction(sql, async within => {
    const [found] = await within`select 1 from projects where id = ${project} and deleted_at is null for update`
    if (!found) return null
    const [{ count } = { count: 0 }] = await within<Array<{ count: number }>>`
      select count(*)::int as count from publications where project_id = ${project} and deleted_at is null`
    if (count >= MAX_PUBLICATIONS)
      throw httpError(409, `A project has up to ${MAX_PUBLICATIONS} publications. Delete one that is no longer used.`)
    const id = randomUUID()
    const { hash } = await makeLink(within, 'brand', id, 1)
    const shown = within.json(asJson(content))
    await within`insert into publications (id, project_id, token_hash, shown, next)
      values (${id}, ${project}, ${hash}, ${shown}, ${shown})`
    return id
  })

/** The id of the project a publication is of; null where there is no such publication. */
export const projectOfPublication = async (sql: Sql, id: string): Promise<string | null> => {
  const [row] = await sql<Array<{ project_id: string }>>`select project_id from publications where id = ${id}
    and deleted_at is null`
  return row?.project_id ?? null
}

/**
 * Sets what the next version of a publication shows; the present one stays until that is written. Rejects with 409 while a version
 * is being written.
 */
export const prepareVersion = (sql: Sql, id: string, content: PublishedContent): Promise<void> =>
  inTransaction(sql, async within => {
    await within`update publications set next = ${within.json(asJson(content))} where id = ${id}`
    const [busy] = await within`select 1 from jobs where publication_id = ${id} and state in ('waiting', 'underway')`
    if (busy) throw httpError(409, 'A version of this is being written. Wait for it, or stop it.')
  })

/**
 * Ends the job that wrote a version: its files become those of the publication, all of them or none. The version goes up where
 * anything differs. False where it is not wanted any more.
 */
export const storeVersion = (sql: Sql, job: string, id: string): Promise<boolean> =>
  inTransaction(sql, async within => {
    const [row] = await within<Stored[]>`select * from publications where id = ${id} and deleted_at is null for update`
    const [ended] = await within`update jobs set state = 'done', done = parts, doing = ''
      where id = ${job} and state = 'underway' returning 1`
    if (!row?.next || !ended) return false
    const version = row.version + 1
    const [files] = await within<Array<PublishedChanges['files']>>`
      with fresh as (select path, sha256(bytes) as hash from job_files where job_id = ${job}),
        old as (select path, hash from publication_files where publication_id = ${id})
      select count(*) filter (where old.path is null)::int as added, count(*) filter (where fresh.path is null)::int as removed,
        count(*) filter (where old.hash <> fresh.hash)::int as changed
      from fresh full join old using (path)`
    await within`delete from publication_files where publication_id = ${id}
      and path not in (select path from job_files where job_id = ${job})`
    await within`insert into publication_files as stored (publication_id, path, version, hash, size, bytes)
      select ${id}, path, ${version}, sha256(bytes), octet_length(bytes), bytes from job_files where job_id = ${job}
      on conflict (publication_id, path) do update set version = excluded.version, hash = excluded.hash,
        size = excluded.size, bytes = excluded.bytes where stored.hash <> excluded.hash`
    await within`delete from job_files where job_id = ${job}`
    const swatches = swatchChanges(row.version ? row.shown.swatches : [], row.next.swatches)
    const changes: PublishedChanges = { swatches, files: files ?? { added: 0, changed: 0, removed: 0 } }
    const isNew = [...Object.values(swatches).map(list => list.length), ...Object.values(changes.files)].some(Boolean)
    const versions = isNew ? [{ version, at: new Date().toISOString(), changes }, ...row.versions] : row.versions
    await within`update publications set shown = next, next = null, version = ${isNew ? version : row.version},
      versions = ${within.json(asJson(versions.slice(0, MAX_VERSIONS)))} where id = ${id}`
    return true
  })

/** The publications of a project as its designer sees them, the latest first. */
export const publicationsOf = async (sql: Sql, project: string, only?: string): Promise<ListedPublication[]> => {
  type Making = { job: string | null } & Omit<NonNullable<Publication['making']>, 'job'>
  const rows = await sql<Array<Stored & StoredLink & Making & { files: number; bytes: string }>>`
    select publications.id, link_number, token_hash, shown, next, version, versions, publications.created_at, withdrawn_at,
      job.*, held.*
    from publications
    left join lateral (select id as job, state, done, parts, reason from jobs
      where publication_id = publications.id order by created_at desc limit 1) as job on true
    left join lateral (select count(*)::int as files, coalesce(sum(size), 0)::bigint as bytes
      from publication_files where publication_id = publications.id) as held on true
    where project_id = ${project} and deleted_at is null ${only ? sql`and publications.id = ${only}` : sql``}
    order by publications.created_at desc, publications.id limit ${MAX_PUBLICATIONS}`
  const tokens = await readLinks(sql, 'brand', rows)
  return rows.map(({ id, shown, version, versions, job, state, done, parts, reason, ...row }, i) => ({
    ...{ id, ...shown, version, versions, files: row.files, bytes: Number(row.bytes), token: tokens[i] ?? null },
    ...{ createdAt: row.created_at.toISOString(), withdrawnAt: row.withdrawn_at?.toISOString() ?? null },
    // only a job that waits, is under way or failed: a version that was written shows by its number
    making: job && row.next ? { job, state, done, parts, reason } : null,
  }))
}

/** A publication as its designer sees it; null where there is none. */
export const findPublication = async (sql: Sql, id: string): Promise<ListedPublication | null> => {
  const project = await projectOfPublication(sql, id)
  return project === null ? null : ((await publicationsOf(sql, project, id))[0] ?? null)
}

/** Withdraws or deletes a publication, or takes either back; whether there was one. */
export const changePublication = async (
  sql: Sql,
  id: string,
  { withdrawn, deleted }: { withdrawn?: boolean | undefined; deleted?: boolean | undefined },
): Promise<boolean> => {
  const since = (column: 'withdrawn_at' | 'deleted_at', to: boolean | undefined) =>
    to === undefined ? sql(column) : to ? sql`coalesce(${sql(column)}, now())` : sql`null`
  const rows = await sql`update publications set withdrawn_at = ${since('withdrawn_at', withdrawn)},
      deleted_at = ${since('deleted_at', deleted)}
    where id = ${id} and (deleted_at is null or ${deleted === false}) returning 1`
  return rows.length > 0
}

/** Everything that is published and not withdrawn, the latest first. */
export const listPublished = async (sql: Sql): Promise<Published[]> => {
  const rows = await sql<Array<Stored & { project_name: string }>>`
    select publications.id, project_id, summary ->> 'name' as project_name, shown, publications.version, versions
    from publications join projects on projects.id = project_id
    where publications.version > 0 and withdrawn_at is null and publications.deleted_at is null and projects.deleted_at is null
    order by publications.created_at desc limit 500`
  return rows.map(({ id, project_id, project_name, shown, version, versions }) => ({
    ...{ id, project: { id: project_id, name: project_name }, title: shown.put.title, version },
    ...{ at: versions[0]?.at ?? new Date(0).toISOString(), colors: shown.swatches.map(({ hex }) => hex) },
  }))
}

/** A publication behind a link: its version, and a tag that is another one whenever anything of it is. */
export interface PublicationBehind {
  id: string
  version: number
  tag: string
}

/** The publication behind a link. Rejects with 404 or 410 where the link leads nowhere. */
export const publicationBehind = async (sql: Sql, token: string): Promise<PublicationBehind> => {
  const [row] = await sql<Array<PublicationBehind & Pick<Stored, 'withdrawn_at'>>>`
    select publications.id, publications.version, withdrawn_at, md5(shown::text || versions::text) as tag
    from publications join projects on projects.id = project_id
    where token_hash = ${hashToken(token)} and publications.deleted_at is null and projects.deleted_at is null`
  if (!row) throw httpError(404, NO_BRAND, { why: 'gone' })
  if (row.withdrawn_at) throw httpError(410, WITHDRAWN, { why: 'withdrawn' })
  if (!row.version) throw httpError(404, 'Its first version is being written. Try again in a minute.', { why: 'early' })
  return row
}

/** The present version of a publication as whoever has the link sees it; null where there is none. */
export const publishedBrand = (sql: Sql, id: string): Promise<PublishedBrand | null> =>
  inTransaction(sql, async within => {
    // both from one moment: a version that is stored in between is seen whole or not at all
    await within`set transaction isolation level repeatable read read only`
    const [row] = await within<Stored[]>`select * from publications where id = ${id} and version > 0`
    const [latest] = row?.versions ?? []
    if (!row || !latest) return null
    const files = await within<PublishedBrand['files']>`select path, size, encode(hash, 'hex') as sha256, version
      from publication_files where publication_id = ${id} order by path`
    const swatches = row.shown.swatches.map(({ name, hex, role, share }) => ({ name, hex, role, share }))
    return { ...latest, title: row.shown.put.title, swatches, files: [...files] }
  })

/** A published file: its bytes, and its SHA-256 in hex; null where there is none. */
export const publishedFile = async (
  sql: Sql,
  id: string,
  path: string,
): Promise<{ bytes: Buffer; sha256: string } | null> => {
  const [row] = await sql<Array<{ bytes: Buffer; sha256: string }>>`
    select bytes, encode(hash, 'hex') as sha256 from publication_files where publication_id = ${id} and path = ${path}`
  return row ?? null
}
