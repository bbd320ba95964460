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
