import type { JSONValue, Sql } from 'postgres'
import { pictureFileSchema, type PictureFile, type PictureForm } from '#core/document/pictures'
import type { ReceivedPicture } from '../pictures/receive'

/** Keeps a picture under its hash; one that is there already stays as it is. */
export const storePicture = async (
  sql: Sql,
  { file, media, source, working, thumbnail }: ReceivedPicture,
): Promise<void> => {
  await sql`
    insert into pictures (hash, media, source, working, thumbnail, record)
    values (
      ${file.hash}, ${media}, ${Buffer.from(source)}, ${Buffer.from(working)}, ${Buffer.from(thumbnail)},
      ${sql.json(file as unknown as JSONValue)}
    )
    on conflict (hash) do update set unused_since = null where pictures.unused_since is not null`
}

/** Known facts about a picture; null where there is none of this hash. */
export const findPicture = async (sql: Sql, hash: string): Promise<PictureFile | null> => {
  const [row] = await sql<Array<{ record: unknown }>>`select record from pictures where hash = ${hash}`
  return row ? pictureFileSchema.parse(row.record) : null
}

/** The bytes of a picture in one of its forms, with their media type; null where there is none of this hash. */
export const pictureBytes = async (
  sql: Sql,
  hash: string,
  form: PictureForm,
): Promise<{ media: string; bytes: Buffer } | null> => {
  const [row] = await sql<
    Array<{ media: string; bytes: Buffer }>
  >`select media, ${sql(form)} as bytes from pictures where hash = ${hash}`
  return row ? { media: form === 'source' ? row.media : 'image/webp', bytes: row.bytes } : null
}
