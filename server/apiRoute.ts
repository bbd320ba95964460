import { getQuery, setHeader, setResponseStatus, type EventHandler, type H3Event } from 'h3'
import {
  checkAnswer,
  CONTRACTS,
  type AnswerOf,
  type BodyOf,
  type Contract,
  type ParamsOf,
  type QueryOf,
  type RouteKey,
} from '#core/api/contracts'
import { apiHandler, notFound, readBody, readParam } from './apiHandler'

/** A request as its contract has it. The body is read when it is asked for. */
export interface RouteRequest<Key extends RouteKey> {
  event: H3Event
  params: ParamsOf<Key>
  query: QueryOf<Key>
  body: () => Promise<BodyOf<Key>>
}

/** The outcome of a route whose answer is known already to whoever asks: 304. */
export const NOT_MODIFIED = Symbol('not modified')

/**
 * The outcome of a route: its answer, or JSON text of it; null or false where the thing its path names is not there, which is answered
 * with 404.
 */
type Outcome<Key extends RouteKey> =
  AnswerOf<Key> extends undefined ? boolean | void : AnswerOf<Key> | string | null | typeof NOT_MODIFIED

/** True if answers are compared with their contracts: in development and in tests. */
const checksAnswers = import.meta.dev || process.env.PLUMBAGO_CHECK_ANSWERS === '1'

/**
 * A route by its contract: parameters, query and body are read by it (404, 400), the status is set, and in development and tests the
 * answer is compared with it. Failures are answered in plain sentences.
 */
export const apiRoute = <Key extends RouteKey>(
  key: Key,
  handle: (request: RouteRequest<Key>) => Promise<Outcome<Key>> | Outcome<Key>,
): EventHandler => {
  const contract: Contract = CONTRACTS[key]
  const { params = {}, thing = 'address', query, body, status = 200 } = contract
  return apiHandler(async event => {
    const outcome = await handle({
      event,
      params: Object.fromEntries(
        Object.entries(params).map(([name, schema]) => [name, readParam(event, name, schema, thing)]),
      ) as ParamsOf<Key>,
      query: query?.parse(getQuery(event)) as QueryOf<Key>,
      body: async () => (body ? await readBody(event, body) : undefined) as BodyOf<Key>,
    })
    if (outcome === null || outcome === false) throw notFound(thing)
    if (outcome === NOT_MODIFIED) {
      setResponseStatus(event, 304)
      return null
    }
    setResponseStatus(event, status)
    if (status === 204) return null
    if (checksAnswers) checkAnswer(key, JSON.parse(typeof outcome === 'string' ? outcome : JSON.stringify(outcome)))
    if (typeof outcome === 'string') setHeader(event, 'content-type', 'application/json')
    return outcome
  })
}
