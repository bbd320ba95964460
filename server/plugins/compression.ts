import { appendResponseHeader, getRequestHeader, getResponseHeader, getResponseStatus, setResponseHeader } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { chooseCoding, compress, isCompressible } from '../compression'

/** The bytes of a body that is sent whole, with its media type; null for streams and what is empty. */
const bytesOf = (body: unknown, mediaType: string): { bytes: Buffer; mediaType: string } | null => {
  if (typeof body === 'string') return { bytes: Buffer.from(body), mediaType: mediaType || 'text/html' }
  if (body instanceof Uint8Array)
    return { bytes: Buffer.from(body.buffer, body.byteOffset, body.byteLength), mediaType }
  const prototype: unknown = typeof body === 'object' && body ? Object.getPrototypeOf(body) : null
  const isPlain = Array.isArray(body) || (prototype !== null && prototype === Object.prototype)
  return isPlain ? { bytes: Buffer.from(JSON.stringify(body)), mediaType: 'application/json' } : null
}

/** Compresses answers of JSON, SVG and text; never streams, parts of files, or what is coded already. */
export default defineNitroPlugin(({ hooks }) => {
  hooks.hook('beforeResponse', async (event, response) => {
    if (getResponseHeader(event, 'content-encoding') || getResponseStatus(event) === 206) return
    const found = bytesOf(response.body, String(getResponseHeader(event, 'content-type') ?? ''))
    if (!found || !isCompressible(found.mediaType, found.bytes.length)) return
    appendResponseHeader(event, 'vary', 'accept-encoding')
    const coding = chooseCoding(getRequestHeader(event, 'accept-encoding'))
    if (!coding || event.method === 'HEAD') return
    setResponseHeader(event, 'content-type', found.mediaType)
    setResponseHeader(event, 'content-encoding', coding)
    response.body = await compress(found.bytes, coding)
  })
})
