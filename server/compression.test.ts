import { brotliDecompressSync, gunzipSync } from 'node:zlib'
import { chooseCoding, compress, isCompressible, MIN_BYTES } from './compression'

describe('compression of answers', () => {
  it.each([
    ['gzip, deflate, br, zstd', 'br'],
    ['gzip, deflate', 'gzip'],
    ['br;q=0.2, gzip;q=0.8', 'gzip'],
    ['br;q=0, gzip;q=0', null],
    ['*', 'br'],
    ['*;q=0.5, br;q=0', 'gzip'],
    ['identity', null],
    ['GZIP;Q=1', 'gzip'],
    ['br;q=nonsense', null],
    ['', null],
    [undefined, null],
  ] as const)('chooses by what is accepted: %s', (header, coding) => expect(chooseCoding(header)).toBe(coding))
  it('leaves what is small, packed already, or a stream of events', () => {
    expect(isCompressible('application/json', MIN_BYTES)).toBe(true)
    expect(isCompressible('application/json; charset=utf-8', MIN_BYTES)).toBe(true)
    expect(isCompressible('image/svg+xml', MIN_BYTES)).toBe(true)
    expect(isCompressible('text/plain', MIN_BYTES)).toBe(true)
    expect(isCompressible('application/json', MIN_BYTES - 1)).toBe(false)
    for (const type of [
      'text/event-stream',
      'image/png',
      'application/octet-stream',
      'application/zip',
      'font/woff2',
      '',
    ])
      expect(isCompressible(type, 1e6)).toBe(false)
  })
  it('gives back the same bytes', async () => {
    const body = Buffer.from(JSON.stringify(Array.from({ length: 500 }, (_, i) => ({ id: i, hex: '#0f6d5f' }))))
    const [br, zipped] = await Promise.all([compress(body, 'br'), compress(body, 'gzip')])
    expect(brotliDecompressSync(br)).toEqual(body)
    expect(gunzipSync(zipped)).toEqual(body)
    expect(br.length).toBeLessThan(body.length / 5)
  })
})
