import type { Readable, Writable } from 'node:stream'
import { finished } from 'node:stream/promises'
import type { Sql } from 'postgres'
import { extract } from 'tar-stream'
import { inTransaction } from '../db/connect'
import { migrate, migrationNames } from '../db/migrate'
import {
  BackupRefused,
  FIRST,
  firstSchema,
  FORMAT,
  LAST,
  lastSchema,
  describePiece,
  type First,
  type Last,
} from './format'

/** One file of an archive, as it comes. */
type Entry = Readable & { header: { name: string; size?: number } }

/** Maximum wait for whoever else locks the tables, in milliseconds. */
const PATIENCE = 10_000

const bytesOf = async (entry: Entry, max = 256 << 20): Promise<Buffer> => {
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of entry as AsyncIterable<Buffer>) {
    chunks.push(chunk)
    if ((size += chunk.length) > max) throw new BackupRefused('This is not a backup, or it was changed.')
  }
  return Buffer.concat(chunks)
}

const parseEntry = <Schema extends typeof firstSchema | typeof lastSchema>(schema: Schema, bytes: Buffer) => {
  try {
    return schema.parse(JSON.parse(bytes.toString('utf8')))
  } catch {
    throw new BackupRefused('This is not a backup, or it was changed.')
  }
}

/** Refuses what a newer program has made. */
const refuseNewer = (first: First, known: readonly string[]): void => {
  const missing = first.migrations.find(name => !known.includes(name))
  if (first.format > FORMAT || missing !== undefined)
    throw new BackupRefused(
      'This backup was made by a newer version of Plumbago; restore it with that one or a later one.',
    )
}

/** Refuses a database that others work with, or in which something is that may not be replaced; takes out what is. */
const clear = async (sql: Sql, over: boolean): Promise<void> => {
  const [{ others } = { others: 0 }] = await sql<Array<{ others: number }>>`
    select count(*)::int as others from pg_stat_activity
    where datname = current_database() and pid <> pg_backend_pid() and application_name = 'plumbago'`
  if (others)
    throw new BackupRefused(`The database is in use (${others} connections): stop the servers and workers first.`)
  const tables = await sql<Array<{ name: string }>>`
    select relname as name from pg_class join pg_namespace on pg_namespace.oid = relnamespace
    where nspname = 'public' and relkind = 'r'`
  if (!tables.length) return
  const present = ['projects', 'shelf', 'people'].filter(each => tables.some(({ name }) => name === each))
  if (present.length < 3 && !tables.every(({ name }) => name === 'migrations'))
    throw new BackupRefused('This database holds something else; restore into an empty one.')
  for (const name of present) {
    const [{ count } = { count: 0 }] = await sql<
      Array<{ count: number }>
    >`select count(*)::int as count from ${sql(name)}`
    if (count && !over)
      throw new BackupRefused(
        'This database is not empty. To replace everything in it, use --over; or name another with --into.',
      )
  }
  for (const { name } of tables) await sql`drop table ${sql(name)} cascade`
}

/** Takes the pieces of one table after the other, and counts what came. */
const takePieces = (sql: Sql, first: First) => {
  const pieces: Last['pieces'] = []
  let current: { name: string; to: Writable } | null = null
  const end = async (): Promise<void> => {
    if (!current) return
    current.to.end()
    await finished(current.to)
    current = null
  }
  const take = async (path: string, entry: Entry): Promise<void> => {
    const [name = ''] = path.split('/')
    const table = first.tables.find(each => each.name === name)
    if (!table) throw new BackupRefused('This is not a backup, or it was changed.')
    if (current?.name !== name) {
      await end()
      const to = await sql`copy ${sql(name)} (${sql(table.columns)}) from stdin (format binary)`.writable()
      to.on('error', () => {}) // whoever writes gets it
      current = { name, to }
    }
    const bytes = await bytesOf(entry)
    pieces.push(describePiece(path, bytes))
    const { to } = current as { to: Writable }
    await new Promise<void>((done, fail) => to.write(bytes, error => (error ? fail(error) : done())))
  }
  /** Gives up in the middle of a table, so that the connection can be used for something else. */
  const giveUp = (error: unknown): void => void current?.to.destroy(error as Error)
  return { pieces, take, end, giveUp }
}

