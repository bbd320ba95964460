import type { Sql } from 'postgres'
import { DAYS_KEPT, type Deleted } from '#core/document/deleted'
import { inTransaction } from './connect'

/** Whose advisory lock that of throwing away is: one process does it at a time. */
const LOCK = 704_115
/** So many are thrown away in one go. */
const MOST = 200

/** Deleted things that can still be restored, the latest first. */
export const listDeleted = async (sql: Sql): Promise<Deleted[]> => {
  const rows = await sql<Array<Omit<Deleted, 'deletedAt'> & { deleted_at: Date }>>`
    select 'project' as kind, id, summary ->> 'name' as name, deleted_at from projects where deleted_at is not null
    union all select 'scheme', id, name, deleted_at from shelf where deleted_at is not null
    order by deleted_at desc limit 200`
  return rows.map(({ deleted_at, ...each }) => ({ ...each, deletedAt: deleted_at.toISOString() }))
}

/**
 * Notes which files nobody refers to any more, and which somebody does again: whatever stands anywhere in a document, a state of the
 * trail, a job or a review counts.
 */
const noteUnused = async (sql: Sql): Promise<void> => {
  await sql`create temp table referred on commit drop as
    select distinct found[1] as hash from (
      select document::text as said from projects union all select document::text from demo_projects union all select look::text from trail
      union all select document::text from jobs union all select shown::text || sources::text from reviews
    ) as all_texts, regexp_matches(said, '"([0-9a-f]{64})"', 'g') as found`
  await sql`insert into referred select same_as from artwork join referred using (hash) where same_as is not null`
  for (const table of ['artwork', 'pictures', 'pdfs', 'profiles'])
    await sql`update ${sql(table)} as file set unused_since = case when used then null else now() end
      from (select hash, exists (select 1 from referred where referred.hash = each.hash) as used from ${sql(table)} as each) as now
      where now.hash = file.hash and (unused_since is null) <> used`
}

/** Numbers of what was deleted for good. */
export interface Purged {
  projects: number
  schemes: number
  files: number
}

/**
 * Throws away what was deleted more than 30 days ago, and files nobody has referred to for as long. Null where another process does it
 * just now.
 */
export const purge = (sql: Sql): Promise<Purged | null> =>
  inTransaction(sql, async within => {
    const [lock] = await within<Array<{ got: boolean }>>`select pg_try_advisory_xact_lock(${LOCK}) as got`
    if (!lock?.got) return null
    const old = within`now() - ${DAYS_KEPT} * interval '1 day'`
    const projects = await within`delete from projects where id in (
      select id from projects where deleted_at < ${old} limit ${MOST})`
    const schemes = await within`delete from shelf where id in (
      select id from shelf where deleted_at < ${old} limit ${MOST})`
    await within`delete from shelf_folders where deleted_at < ${old}`
    await within`delete from reviews where deleted_at < ${old}`
    await within`delete from publications where deleted_at < ${old}`
    await noteUnused(within)
    const pictures = await within`delete from pictures where unused_since < ${old}`
    const pdfs = await within`delete from pdfs where unused_since < ${old}`
    const profiles = await within`delete from profiles where unused_since < ${old}`
    const taken = await within`delete from artwork where unused_since < ${old}
      and not exists (select 1 from artwork as other where other.same_as = artwork.hash and other.unused_since is null)`
    return {
      projects: projects.count,
      schemes: schemes.count,
      files: pictures.count + pdfs.count + profiles.count + taken.count,
    }
  })
