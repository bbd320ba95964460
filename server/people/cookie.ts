import { deleteCookie, getCookie, setCookie, type H3Event } from 'h3'
import { isSecure } from '../address'
import { TOKEN } from '../token'

/* The cookie of a session: its token, which the database knows by its hash alone. */

/** Over HTTPS, the browser itself binds it to this very host. */
const nameOf = (event: H3Event): string => (isSecure(event) ? '__Host-plumbago' : 'plumbago')
const DAY_S = 24 * 3600

/** Sets the cookie of a session. */
export const setSessionCookie = (event: H3Event, token: string): void =>
  setCookie(event, nameOf(event), token, {
    ...{ httpOnly: true, sameSite: 'lax', secure: isSecure(event), path: '/', maxAge: 30 * DAY_S },
  })

/** The token of a session; null where there is no cookie that could be one. */
export const readSessionCookie = (event: H3Event): string | null => {
  const token = getCookie(event, nameOf(event)) ?? ''
  return TOKEN.test(token) ? token : null
}

/** Takes the cookie away. */
export const clearSessionCookie = (event: H3Event): void =>
  deleteCookie(event, nameOf(event), { path: '/', secure: isSecure(event) })
