import type { AnswerOf, RequestOf, RouteKey } from '#core/api/contracts'
import { send, upload } from './request'

/* Calls of routes by their contracts. Of those only the types are here: what they check is checked by the server. */

type Check = (key: RouteKey, answer: unknown) => void
let check: Check = () => {}
/** Has every answer compared with its contract, in development and in tests. */
export const checkAnswersBy = (own: Check): void => {
  check = own
}

/** Method and address of a request: parameters in their places, and the entries of the query that are not empty. */
const addressOf = <Key extends RouteKey>(key: Key, { params, query }: RequestOf<Key>): [string, string] => {
  const [method = '', template = ''] = key.split(' ')
  const values: Readonly<Record<string, string>> = params ?? {}
  const path = template.replace(/\[(\w+)\]/g, (_, name: string) => encodeURIComponent(values[name] ?? ''))
  const entries = Object.entries(query ?? {}).filter(([, value]) => value !== undefined && value !== '')
  const search = new URLSearchParams(entries.map(([name, value]) => [name, String(value)]))
  return [method, search.size ? `${path}?${search}` : path]
}

const checked = <Key extends RouteKey>(key: Key, answer: unknown): AnswerOf<Key> => {
  check(key, answer)
  return answer as AnswerOf<Key>
}

/** Calls a route, with headers where it has some of its own. Rejects with Refused, or with the reason of the signal. */
export const call = async <Key extends RouteKey>(
  key: Key,
  request: RequestOf<Key>,
  signal?: AbortSignal,
  headers?: Readonly<Record<string, string>>,
): Promise<AnswerOf<Key>> => {
  const [method, path] = addressOf(key, request)
  const response = await send(method, path, request.body, signal, headers)
  return checked(key, response.status === 204 ? undefined : await response.json())
}

/** Calls a route with a file, and tells, while it is on its way, which fraction of it has left. Rejects as `call` does. */
export const callWithFile = async <Key extends RouteKey>(
  key: Key,
  request: RequestOf<Key>,
  file: Blob,
  signal: AbortSignal,
  progress: (sent: number) => void,
): Promise<AnswerOf<Key>> => {
  const [method, path] = addressOf(key, request)
  return checked(key, await upload(method, path, file, signal, progress))
}
