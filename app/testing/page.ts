import { createPinia, setActivePinia } from 'pinia'
import { checkAnswer } from '#core/api/contracts'
import { checkAnswersBy } from '~/api/call'

/*
 * Stand-ins for a page and a server as stores and plain modules, for tests in Node: imported before anything else of the
 * interface, so that what is looked for when a module is loaded is there.
 */

checkAnswersBy(checkAnswer)

/** A storage of its own with a given capacity. */
export class MemoryStorage implements Storage {
  [name: string]: unknown
  /** In characters. */
  static room = Infinity
  get length(): number {
    return Object.keys(this).length
  }
  key(at: number): string | null {
    return Object.keys(this)[at] ?? null
  }
  getItem(key: string): string | null {
    return Object.hasOwn(this, key) ? String(this[key]) : null
  }
  setItem(key: string, value: string): void {
    if (value.length > MemoryStorage.room) throw new Error('There is no room.')
    this[key] = value
  }
  removeItem(key: string): void {
    delete this[key]
  }
  clear(): void {
    for (const key of Object.keys(this)) delete this[key]
  }
}

const page = new EventTarget()
/** The names of files that were given to the browser to save. */
export const savedFiles: string[] = []
const link = () => ({ href: '', download: '', click: () => savedFiles.push('link') })

Object.assign(globalThis, {
  window: globalThis,
  document: Object.assign(new EventTarget(), {
    createElement: link,
    visibilityState: 'visible',
    documentElement: { dataset: {} },
  }),
  localStorage: new MemoryStorage(),
  Storage: MemoryStorage,
  StorageEvent: class extends Event {},
  location: new URL('http://127.0.0.1/project/p1/compose'),
  requestAnimationFrame: (act: (time: number) => void) => setTimeout(() => act(performance.now()), 0),
  cancelAnimationFrame: clearTimeout,
  addEventListener: page.addEventListener.bind(page),
  removeEventListener: page.removeEventListener.bind(page),
  dispatchEvent: page.dispatchEvent.bind(page),
})
// what a store asks for again and again does not keep the process of the tests alive
const { setInterval: own } = globalThis
Object.assign(globalThis, {
  setInterval: (...how: Parameters<typeof setInterval>) => own(...how).unref(),
})
if (!('navigator' in globalThis)) Object.assign(globalThis, { navigator: { sendBeacon: () => true } })

/** A request as the server hears it. */
export interface Asked {
  method: string
  /** After `/api/`, with its query. */
  path: string
  body: unknown
  headers: Headers
}

/** An answer of the server that is no success. */
export class Refusal {
  constructor(
    readonly status: number,
    readonly message: string,
    readonly data?: unknown,
  ) {}
}

type Route = (asked: Asked) => unknown

/** A server with the routes that a test gives; all others answer 404. */
export class FakeServer {
  readonly asked: Asked[] = []
  private readonly routes: Array<{ method: string; path: RegExp; route: Route }> = []

  constructor() {
    globalThis.fetch = async (input, init = {}) => {
      const method = init.method ?? 'GET'
      const body = typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : init.body
      const headers = new Headers(init.headers)
      const asked = { method, path: String(input).replace('/api/', ''), body, headers }
      this.asked.push(asked)
      const found = this.routes.findLast(each => each.method === method && each.path.test(asked.path))
      const answer = found ? await found.route(asked) : new Refusal(404, 'There is no such thing.')
      if (answer instanceof Refusal) {
        const { status, message, data } = answer
        if (status === 0) throw new TypeError('no connection')
        return Response.json({ message, data }, { status })
      }
      return answer instanceof Uint8Array ? new Response(answer as BodyInit) : Response.json(answer ?? {})
    }
  }

  /** Answers a method and path from now on; the latest that fits answers. */
  on(method: string, path: RegExp, route: Route): this {
    this.routes.push({ method, path, route })
    return this
  }

  /** Requests of a kind, oldest first. */
  heard(method: string, path: RegExp): Asked[] {
    return this.asked.filter(each => each.method === method && path.test(each.path))
  }
}

/** Fresh stores, a fresh storage, and a server that knows nothing yet. */
export const freshPage = (): FakeServer => {
  setActivePinia(createPinia())
  localStorage.clear()
  MemoryStorage.room = Infinity
  savedFiles.length = 0
  return new FakeServer()
}

/** Waits until something holds, looking whenever other work has had its turn; fails after so many turns. */
export const until = async (holds: () => boolean, turns = 2000): Promise<void> => {
  for (let turn = 0; turn < turns; turn++) {
    if (holds()) return
    await new Promise(done => setTimeout(done, 1))
  }
  throw new Error('It never came about.')
}
