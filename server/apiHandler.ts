import { defineEventHandler, getHeader, getRouterParam, setHeader, type EventHandler, type H3Event } from 'h3'
import type { z } from 'zod'
import { toHttpError } from './answers'
import { httpError } from './httpError'
import { readBytes } from './incoming'
import { readJson } from './json'

/** The largest JSON taken here, and the largest document, which a process apart takes, in bytes. */
export const MAX_HERE_BYTES = 256 * 1024
export const MAX_DOCUMENT_BYTES = 8 * 1024 * 1024

/** Something asked for that is not there. */
export const notFound = (what: string) => httpError(404, `There is no such ${what}.`)

/** A route whose failures are answered in plain sentences. Its answers are private and not cached. */
export const apiHandler = <Answer>(handle: (event: H3Event) => Promise<Answer>): EventHandler =>
  defineEventHandler(async event => {
    try {
      setHeader(event, 'cache-control', 'no-store')
      return await handle(event)
    } catch (error) {
      setHeader(event, 'cache-control', 'no-store')
      throw toHttpError(error) ?? error
    }
  })

/** The JSON text of a request. */
export const readJsonText = async (event: H3Event, max: number): Promise<string> => {
  if (!/^application\/json\b/i.test(getHeader(event, 'content-type') ?? ''))
    throw httpError(415, 'The request has to be JSON.')
  return new TextDecoder().decode(await readBytes(event, max))
}

/** The JSON body of a request, checked. */
export const readBody = async <Schema extends z.ZodType>(event: H3Event, schema: Schema): Promise<z.infer<Schema>> =>
  schema.parse(readJson(await readJsonText(event, MAX_HERE_BYTES)))

/** Answers with JSON that is written already. */
export const jsonAnswer = (event: H3Event, json: string): string => {
  setHeader(event, 'content-type', 'application/json')
  return json
}

/** A part of the address, checked; answers 404 where it cannot be one. */
export const readParam = <Part extends string>(
  event: H3Event,
  name: string,
  schema: z.ZodType<Part>,
  what = name === 'id' ? 'project' : 'file',
): Part => {
  const result = schema.safeParse(getRouterParam(event, name))
  if (!result.success) throw notFound(what)
  return result.data
}
