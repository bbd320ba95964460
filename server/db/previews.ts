import type { Sql } from 'postgres'

/** The preview of a project as it is stored, and whether it shows the project's present version; null where there is no project. */
export const findPreview = async (
  sql: Sql,
  id: string,
): Promise<{ version: number; picture: string | null } | null> => {
  const [row] = await sql<Array<{ version: number; picture: string | null }>>`
    select projects.version, previews.picture from projects
    left join previews on previews.project_id = projects.id and previews.version = projects.version
    where projects.id = ${id} and deleted_at is null`
  return row ?? null
}

/** Keeps the preview of a version of a project; that of an earlier version goes, that of a later one stays. */
export const storePreview = async (sql: Sql, id: string, version: number, picture: string): Promise<void> => {
  await sql`insert into previews (project_id, version, picture) values (${id}, ${version}, ${picture})
    on conflict (project_id) do update set version = excluded.version, picture = excluded.picture
    where previews.version < excluded.version`
}

/** The projects changed last, at most so many, whose present version has no preview. */
export const withoutPreview = async (sql: Sql, max: number): Promise<Array<{ id: string; version: number }>> =>
  sql<Array<{ id: string; version: number }>>`
    select id, version from (
      select id, version from projects where deleted_at is null order by updated_at desc limit ${max}
    ) latest
    where not exists (select from previews where project_id = latest.id and previews.version = latest.version)`
