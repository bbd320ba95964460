import type { JSONValue, Sql } from 'postgres'
import { artworkFileSchema, type ArtworkFile } from '#core/document/artwork'
import type { Received } from '../artwork/receive'

/** Keeps an artwork file under its hash; one that is there already stays as it is. */
export const storeArtwork = async (sql: Sql, { file, source, map, proof, stage }: Received): Promise<void> => {
  const [own, other] = 'sameAs' in source ? [null, source.sameAs] : [Buffer.from(source), null]
  await sql`
    insert into artwork (hash, source, same_as, stage, map, proof_map, record) values (
      ${file.hash}, ${own}, (select coalesce(same_as, hash) from artwork where hash = ${other}),
      ${stage ? Buffer.from(stage) : null}, ${map && Buffer.from(map)}, ${proof && Buffer.from(proof)},
      ${sql.json(file as unknown as JSONValue)}
    )
    on conflict (hash) do update set unused_since = null where artwork.unused_since is not null`
}

/** Known facts about an artwork file; null where there is none of this hash. */
export const findArtwork = async (sql: Sql, hash: string): Promise<ArtworkFile | null> => {
  const [row] = await sql<Array<{ record: unknown }>>`select record from artwork where hash = ${hash}`
  return row ? artworkFileSchema.parse(row.record) : null
}

/** The same of a file that is used from now on, so that it is not deleted. */
export const reviveArtwork = async (sql: Sql, hash: string): Promise<ArtworkFile | null> => {
  await sql`update artwork set unused_since = null where hash = ${hash} and unused_since is not null`
  return findArtwork(sql, hash)
}

/** The records of all artwork of a project, in no order; nothing where there is no such project. */
export const artworkOf = async (sql: Sql, project: string): Promise<ArtworkFile[]> => {
  const rows = await sql<Array<{ record: unknown }>>`select record from artwork where hash in (
    select jsonb_array_elements(document -> 'artwork') ->> 'hash' from projects
    where id = ${project} and deleted_at is null)`
  return rows.map(({ record }) => artworkFileSchema.parse(record))
}

/** The hashes of files of which it is not known what lies beside their inks, or how they mix, as earlier versions stored them. */
export const withoutNeighbors = async (sql: Sql): Promise<string[]> => {
  const rows = await sql<Array<{ hash: string }>>`select hash from artwork
    where (jsonb_array_length(record -> 'inks') > 0 and not record -> 'inks' -> 0 ? 'beside')
      or jsonb_path_exists(record, 'strict $.inks[*].beside[*] ? (@.size() < 3)', '{}', true) order by hash`
  return rows.map(({ hash }) => hash)
}

/** Keeps what is known of a file anew; its bytes stay. */
export const storeRecord = async (sql: Sql, file: ArtworkFile): Promise<void> => {
  await sql`update artwork set record = ${sql.json(file as unknown as JSONValue)} where hash = ${file.hash}`
}

/** The bytes of an artwork file, clean; null where there is none of this hash. */
export const artworkSource = async (sql: Sql, hash: string): Promise<Buffer | null> => {
  const [row] = await sql<Array<{ source: Buffer }>>`select coalesce(own.source, other.source) as source
    from artwork own left join artwork other on other.hash = own.same_as where own.hash = ${hash}`
  return row?.source ?? null
}

/** Size of the pieces that large files are read in, in bytes: none keeps the process busy for long. */
const PIECE = 1 << 20

/** The bytes of an artwork file in pieces, with their size; null where there is none of this hash. */
export const artworkPieces = async (
  sql: Sql,
  hash: string,
): Promise<{ size: number; pieces: () => AsyncIterable<Buffer> } | null> => {
  const [row] = await sql<Array<{ of: string; size: number }>>`select source.hash as of, length(source.source) as size
    from artwork own join artwork source on source.hash = coalesce(own.same_as, own.hash) where own.hash = ${hash}`
  if (!row) return null
  return {
    size: row.size,
    pieces: async function* () {
      for (let at = 0; at < row.size; at += PIECE) {
        const [piece] = await sql<
          Array<{ bytes: Buffer }>
        >`select substring(source from ${at + 1} for ${PIECE}) as bytes
          from artwork where hash = ${row.of}`
        if (piece) yield piece.bytes
      }
    },
  }
}

/** A picture as it is shown on the stage; null where none is stored: it is no larger, or an earlier version stored it. */
export const artworkStage = async (sql: Sql, hash: string): Promise<Buffer | null> => {
  const [row] = await sql<Array<{ stage: Buffer | null }>>`select coalesce(own.stage, other.stage) as stage
    from artwork own left join artwork other on other.hash = own.same_as where own.hash = ${hash}`
  return row?.stage ?? null
}

/** Keeps a picture as it is shown on the stage. */
export const storeStage = async (sql: Sql, hash: string, stage: Uint8Array): Promise<void> => {
  await sql`update artwork set stage = ${Buffer.from(stage)} where hash = ${hash}`
}

/** The ink map of an artwork, packed and gzipped; null where it has none. */
export const artworkMap = async (sql: Sql, hash: string): Promise<Buffer | null> => {
  const [row] = await sql<Array<{ map: Buffer | null }>>`select map from artwork where hash = ${hash}`
  return row?.map ?? null
}

/**
 * The ink map of an artwork for its proofs, packed and gzipped; null where it has none, or an earlier version stored the
 * large one alone.
 */
export const artworkProof = async (sql: Sql, hash: string): Promise<Buffer | null> => {
  const [row] = await sql<Array<{ proof: Buffer | null }>>`select proof_map as proof from artwork where hash = ${hash}`
  return row?.proof ?? null
}

/** Stores the ink map of an artwork for its proofs. */
export const storeProof = async (sql: Sql, hash: string, proof: Uint8Array): Promise<void> => {
  await sql`update artwork set proof_map = ${Buffer.from(proof)} where hash = ${hash}`
}
