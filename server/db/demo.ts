import type { JSONValue, Sql } from 'postgres'
import { projectSchema, type Project, type StoredProject } from '#core/document/project'
import { inTransaction } from './connect'
import { createProject } from './projects'

/** Keeps the documents of the demo, so that one can start over from them. */
export const storeDemo = async (sql: Sql, documents: readonly Project[]): Promise<void> => {
  await sql`delete from demo_projects`
  for (const [place, document] of documents.entries())
    await sql`insert into demo_projects (place, document) values (${place}, ${sql.json(document as unknown as JSONValue)})`
}

/** Number of projects of the demo here; 0 where it was not put in. */
export const demoCount = async (sql: Sql): Promise<number> => {
  const [row] = await sql<Array<{ count: number }>>`select count(*)::int as count from demo_projects`
  return row?.count ?? 0
}

/** Makes the projects of the demo anew, all or none, beside whatever there is; the one that opens the list comes first. */
export const startOver = (sql: Sql): Promise<StoredProject[]> =>
  inTransaction(sql, async within => {
    const rows = await within<Array<{ document: unknown }>>`select document from demo_projects order by place`
    const made: StoredProject[] = []
    for (const { document } of rows) made.unshift(await createProject(within, projectSchema.parse(document)))
    return made
  })
