import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createError, getHeader, type H3Event } from 'h3'

const failure = (statusCode: number, message: string) => createError({ statusCode, message })

/**
 * Lays the body of a request down as a file while it comes in, and hands on where it lies; it is gone afterwards. Answers 413
 * as soon as it is larger than allowed, and 400 where there is none.
 */
export const withBodyAsFile = async <Answer>(
  event: H3Event,
  most: number,
  work: (path: string) => Promise<Answer>,
): Promise<Answer> => {
  const tooLarge = (): Error => failure(413, `The file is larger than ${Math.round(most / 1048576)} MB.`)
  if (Number(getHeader(event, 'content-length') ?? 0) > most) throw tooLarge()
  const folder = await mkdtemp(join(tmpdir(), 'plumbago-'))
  try {
    const path = join(folder, 'body')
    let size = 0
    const counted = new Transform({
      transform: (chunk: Buffer, _encoding, done) => {
        size += chunk.length
        if (size > most) done(tooLarge())
        else done(null, chunk)
      },
    })
    await pipeline(event.node.req, counted, createWriteStream(path))
    if (!size) throw failure(400, 'The request is empty.')
    return await work(path)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
