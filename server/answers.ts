import { isError, type H3Error } from 'h3'
import { z } from 'zod'
import { Unreadable } from '#core/svg/unreadable'
import { NeedsPassword } from '#core/pdf/needsPassword'
import { isDatabaseGone } from './db/connect'
import { httpError } from './httpError'

/** Returns whether a disk is full: this machine's, or the database's. */
const isFull = (error: unknown): boolean =>
  error instanceof Error && 'code' in error && /^(ENOSPC|53100)$/.test(String(error.code))

/** Returns whether the database is one that follows another, or cannot be written to for a while. */
const isReadOnly = (error: unknown): boolean => error instanceof Error && 'code' in error && error.code === '25006'

/**
 * The HTTP error for an error: a clear 4xx in a plain sentence, 409 with what is stored, 503 while the database is
 * gone; null for what nobody expected.
 */
export const toHttpError = (error: unknown): H3Error | null => {
  if (isError(error)) return error
  if (error instanceof z.ZodError) return httpError(400, error.issues[0]?.message ?? 'The request is not valid.')
  if (error instanceof NeedsPassword) return httpError(422, error.message, { why: 'password' })
  if (error instanceof Unreadable) return httpError(422, error.message)
  if (isFull(error)) return httpError(507, 'The server’s disk is full; nothing was saved.')
  if (isReadOnly(error)) return httpError(503, 'The database is read-only at the moment; nothing was saved.')
  if (isDatabaseGone(error)) return httpError(503, 'The database isn’t responding.')
  return null
}
