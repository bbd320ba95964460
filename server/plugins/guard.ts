import { defineNitroPlugin } from 'nitropack/runtime'
import type { Server } from 'node:http'
import type { Socket } from 'node:net'
import { defineEventHandler, setHeader, setHeaders, type H3Event } from 'h3'
import { toHttpError } from '../answers'
import { httpError } from '../httpError'
import { ANSWER_POLICY, SCRIPT_POLICY } from '../headers'
import { authorize } from '../people/authorize'

const LOOPBACK = /^(localhost|127(?:\.\d{1,3}){3}|\[::1\])(:\d+)?$/

/** Hosts, besides loopback, under which this server may be called: PLUMBAGO_HOSTS, separated by commas. */
const allowed = new Set(
  (process.env.PLUMBAGO_HOSTS ?? '')
    .split(',')
    .map(host => host.trim())
    .filter(Boolean),
)

/** The host of an address; null where it is none, as `null` is not. */
const hostOf = (origin: string): string | null => {
  try {
    return new URL(origin).host
  } catch {
    return null
  }
}

/** The host under which reviews are open, and nothing else: that of PLUMBAGO_REVIEW_ADDRESS, to which links lead then. */
const reviewHost = hostOf(process.env.PLUMBAGO_REVIEW_ADDRESS ?? '')
/** Paths under that name: the pages of reviews and publications, what they ask for, and what pages are made of. */
const OF_REVIEWS = /^\/(?:(?:api\/)?(?:review|brand)\/|_nuxt\/|mark\.svg$)/

/** Returns whether a change comes from one of our own pages, or from a program that is no browser and does nothing for a page. */
const isOurs = ({ headers }: H3Event['node']['req'], host: string): boolean => {
  const { origin, 'sec-fetch-site': site, 'user-agent': agent = '' } = headers
  if (origin !== undefined && hostOf(origin) !== host) return false
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return false
  return origin !== undefined || site !== undefined || !/^Mozilla\//.test(agent)
}

/** Answers only to its own name and to who may ask, takes changes only from its own pages, and says so in the headers of every answer. */
const guard = defineEventHandler(async event => {
  const { server } = event.node.req.socket as Socket & { server?: Server }
  if (server && server.keepAliveTimeout < KEEP_ALIVE_MS) server.keepAliveTimeout = KEEP_ALIVE_MS
  setHeaders(event, {
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'cross-origin-resource-policy': 'same-origin',
    'cross-origin-opener-policy': 'same-origin',
    'content-security-policy': event.path.startsWith('/_nuxt/') ? SCRIPT_POLICY : ANSWER_POLICY,
  })
  const { host = '' } = event.node.req.headers
  if (/^\/(?:review|brand)\//.test(event.path)) setHeader(event, 'x-robots-tag', 'noindex, nofollow')
  if (host === reviewHost) {
    if (!OF_REVIEWS.test(event.path)) throw httpError(404, 'There is nothing at this address.')
  } else if (!LOOPBACK.test(host) && !allowed.has(host)) throw httpError(421, 'This server does not go by that name.')
  if (event.method !== 'GET' && event.method !== 'HEAD' && !isOurs(event.node.req, host))
    throw httpError(403, 'Changes are accepted only from this application’s own pages.')
  try {
    await authorize(event)
  } catch (error) {
    setHeader(event, 'cache-control', 'no-store')
    throw toHttpError(error) ?? error
  }
})

/** Time a connection stays open for the next request, in milliseconds: longer than whoever asks holds it. */
const KEEP_ALIVE_MS = 75_000

/** The guard stands before everything, before static files too. */
export default defineNitroPlugin(({ h3App }) => {
  h3App.stack.unshift({ route: '/', handler: guard })
})
