import type { JSONValue, Sql } from 'postgres'
import { pdfFileSchema, type PdfFile } from '#core/document/artwork'

/** Stores a PDF under its hash; one that is there already stays as it is. */
export const storePdf = async (sql: Sql, file: PdfFile, source: Uint8Array): Promise<void> => {
  await sql`insert into pdfs (hash, source, record)
    values (${file.hash}, ${Buffer.from(source)}, ${sql.json(file as unknown as JSONValue)})
    on conflict (hash) do update set unused_since = null where pdfs.unused_since is not null`
}

/** The record of a stored PDF; null where there is none of this hash. */
export const findPdf = async (sql: Sql, hash: string): Promise<PdfFile | null> => {
  const [row] = await sql<Array<{ record: unknown }>>`select record from pdfs where hash = ${hash}`
  return row ? pdfFileSchema.parse(row.record) : null
}

/** The bytes of a stored PDF; null where there is none of this hash. */
export const pdfSource = async (sql: Sql, hash: string): Promise<Buffer | null> => {
  const [row] = await sql<Array<{ source: Buffer }>>`select source from pdfs where hash = ${hash}`
  return row?.source ?? null
}
