import { onScopeDispose } from 'vue'
import { readProjectNews, type ProjectNews } from '#core/document/live'
import type { ReviewNews } from '#core/document/review'

type NewsMessage =
  | { kind: 'opened' }
  | { kind: 'lost' }
  | { kind: 'news'; news: ReviewNews }
  | { kind: 'project'; news: ProjectNews }

/** Wait before a server that does not answer is asked again, in milliseconds. */
const AGAIN = 3000

/** A listener to news. */
export interface Hearer {
  opened?: () => void
  news?: (news: ReviewNews) => void
  project?: (news: ProjectNews) => void
  lost?: () => void
}

/**
 * Listens to the news of reviews, and, where asked for, of projects. `opened` is called whenever the connection begins, and where
 * some were missed: what happened before that has to be asked for. Of all windows of a browser one is connected, and tells the others:
 * browsers hold few connections.
 */
export const newsFrom = (url: string, listener: Hearer) => {
  const hear = (message: NewsMessage): void => {
    if (message.kind === 'news') listener.news?.(message.news)
    else if (message.kind === 'project') listener.project?.(message.news)
    else listener[message.kind]?.()
  }
  let end: (() => void) | null = null

  /** Connects until it is stopped, and says all that comes. */
  const connect = (say: (message: NewsMessage) => void, stopped: AbortSignal): void => {
    const source = new EventSource(url)
    source.addEventListener('open', () => say({ kind: 'opened' }))
    source.addEventListener('missed', () => say({ kind: 'opened' }))
    source.addEventListener('message', ({ data }) =>
      say({ kind: 'news', news: JSON.parse(String(data)) as ReviewNews }),
    )
    source.addEventListener('project', ({ data }) => {
      const news = readProjectNews(String(data))
      if (news) say({ kind: 'project', news }) // a newer server may tell more than this page knows of
    })
    let again: ReturnType<typeof setTimeout> | undefined
    source.addEventListener('error', () => {
      say({ kind: 'lost' })
      // an answer that is no stream ends a browser's own tries: the server may be back in a moment
      if (source.readyState === EventSource.CLOSED && !stopped.aborted)
        again = setTimeout(() => connect(say, stopped), AGAIN)
    })
    stopped.addEventListener('abort', () => {
      clearTimeout(again)
      source.close()
    })
  }
  const stop = (): void => {
    end?.()
    end = null
  }
  const listen = (): void => {
    stop()
    const stopping = new AbortController()
    const others = new BroadcastChannel(url)
    others.onmessage = ({ data }: MessageEvent<NewsMessage>) => hear(data)
    end = () => {
      stopping.abort()
      others.close()
    }
    const whole = async (): Promise<void> => {
      connect(message => {
        hear(message)
        others.postMessage(message)
      }, stopping.signal)
      await new Promise<void>(done => stopping.signal.addEventListener('abort', () => done()))
    }
    // over plain http there are no locks: then each window is connected
    if (!('locks' in navigator)) return void whole()
    navigator.locks.request(`plumbago news ${url}`, { signal: stopping.signal }, whole).catch(() => {}) // it was stopped
  }
  onScopeDispose(stop)
  return { listen, stop }
}
