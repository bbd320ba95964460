import { getRequestHeader, type H3Event } from 'h3'
import type { Person } from '#core/document/people'
import { onOneLine } from '#core/document/names'
import { clientAddress } from '../address'
import { httpError } from '../httpError'
import { countAttempt, forgiveAttempt } from '../db/attempts'
import { database } from '../db/connect'
import { openSession, personCalled } from '../db/people'
import { setSessionCookie } from './cookie'
import { verifyPassword } from './password'

/** Whom a name and a password belong to; null where to nobody. Every wrong one slows down the next. Rejects with 429 or 503. */
export const checkPassword = async (
  event: H3Event,
  { name, password }: { name: string; password: string },
): Promise<Person | null> => {
  const address = clientAddress(event)
  await countAttempt(database(), name, address)
  const { password: stored = null, ...person } = (await personCalled(database(), name)) ?? {}
  if (!(await verifyPassword(password, stored)) || !('id' in person)) return null
  await forgiveAttempt(database(), name, address)
  return person as Person
}

/** The name of a browser, short and distinguishable: “Firefox on Linux”. */
const browserOf = (event: H3Event): string => {
  const agent = onOneLine(getRequestHeader(event, 'user-agent') ?? '')
  const [, program] = /(Firefox|Edg|OPR|Chrome|Safari)\//.exec(agent) ?? []
  const [, system] = /(Windows|Android|iPhone|iPad|Macintosh|Linux)/.exec(agent) ?? []
  const names: Record<string, string> = { Edg: 'Edge', OPR: 'Opera', Macintosh: 'macOS' }
  if (!program) return agent.slice(0, 60) || 'a program'
  return [names[program] ?? program, ...(system ? [`on ${names[system] ?? system}`] : [])].join(' ')
}

/** Signs somebody in here. */
export const signIn = async (event: H3Event, person: Person): Promise<void> =>
  setSessionCookie(event, await openSession(database(), person.id, browserOf(event)))

/** Who is signed in. Answers 409 where nobody is asked who they are. */
export const requireSession = (event: H3Event): { person: Person; session: string } => {
  const { person, session } = event.context
  if (!person || session === undefined) throw httpError(409, 'Nobody is asked to sign in here.')
  return { person, session }
}
