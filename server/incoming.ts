import { mkdtemp, open, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { getHeader, setHeader, type H3Event } from 'h3'
import { httpError } from './httpError'

/** Maximum pause of a body on its way, in milliseconds. */
const MAX_PAUSE_MS = 15_000

/**
 * Hands the body of a request on while it comes in, piece by piece; its size in bytes. Answers 413 as soon as it is larger
 * than allowed, and reads no more of it; 400 where there is none or it breaks off. One that stops coming is hung up on.
 */
const receive = async (event: H3Event, max: number, take: (chunk: Buffer) => unknown): Promise<number> => {
  const { req } = event.node
  const tooLarge = (): Error => {
    const allowed = max >= 1048576 ? `${Math.round(max / 1048576)} MB` : `${Math.round(max / 1024)} kB`
    return httpError(413, `The request is larger than ${allowed}.`)
  }
  if (Number(getHeader(event, 'content-length') ?? 0) > max) throw tooLarge()
  let size = 0
  const pause = setTimeout(() => req.destroy(new Error('The request did not arrive completely.')), MAX_PAUSE_MS)
  try {
    for await (const chunk of req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
      pause.refresh()
      size += chunk.length
      if (size > max) {
        setHeader(event, 'connection', 'close') // nobody knows how much is still to come
        throw tooLarge()
      }
      await take(chunk)
    }
  } catch (error) {
    throw req.destroyed && !req.complete ? httpError(400, 'The request was cut off.') : error
  } finally {
    clearTimeout(pause)
  }
  if (!size) throw httpError(400, 'The request is empty.')
  return size
}

/** The body of a request, in bytes. */
export const readBytes = async (event: H3Event, max: number): Promise<Uint8Array> => {
  const chunks: Buffer[] = []
  await receive(event, max, chunk => chunks.push(chunk))
  return Buffer.concat(chunks)
}

/** Lays the body of a request down as a file while it comes in, and hands on where it lies; it is gone afterwards. */
export const withBodyAsFile = async <Answer>(
  event: H3Event,
  max: number,
  work: (path: string, size: number) => Promise<Answer>,
): Promise<Answer> => {
  const folder = await mkdtemp(join(tmpdir(), 'plumbago-'))
  try {
    const path = join(folder, 'body')
    const file = await open(path, 'w')
    let size: number
    try {
      size = await receive(event, max, chunk => file.write(chunk))
    } finally {
      await file.close()
    }
    return await work(path, size)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