/** Refuses what is not all there, or not as it was written. */
const compare = async (sql: Sql, { pieces, rows }: Last, came: Last['pieces']): Promise<void> => {
  const isSame =
    pieces.length === came.length &&
    pieces.every(
      ({ name, size, sha256 }, i) => name === came[i]?.name && size === came[i].size && sha256 === came[i].sha256,
    )
  if (!isSame) throw new BackupRefused('This backup is damaged; nothing was restored.')
  for (const [name, count] of Object.entries(rows)) {
    const [there] = await sql<Array<{ rows: number }>>`select count(*)::int as rows from ${sql(name)}`
    if (there?.rows !== count)
      throw new BackupRefused(
        `This backup is incomplete: ${there?.rows ?? 0} of ${count} rows of “${name}”; nothing was restored.`,
      )
  }
}

/** Lets what numbers itself go on after the last number there is. */
const resetSequences = async (sql: Sql): Promise<void> => {
  const columns = await sql<Array<{ table: string; column: string }>>`
    select attrelid::regclass::text as table, attname as column from pg_attribute
    join pg_class on pg_class.oid = attrelid join pg_namespace on pg_namespace.oid = relnamespace
    where nspname = 'public' and attidentity <> ''`
  for (const { table, column } of columns)
    await sql`select setval(pg_get_serial_sequence(${table}, ${column}),
      (select coalesce(max(${sql(column)}), 0) + 1 from ${sql(table)}), false)`
}

/**
 * Restores a backup from a stream, all of it or nothing, and brings it up to what this program expects; into a database with something
 * in it only where `over` says that all of that may go. Rejects with BackupRefused, in a plain sentence.
 */
export const restore = async (
  sql: Sql,
  from: Readable,
  { over = false, onProgress = () => {} }: { over?: boolean; onProgress?: (bytes: number) => void } = {},
): Promise<First> => {
  const archive = extract()
  let isBackup = false
  from.on('error', error => archive.destroy(error))
  try {
    const first = await inTransaction(sql, async within => {
      await within.unsafe(`set local lock_timeout = ${PATIENCE}`)
      let first: First | null = null
      let last: Last | null = null
      let taking: ReturnType<typeof takePieces> | null = null
      let bytes = 0
      from.pipe(archive) // not before somebody takes what comes
      try {
        for await (const entry of archive as AsyncIterable<Entry>) {
          const { name } = entry.header
          if (!first || !taking) {
            if (name !== FIRST) throw new BackupRefused('This is not a backup of Plumbago.')
            first = parseEntry(firstSchema, await bytesOf(entry)) as First
            isBackup = true
            refuseNewer(first, await migrationNames())
            await clear(within, over)
            await migrate(within, { only: first.migrations })
            taking = takePieces(within, first)
          } else if (name === LAST) last = parseEntry(lastSchema, await bytesOf(entry)) as Last
          else await taking.take(name, entry)
          onProgress((bytes += entry.header.size ?? 0))
        }
        if (!first || !taking || !last) throw new BackupRefused('This backup is cut short; nothing was restored.')
        await taking.end()
        await compare(within, last, taking.pieces)
      } catch (error) {
        taking?.giveUp(error)
        throw error
      }
      await migrate(within)
      await resetSequences(within)
      return first
    })
    await sql`analyze`
    return first
  } catch (error) {
    throw toRefusal(error, isBackup)
  } finally {
    from.destroy()
    archive.destroy()
  }
}

/** The refusal for an error; `isBackup` is whether the file began as a backup does. */
const toRefusal = (error: unknown, isBackup: boolean): unknown => {
  if (!(error instanceof Error)) return error
  if (/Unexpected end of data|premature close/i.test(error.message))
    return new BackupRefused(
      isBackup ? 'This backup is cut short; nothing was restored.' : 'This is not a backup of Plumbago.',
    )
  if (/Invalid tar header/i.test(error.message)) return new BackupRefused('This is not a backup of Plumbago.')
  if ('code' in error && error.code === '55P03')
    return new BackupRefused('The database is in use: stop everything else that uses it first.')
  if ('code' in error && /^22|^08P01/.test(String(error.code)))
    return new BackupRefused('This backup is damaged; nothing was restored.')
  return error
}
