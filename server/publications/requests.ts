import { getRequestHeader, setHeaders, type H3Event } from 'h3'
import { database } from '../db/connect'
import { publicationBehind, type PublicationBehind } from '../db/publications'

/* Common parts of the routes of those who have the link of a publication. */

/** Anyone with the link may use what is behind it, other websites and their builds among them. It is asked for again each time. */
const SHARED_HEADERS = {
  'access-control-allow-origin': '*',
  'access-control-expose-headers': 'etag, plumbago-version',
  'cross-origin-resource-policy': 'cross-origin',
  'cache-control': 'no-cache',
  'x-robots-tag': 'noindex, nofollow',
}

/** The publication behind the requested link; its version goes into the headers of the answer. */
export const requestedPublication = async (event: H3Event): Promise<PublicationBehind> => {
  const found = await publicationBehind(database(), event.context.params?.token ?? '')
  setHeaders(event, { ...SHARED_HEADERS, 'plumbago-version': String(found.version) })
  return found
}

/** Tags an answer; whether whoever asks has that already (RFC 9110, section 13.1.2). */
export const isKnown = (event: H3Event, tag: string): boolean => {
  setHeaders(event, { etag: `"${tag}"` })
  const known = getRequestHeader(event, 'if-none-match') ?? ''
  return known.split(',').some(each => [`"${tag}"`, `W/"${tag}"`, '*'].includes(each.trim()))
}
