import { createHash } from 'node:crypto'
import { z } from 'zod'

/*
 * A backup is a tar archive: `plumbago.json` says what it is; of every table follow pieces, `NAME/000000.copy`, which together are what
 * PostgreSQL writes by COPY in its binary format; `contents.json` comes last and says what there has to be.
 */

export const FIRST = 'plumbago.json'
export const LAST = 'contents.json'
export const FORMAT = 1
/** Size of pieces, in bytes. */
export const PIECE = 4 << 20

export const firstSchema = z.object({
  backup: z.literal('plumbago'),
  format: z.number().int().min(1),
  made: z.iso.datetime(),
  migrations: z.array(z.string().regex(/^\d{4}-[\w-]+\.sql$/)),
  tables: z.array(
    z.object({ name: z.string().regex(/^[a-z_]+$/), columns: z.array(z.string().regex(/^[a-z_]+$/)).min(1) }),
  ),
})
export type First = z.infer<typeof firstSchema>

export const lastSchema = z.object({
  pieces: z.array(z.object({ name: z.string(), size: z.number().int(), sha256: z.string() })),
  rows: z.record(z.string(), z.number().int()),
})
export type Last = z.infer<typeof lastSchema>

/** A piece as the contents tell it: its name, its size in bytes, and its SHA-256. */
export const describePiece = (name: string, bytes: Buffer): Last['pieces'][number] => ({
  ...{ name, size: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex') },
})

/** Why a backup is not made or not restored; in a plain sentence. */
export class BackupRefused extends Error {}
