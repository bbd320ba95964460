import type { JSONValue, Sql } from 'postgres'
import { artworkFileSchema, type ArtworkFile } from '../../core/document/artwork'
import type { Received } from '../artwork/receive'

/** Keeps an artwork file under its hash; one that is there already stays as it is. */
export const keepArtwork = async (sql: Sql, { file, source, map }: Received): Promise<void> => {
  await sql`
    insert into artwork (hash, source, map, record) values (
      ${file.hash}, ${Buffer.from(source)}, ${map && Buffer.from(map)},
      ${sql.json(file as unknown as JSONValue)}
    )
    on conflict (hash) do nothing`
}

/** What is known of an artwork file; null where there is none of this hash. */
export const findArtwork = async (sql: Sql, hash: string): Promise<ArtworkFile | null> => {
  const [row] = await sql<Array<{ record: unknown }>>`select record from artwork where hash = ${hash}`
  return row ? artworkFileSchema.parse(row.record) : null
}

/** The hashes of files of which it is not known what lies beside their inks, or how they mix, as earlier versions kept. */
export const withoutNeighbors = async (sql: Sql): Promise<string[]> => {
  const rows = await sql<Array<{ hash: string }>>`select hash from artwork
    where (jsonb_array_length(record -> 'inks') > 0 and not record -> 'inks' -> 0 ? 'beside')
      or jsonb_path_exists(record, 'strict $.inks[*].beside[*] ? (@.size() < 3)', '{}', true) order by hash`
  return rows.map(({ hash }) => hash)
}

/** Keeps what is known of a file anew; its bytes stay. */
export const keepRecord = async (sql: Sql, file: ArtworkFile): Promise<void> => {
  await sql`update artwork set record = ${sql.json(file as unknown as JSONValue)} where hash = ${file.hash}`
}

/** The bytes of an artwork file, clean; null where there is none of this hash. */
export const artworkSource = async (sql: Sql, hash: string): Promise<Buffer | null> => {
  const [row] = await sql<Array<{ source: Buffer }>>`select source from artwork where hash = ${hash}`
  return row?.source ?? null
}

/** The ink map of an artwork, packed and gzipped; null where it has none. */
export const artworkMap = async (sql: Sql, hash: string): Promise<Buffer | null> => {
  const [row] = await sql<Array<{ map: Buffer | null }>>`select map from artwork where hash = ${hash}`
  return row?.map ?? null
}
