import { setHeaders, type H3Event } from 'h3'
import { httpError } from '../httpError'
import { database } from '../db/connect'
import { watching } from '../metrics'
import { newsDesk, type Topic } from './news'

/** Maximum number of watchers in this process, and of bytes waiting for one of them. */
const MAX_WATCHING = 2000
const MAX_BEHIND = 1 << 20
/** Interval of keeping a still connection alive, in milliseconds. */
const BREATH = 20_000

/** The event sent where something may have been missed: who watches asks for all there is. */
const MISSED = 'event: missed\ndata: \n\n'

/** Functions that end the open streams: a server that stops does not wait for those who only watch. */
const open = new Set<() => void>()
process.once('SIGTERM', () => {
  for (const end of open) end()
})
let desk: ReturnType<typeof newsDesk> | undefined

/**
 * Answers with news as server-sent events, until whoever watches is gone, or may not any more. One who does not take what is sent is
 * hung up on, and comes again for all there is.
 */
export const sendNews = async (
  event: H3Event,
  of: Topic,
  mayStill: () => Promise<boolean> = () => Promise.resolve(true),
): Promise<void> => {
  if (open.size >= MAX_WATCHING)
    throw httpError(503, 'Too many people are watching at once; reload to see what is new.')
  const { res } = event.node
  const end = (): void => void res.end()
  open.add(end)
  watching.set(open.size)
  let leave = (): void => {}
  let breath: ReturnType<typeof setInterval> | undefined
  const send = (text: string): void => {
    res.write(text)
    if (res.writableLength > MAX_BEHIND) res.destroy()
  }
  try {
    desk ??= newsDesk(database())
    leave = await desk.watch(of, (written, kind) =>
      send(written === null ? MISSED : `${kind === 'project' ? 'event: project\n' : ''}data: ${written}\n\n`),
    )
    setHeaders(event, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' })
    res.flushHeaders()
    send('retry: 1000\n\n')
    breath = setInterval(() => {
      mayStill().then(
        may => (may ? send(':\n\n') : end()),
        () => send(':\n\n'), // the database is gone: it is asked again
      )
    }, BREATH)
    if (!res.closed) await new Promise<void>(done => res.once('close', done))
  } finally {
    clearInterval(breath)
    leave()
    open.delete(end)
    watching.set(open.size)
  }
}
