import { deleteCookie, getCookie, setCookie, type H3Event } from 'h3'
import { defaults, seal, unseal } from 'iron-webcrypto'
import { LRUCache } from 'lru-cache'
import { webcrypto } from 'node:crypto'
import { isSecure } from '../address'
import { database } from '../db/connect'
import { cookieSecret } from '../db/people'

/* The cookie of a session: sealed, so that what was made up is told without asking the database. */

/** By https the browser itself holds it to this very host. */
const nameOf = (event: H3Event): string => (isSecure(event) ? '__Host-plumbago' : 'plumbago')
const DAY = 24 * 3600
const crypto = webcrypto as unknown as Parameters<typeof seal>[0] // both say the same in other words

let secret: Promise<string> | undefined
const cookiePassword = (): Promise<string> =>
  (secret ??= cookieSecret(database()).catch((error: unknown) => {
    secret = undefined
    throw error
  }))

/** Cookies that were opened lately: opening one takes longer than asking for it again. */
const opened = new LRUCache<string, string>({ max: 1000 })

/** Lays down what a session is known by. */
export const setSessionCookie = async (event: H3Event, token: string): Promise<void> => {
  const sealed = await seal(crypto, token, await cookiePassword(), defaults)
  setCookie(event, nameOf(event), sealed, {
    ...{ httpOnly: true, sameSite: 'lax', secure: isSecure(event), path: '/', maxAge: 30 * DAY },
  })
}

/** The token of a session; null where there is no cookie, or it was not sealed here. */
export const readSessionCookie = async (event: H3Event): Promise<string | null> => {
  const sealed = getCookie(event, nameOf(event))
  if (!sealed || sealed.length > 1000) return null
  const known = opened.get(sealed)
  if (known !== undefined) return known
  const key = await cookiePassword()
  const token = await unseal(crypto, sealed, key, defaults).catch(() => null)
  if (typeof token !== 'string') return null
  opened.set(sealed, token)
  return token
}

/** Takes the cookie away. */
export const clearSessionCookie = (event: H3Event): void =>
  deleteCookie(event, nameOf(event), { path: '/', secure: isSecure(event) })
