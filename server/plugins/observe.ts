import { defineNitroPlugin } from 'nitropack/runtime'
import { randomUUID } from 'node:crypto'
import { getRequestHeader, setHeader, type H3Event } from 'h3'
import { clientAddress, isBehindProxy } from '../address'
import { log } from '../log'
import { requests } from '../metrics'

/** The id of a request: what the proxy before us calls it, or a name of its own. */
const idOf = (event: H3Event): string => {
  const given = getRequestHeader(event, 'x-request-id') ?? ''
  return isBehindProxy() && /^[\w-]{8,64}$/.test(given) ? given : randomUUID()
}

/** A path without what leads somewhere by itself: links of reviews and publications, and links to set a password. */
const withoutSecrets = (path: string): string =>
  (path.split('?')[0] ?? '').replace(/^(\/api)?\/(review|brand|welcome)\/[^/]+/, '$1/$2/…')

/** Requests of a load balancer every second. */
const PROBES = /^\/api\/(health|ready)$/

/** Every request has an id, which its answer tells, and leaves one line in the log; how long it took is counted. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('request', event => {
    const began = performance.now()
    const id = idOf(event)
    event.context.requestId = id
    setHeader(event, 'x-request-id', id)
    event.node.res.once('close', () => {
      const seconds = (performance.now() - began) / 1000
      const { statusCode: status, writableFinished } = event.node.res
      const route = event.context.matchedRoute?.path ?? 'none'
      requests.observe({ method: event.method, route, status }, seconds)
      if (event.path.startsWith('/_nuxt/')) return
      const entry = {
        ...{ id, method: event.method, path: withoutSecrets(event.path), status, ms: Math.round(seconds * 1000) },
        ...{ by: event.context.person?.name, from: clientAddress(event), ...(writableFinished ? {} : { broke: true }) },
      }
      if (status >= 500) log.error(entry)
      else if (PROBES.test(event.path)) log.debug(entry)
      else log.info(entry)
    })
  })
  // what was expected has its line already
  nitro.hooks.hook('error', (error, { event }) => {
    const { statusCode = 500 } = error as { statusCode?: number }
    if (statusCode === 500) log.error({ id: event?.context.requestId as string, err: error })
  })
})
