import { wrap, type Remote } from 'comlink'
import { Left } from './left'

/** A worker that is started when first asked, and let go with all that it holds. */
export interface Desk<Work extends object> {
  at: () => Remote<Work>
  letGo: () => void
}

/** A desk at which a worker does the work; what is still under way when it is let go is rejected with Left. */
export const deskOf = <Work extends object>(start: () => Worker): Desk<Work> => {
  let open: { worker: Worker; remote: Remote<Work>; leave: () => void } | null = null
  const begun = (): typeof open & object => {
    const worker = start()
    const remote = wrap<Work>(worker)
    let leave = (): void => undefined
    const left = new Promise<never>((_, reject) => {
      leave = () => reject(new Left())
    })
    left.catch(() => null) // whoever waits hears of it; where nobody does, it is no failure
    const calls = new Proxy(remote, {
      get: (of, name, own) => {
        const call = Reflect.get(of, name, own) as unknown
        if (typeof call !== 'function') return call
        return (...given: unknown[]) =>
          Promise.race([(call as (...all: unknown[]) => Promise<unknown>)(...given), left])
      },
    })
    return { worker, remote: calls, leave }
  }
  return {
    at: () => (open ??= begun()).remote,
    letGo: () => {
      open?.leave()
      open?.worker.terminate()
      open = null
    },
  }
}
