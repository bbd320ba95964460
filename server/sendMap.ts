import { setHeaders, setResponseStatus, type H3Event } from 'h3'

/** Answers with an ink map, packed and gzipped, which never changes under its hash; with nothing (204) where there is none. */
export const sendMap = (event: H3Event, map: Buffer | null): Buffer | null => {
  setHeaders(event, {
    'cache-control': 'private, max-age=31536000, immutable',
    ...(map ? { 'content-type': 'application/octet-stream', 'content-encoding': 'gzip' } : {}),
  })
  if (!map) setResponseStatus(event, 204)
  return map
}
