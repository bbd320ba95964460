import type { Writable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { Sql, TransactionSql } from 'postgres'
import { pack, type Pack } from 'tar-stream'
import { FIRST, FORMAT, LAST, PIECE, describePiece, type First, type Last } from './format'
import { tablesOf } from './tables'

const put = (archive: Pack, name: string, bytes: Buffer): Promise<void> =>
  new Promise((done, fail) => {
    archive.entry({ name, size: bytes.length, mode: 0o600 }, bytes, error => (error ? fail(error) : done()))
  })

/** A stream in pieces of one size, the last of which may be smaller. */
async function* pieced(stream: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  let pending: Buffer[] = []
  let size = 0
  for await (const chunk of stream) {
    pending.push(chunk)
    size += chunk.length
    if (size < PIECE) continue
    yield Buffer.concat(pending)
    pending = []
    size = 0
  }
  if (size) yield Buffer.concat(pending)
}

/**
 * Writes everything to a stream as it is at one moment, while people go on working; `progress` hears after each piece how many bytes there
 * are. Rejects where it cannot be read or written.
 */
export const backup = async (sql: Sql, to: Writable, onProgress: (bytes: number) => void = () => {}): Promise<Last> => {
  const archive = pack()
  const written = pipeline(archive, to)
  const write = async (reading: TransactionSql): Promise<Last> => {
    const within = reading as unknown as Sql // the transaction's own type has lost the call signature
    const tables = await tablesOf(within)
    const migrations = await within<Array<{ name: string }>>`select name from migrations order by name`
    const first: First = {
      ...{ backup: 'plumbago', format: FORMAT, made: new Date().toISOString(), tables },
      migrations: migrations.map(({ name }) => name),
    }
    await put(archive, FIRST, Buffer.from(JSON.stringify(first, null, 1)))
    const last: Last = { pieces: [], rows: {} }
    let bytes = 0
    for (const { name, columns } of tables) {
      const [counted] = await within<Array<{ rows: number }>>`select count(*)::int as rows from ${within(name)}`
      last.rows[name] = counted?.rows ?? 0
      const copied = await within`copy ${within(name)} (${within(columns)}) to stdout (format binary)`.readable()
      for await (const piece of pieced(copied)) {
        const of = last.pieces.filter(each => each.name.startsWith(`${name}/`)).length
        const path = `${name}/${String(of).padStart(6, '0')}.copy`
        await put(archive, path, piece)
        last.pieces.push(describePiece(path, piece))
        onProgress((bytes += piece.length))
      }
      copied._read(0) // a connection that was paused by the last of what it sent goes on only when it is asked for more
    }
    await put(archive, LAST, Buffer.from(JSON.stringify(last, null, 1)))
    archive.finalize()
    return last
  }
  const read = sql.begin('isolation level repeatable read read only', write).catch((error: unknown) => {
    archive.destroy(error as Error)
    throw error
  })
  const [last] = await Promise.all([read, written])
  return last as Last
}
