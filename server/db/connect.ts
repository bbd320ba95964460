import postgres, { type Sql, type TransactionSql } from 'postgres'

/** Opens a pool of connections to the database that a URL names. */
export const connect = (url: string): Sql =>
  postgres(url, {
    max: 8,
    connect_timeout: 4,
    idle_timeout: 60,
    max_lifetime: 1800,
    backoff: retries => Math.min(0.05 * 2 ** retries, 0.5), // callers learn of it soon, and are answered soon after it is back
    connection: { application_name: 'plumbago' },
    onnotice: () => {},
  })

/** The codes of errors of a database that is not there, or goes away. */
const DATABASE_CODES = /^(ECONNREFUSED|ECONNRESET|ENOTFOUND|EPIPE|ETIMEDOUT|CONNECT_TIMEOUT|CONNECTION_|08|57P)/

/** Returns whether something went wrong because the database does not answer. */
export const isDatabaseGone = (error: unknown): boolean =>
  error instanceof Error && 'code' in error && DATABASE_CODES.test(String(error.code))

let shared: Sql | undefined

/** The pool of this process, on the database that DATABASE_URL names. Throws where that is not set. */
export const database = (): Sql => {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set.')
  return (shared ??= connect(url))
}

/** Does work in one transaction: all of it, or, where it throws, none. Within another it is a part of that one. */
export const inTransaction = <Result>(sql: Sql, work: (within: Sql) => Promise<Result>): Promise<Result> => {
  const run = (begun: unknown): Promise<Result> => work(begun as Sql) // the transaction's own type has lost the call signature
  return ('savepoint' in sql ? (sql as unknown as TransactionSql).savepoint(run) : sql.begin(run)) as Promise<Result>
}
