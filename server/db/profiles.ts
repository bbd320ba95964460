import type { Sql } from 'postgres'
import type { OwnProfile } from '#core/print/papers'

/** Stores a profile under its hash; one that is there already stays as it is. */
export const storeProfile = async (sql: Sql, { hash, title }: OwnProfile, bytes: Uint8Array): Promise<void> => {
  await sql`insert into profiles (hash, title, bytes) values (${hash}, ${title}, ${Buffer.from(bytes)})
    on conflict (hash) do update set unused_since = null where profiles.unused_since is not null`
}

/** The bytes of a profile; null where there is none of this hash. */
export const profileBytes = async (sql: Sql, hash: string): Promise<Buffer | null> => {
  const [row] = await sql<Array<{ bytes: Buffer }>>`select bytes from profiles where hash = ${hash}`
  return row?.bytes ?? null
}
