import { readdir, readFile } from 'node:fs/promises'
import type { Sql } from 'postgres'
import { inTransaction } from './connect'

const FOLDER = new URL('migrations/', import.meta.url)
const LOCK = 704_112

/** The names of the migrations this program knows, in order. */
export const migrationNames = async (folder: URL = FOLDER): Promise<string[]> =>
  (await readdir(folder)).filter(name => /^\d{4}-.*\.sql$/.test(name)).sort()

/**
 * Applies the numbered migrations that a database lacks (`only`: those of these names), in order, each in a transaction of its own; a
 * lock keeps several starting processes from doing it at once. Returns the names of those applied.
 */
export const migrate = async (
  sql: Sql,
  { folder = FOLDER, only }: { folder?: URL; only?: readonly string[] } = {},
): Promise<string[]> => {
  await sql`create table if not exists migrations (name text primary key, applied_at timestamptz not null default now())`
  const names = await migrationNames(folder)
  const applied: string[] = []
  for (const name of only ? names.filter(each => only.includes(each)) : names) {
    const text = await readFile(new URL(name, folder), 'utf8')
    await inTransaction(sql, async transaction => {
      await transaction`select pg_advisory_xact_lock(${LOCK})`
      const [known] = await transaction`select 1 from migrations where name = ${name}`
      if (known) return
      await transaction.unsafe(text)
      await transaction`insert into migrations (name) values (${name})`
      applied.push(name)
    })
  }
  return applied
}
