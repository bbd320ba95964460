import { getRequestHeader, sendRedirect, type H3Event } from 'h3'
import type { Person } from '#core/document/people'
import { ONLY_DESIGNERS, hasRole, type Role } from '#core/document/roles'
import { httpError } from '../httpError'
import { database, isDatabaseGone } from '../db/connect'
import { sessionOf } from '../db/people'
import { requiresSignIn } from './requiresSignIn'
import { readSessionCookie } from './cookie'

declare module 'h3' {
  interface H3EventContext {
    /** Who asks: nobody in particular where nobody is asked, or where anyone may ask for it. */
    person?: Person
    session?: string
  }
}

/** True if people are asked who they are. */
export const asks = requiresSignIn(process.env)

/** Requests anyone may make: what pages are made of, signing in, the guide, links of reviews and publications, and how the server is. */
const ANYONE = [
  /^(GET|HEAD) \/(_nuxt\/|fonts\/|guide(\/|$)|mark\.svg$|sign-in$|welcome\/|review\/|brand\/)/,
  /^(GET|HEAD) \/api\/(health|ready|metrics|me)$/,
  /^POST \/api\/session$/,
  /^(GET|POST) \/api\/welcome\//,
  /^(GET|HEAD|POST|PUT) \/api\/review\//,
  /^(GET|HEAD) \/api\/brand\//,
]
/** Requests of everybody who is signed in, beside looking: what is about themselves. */
const OWN = /^(DELETE \/api\/sessions?$|PUT \/api\/me\/password$|POST \/api\/here$)/
/** Requests of owners only. */
const OWNERS = /^\w+ \/api\/people(\/|$)/

/**
 * The role required for a request; null where anyone may make it. All that changes anything is for designers, unless
 * stated otherwise.
 */
export const requiredRole = (method: string, path: string): Role | null => {
  const asked = `${method} ${path}`
  if (ANYONE.some(each => each.test(asked))) return null
  const isLook = method === 'GET' || method === 'HEAD'
  if (OWNERS.test(asked)) return isLook ? 'viewer' : 'owner'
  return isLook || OWN.test(asked) ? 'viewer' : 'designer'
}

const SENTENCES: Record<Role, string> = {
  viewer: 'Sign in first.',
  designer: ONLY_DESIGNERS,
  owner: 'Only an owner can do that.',
}

/** Who is signed in, noted on the event; null where nobody is. */
export const identify = async (event: H3Event): Promise<Person | null> => {
  const token = readSessionCookie(event)
  const found = token === null ? null : await sessionOf(database(), token)
  if (!found) return null
  event.context.person = found.person
  event.context.session = found.session
  return found.person
}

/** Returns whether a request is for a page. */
const isPage = (event: H3Event): boolean =>
  event.method === 'GET' &&
  !event.path.startsWith('/api/') &&
  (getRequestHeader(event, 'accept') ?? '').includes('text/html')

/**
 * Lets through who may ask for what is asked for. Others are refused in a sentence, or, where they ask for a page, led to where one
 * signs in; a page is shown while the database is gone, for it holds nothing.
 */
export const authorize = async (event: H3Event): Promise<void> => {
  if (!asks) return
  const [path = ''] = event.path.split('?')
  const needed = requiredRole(event.method, path)
  if (needed === null) return
  try {
    const person = await identify(event)
    if (person && hasRole(person.role, needed)) return
    if (person) throw httpError(403, SENTENCES[needed], { why: 'role' })
    if (isPage(event)) return await sendRedirect(event, `/sign-in?to=${encodeURIComponent(event.path)}`)
    throw httpError(401, SENTENCES.viewer, { why: 'signed out' })
  } catch (error) {
    if (!(isDatabaseGone(error) && isPage(event))) throw error
  }
}
