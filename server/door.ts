import {
  createError,
  defineEventHandler,
  getHeader,
  getRouterParam,
  readRawBody,
  type EventHandler,
  type H3Event,
} from 'h3'
import { z } from 'zod'
import { Unreadable } from '../core/artwork/unreadable'
import { Busy } from './hands/hands'
import { isDatabaseGone } from './db/connect'
import { TooMany } from './db/jobs'
import { Stale } from './db/projects'
import { ServiceDown } from './inspiration/service'

/** The largest JSON document taken, in bytes. */
const LARGEST_JSON = 8 * 1024 * 1024

const failure = (statusCode: number, message: string, data?: unknown) => createError({ statusCode, message, data })

/** Something asked for that is not there. */
export const missing = (what: string) => failure(404, `There is no such ${what}.`)

/** Whether a disk is full: this machine's, or the database's. */
const isFull = (error: unknown): boolean =>
  error instanceof Error && 'code' in error && /^(ENOSPC|53100)$/.test(String(error.code))

/**
 * What went wrong, as an answer: a clear 4xx in a plain sentence, 409 with what is stored, 503 while the database is
 * gone.
 */
const answerTo = (error: unknown): unknown => {
  if (error instanceof z.ZodError) return failure(400, error.issues[0]?.message ?? 'The request is not understood.')
  if (error instanceof Unreadable) return failure(422, error.message)
  if (error instanceof Stale) return failure(409, error.message, error.current)
  if (error instanceof Busy) return failure(503, error.message)
  if (error instanceof TooMany) return failure(429, error.message)
  if (error instanceof ServiceDown) return failure(503, error.message)
  if (isFull(error)) return failure(507, 'The disk of the server is full; nothing was kept.')
  if (isDatabaseGone(error)) return failure(503, 'The database does not answer.')
  return error
}

/** A route whose failures are answered in plain sentences. */
export const door = <Answer>(handle: (event: H3Event) => Promise<Answer>): EventHandler =>
  defineEventHandler(async event => {
    try {
      return await handle(event)
    } catch (error) {
      throw answerTo(error)
    }
  })

/** The body of a request, in bytes. Answers 413 where it is larger than allowed and 400 where there is none. */
export const bytesOf = async (event: H3Event, most: number): Promise<Uint8Array> => {
  const tooLarge = (): Error => failure(413, `The file is larger than ${Math.round(most / 1048576)} MB.`)
  if (Number(getHeader(event, 'content-length') ?? 0) > most) throw tooLarge()
  const body = await readRawBody(event, false)
  if (!body?.length) throw failure(400, 'The request is empty.')
  if (body.length > most) throw tooLarge()
  return body
}

/** The JSON body of a request, checked. */
export const bodyOf = async <Schema extends z.ZodType>(event: H3Event, schema: Schema): Promise<z.infer<Schema>> => {
  if (!/^application\/json\b/i.test(getHeader(event, 'content-type') ?? ''))
    throw failure(415, 'The request has to be JSON.')
  const text = new TextDecoder().decode(await bytesOf(event, LARGEST_JSON))
  let said: unknown
  try {
    said = JSON.parse(text)
  } catch {
    throw failure(400, 'The request is not readable as JSON.')
  }
  return schema.parse(said)
}

/** A part of the address, checked; answers 404 where it cannot be one. */
export const partOf = <Part extends string>(
  event: H3Event,
  name: string,
  schema: z.ZodType<Part>,
  what = name === 'id' ? 'project' : 'file',
): Part => {
  const result = schema.safeParse(getRouterParam(event, name))
  if (!result.success) throw missing(what)
  return result.data
}
