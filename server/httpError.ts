import { createError, type H3Error } from 'h3'

/** A failure that is answered with a status, a plain sentence and, where there is more to tell, data. */
export const httpError = (statusCode: number, message: string, data?: unknown): H3Error =>
  createError({ statusCode, message, data })

/** 503: more is asked than can be done in time. */
export const busyError = (): H3Error => httpError(503, 'The server is busy; try again in a moment.')
