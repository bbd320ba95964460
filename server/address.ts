import { getRequestHeader, getRequestIP, type H3Event } from 'h3'

/** Returns whether a proxy of ours stands before us, whose word is taken: PLUMBAGO_PROXY. */
export const isBehindProxy = (): boolean => process.env.PLUMBAGO_PROXY === '1'

/** The last of a list in a header: what the proxy next to us added, and nobody before it can have made up. */
const lastOf = (event: H3Event, header: string): string =>
  (getRequestHeader(event, header) ?? '').split(',').at(-1)?.trim() ?? ''

/** The address somebody asks from: behind a proxy, by its word. */
export const clientAddress = (event: H3Event): string =>
  (isBehindProxy() && lastOf(event, 'x-forwarded-for')) || (getRequestIP(event) ?? '')

/** Returns whether somebody asks by https, which a proxy of ours ends. */
export const isSecure = (event: H3Event): boolean => isBehindProxy() && lastOf(event, 'x-forwarded-proto') === 'https'
