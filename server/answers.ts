import { createError, isError, type H3Error } from 'h3'
import { z } from 'zod'
import { Unreadable } from '#core/svg/unreadable'
import { TooOften } from './db/attempts'
import { isDatabaseGone } from './db/connect'
import { TooMany } from './db/jobs'
import { PeopleRefused } from './db/people'
import { Stale } from './db/projects'
import { ReviewRefused } from './db/reviews'
import { ShelfStale } from './db/shelf'
import { ServiceDown } from './inspiration/service'

/** More is asked than can be done in time. */
export class Busy extends Error {
  constructor() {
    super('Too much is coming in at once; try again in a moment.')
  }
}

export const httpError = (statusCode: number, message: string, data?: unknown): H3Error =>
  createError({ statusCode, message, data })

/** Returns whether a disk is full: this machine's, or the database's. */
const isFull = (error: unknown): boolean =>
  error instanceof Error && 'code' in error && /^(ENOSPC|53100)$/.test(String(error.code))

/** Returns whether the database is one that follows another, or is kept from writing for a while. */
const isReadOnly = (error: unknown): boolean => error instanceof Error && 'code' in error && error.code === '25006'

/**
 * The HTTP error for an error: a clear 4xx in a plain sentence, 409 with what is stored, 503 while the database is
 * gone; null for what nobody expected.
 */
export const toHttpError = (error: unknown): H3Error | null => {
  if (isError(error)) return error
  if (error instanceof z.ZodError) return httpError(400, error.issues[0]?.message ?? 'The request is not understood.')
  if (error instanceof Unreadable) return httpError(422, error.message)
  if (error instanceof Stale || error instanceof ShelfStale) return httpError(409, error.message, error.current)
  if (error instanceof ReviewRefused) return httpError(error.status, error.message, { why: error.why })
  if (error instanceof PeopleRefused) return httpError(error.status, error.message)
  if (error instanceof TooOften) return httpError(429, error.message, { seconds: error.seconds })
  if (error instanceof Busy) return httpError(503, error.message)
  if (error instanceof TooMany) return httpError(429, error.message)
  if (error instanceof ServiceDown) return httpError(503, error.message)
  if (isFull(error)) return httpError(507, 'The disk of the server is full; nothing was kept.')
  if (isReadOnly(error)) return httpError(503, 'The database only lets itself be read just now; nothing was kept.')
  if (isDatabaseGone(error)) return httpError(503, 'The database does not answer.')
  return null
}
