import { constants, brotliCompress, gzip } from 'node:zlib'
import { promisify } from 'node:util'

/** Smaller answers are sent as they are. */
export const MIN_BYTES = 1024
/** Media types whose content compresses well and is not compressed yet. */
const COMPRESSIBLE = /^(?:application\/(?:json|manifest\+json|javascript)|image\/svg\+xml|text\/(?!event-stream))/i
/** Brotli at this quality takes as long as gzip and gives less. */
const BROTLI_QUALITY = 4

const brotliAsync = promisify(brotliCompress)
const gzipAsync = promisify(gzip)

/** Content codings this server can send. */
export type Coding = 'br' | 'gzip'

/**
 * Returns the coding to use for an `Accept-Encoding` header: the one with the highest weight, Brotli before gzip; null where neither
 * is accepted (RFC 9110, section 12.5.3).
 */
export const chooseCoding = (acceptEncoding: string | undefined): Coding | null => {
  const weights = new Map(
    (acceptEncoding ?? '')
      .toLowerCase()
      .split(',')
      .map((part): [string, number] => {
        const [name = '', ...parameters] = part.split(';').map(each => each.trim())
        const q = parameters.find(each => each.startsWith('q='))
        return [name, q ? Number(q.slice(2)) || 0 : 1]
      }),
  )
  const weightOf = (coding: Coding): number => weights.get(coding) ?? weights.get('*') ?? 0
  const [br, zipped] = [weightOf('br'), weightOf('gzip')]
  if (br > 0 && br >= zipped) return 'br'
  return zipped > 0 ? 'gzip' : null
}

/** Returns whether a body of a media type and size is worth compressing. */
export const isCompressible = (mediaType: string, bytes: number): boolean =>
  bytes >= MIN_BYTES && COMPRESSIBLE.test(mediaType)

/** Compresses a body, outside the main thread. */
export const compress = (body: Buffer, coding: Coding): Promise<Buffer> =>
  coding === 'br'
    ? brotliAsync(body, {
        params: {
          [constants.BROTLI_PARAM_QUALITY]: BROTLI_QUALITY,
          [constants.BROTLI_PARAM_SIZE_HINT]: body.length,
        },
      })
    : gzipAsync(body)
