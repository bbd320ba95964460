import type { Sql } from 'postgres'

/**
 * Tables that no backup holds: who is signed in, the key that links are made with, wrong passwords, who is here, and
 * what the program itself does.
 */
const NOT_KEPT: ReadonlySet<string> = new Set(['migrations', 'secrets', 'sessions', 'attempts', 'presence'])

/** A table as it is backed up: its columns that are written, those of which it makes itself excepted. */
export interface Table {
  name: string
  columns: string[]
}

/** The tables there are, those first that others refer to. */
export const tablesOf = async (sql: Sql): Promise<Table[]> => {
  const columns = await sql<Array<{ name: string; columns: string[] }>>`
    select relname as name, array_agg(attname::text order by attnum) as columns
    from pg_class join pg_namespace on pg_namespace.oid = relnamespace
      join pg_attribute on attrelid = pg_class.oid and attnum > 0 and not attisdropped and attgenerated = ''
    where nspname = 'public' and relkind = 'r' group by relname order by relname`
  const references = await sql<Array<{ from: string; to: string }>>`
    select conrelid::regclass::text as from, confrelid::regclass::text as to
    from pg_constraint where contype = 'f' and conrelid <> confrelid`
  const left = columns.filter(({ name }) => !NOT_KEPT.has(name))
  const ordered: Table[] = []
  while (left.length) {
    const free = left.findIndex(
      ({ name }) => !references.some(({ from, to }) => from === name && left.some(each => each.name === to)),
    )
    ordered.push(...left.splice(Math.max(0, free), 1))
  }
  return ordered
}
