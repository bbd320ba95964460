import { createError, defineEventHandler, getRequestHost, getHeader, setHeaders } from 'h3'

const LOOPBACK = /^(localhost|127(?:\.\d+){3}|\[::1\])(:\d+)?$/

/** Hosts, besides loopback, under which this server may be called: PLUMBAGO_HOSTS, separated by commas. */
const allowed = new Set(
  (process.env.PLUMBAGO_HOSTS ?? '')
    .split(',')
    .map(host => host.trim())
    .filter(Boolean),
)

/** Answers only to its own name, takes changes only from its own pages, and says so in the headers of every answer. */
export default defineEventHandler(event => {
  setHeaders(event, {
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'cross-origin-resource-policy': 'same-origin',
  })
  const host = getRequestHost(event)
  if (!LOOPBACK.test(host) && !allowed.has(host))
    throw createError({ statusCode: 421, message: 'This server does not go by that name.' })
  if (event.method === 'GET' || event.method === 'HEAD') return
  const origin = getHeader(event, 'origin')
  if (origin && new URL(origin).host !== host)
    throw createError({ statusCode: 403, message: 'Changes are taken from this application’s own pages only.' })
})
