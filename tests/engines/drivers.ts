import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'

/** A browser of another engine: opens addresses and evaluates expressions in the page. */
export interface Driver {
  name: string
  open: (address: string) => Promise<void>
  /** The value of an expression in the page; it has to be JSON. */
  evaluate: <Value>(expression: string) => Promise<Value>
  close: () => Promise<void>
}

const WIDTH = 1280
const HEIGHT = 800

/** An answer of WebDriver BiDi: what was asked for, or why it was not given. */
type Answer = { id: number; type: 'success'; result: unknown } | { id: number; type: 'error'; message: string }

/** Firefox ESR of Debian, through WebDriver BiDi (W3C), which it speaks itself. */
export const firefox = async (port = 4322): Promise<Driver> => {
  const folder = await mkdtemp(join(tmpdir(), 'firefox-'))
  const child = spawn(
    'firefox-esr',
    ['--headless', '--no-remote', `--remote-debugging-port=${port}`, '--profile', folder, 'about:blank'],
    {
      env: { ...process.env, HOME: folder, MOZ_HEADLESS_WIDTH: `${WIDTH}`, MOZ_HEADLESS_HEIGHT: `${HEIGHT}` },
      stdio: 'ignore',
    },
  )
  const connected = (): Promise<WebSocket | null> =>
    new Promise(done => {
      const socket = new WebSocket(`ws://127.0.0.1:${port}/session`)
      socket.onopen = () => done(socket)
      socket.onerror = () => done(null)
    })
  let socket = await connected()
  for (let n = 0; !socket && n < 100; n++) {
    await pause(200)
    socket = await connected()
  }
  if (!socket) throw new Error('Firefox does not answer.')
  const line = socket
  const waiting = new Map<number, (answer: Answer) => void>()
  line.onmessage = ({ data }) => {
    const answer = JSON.parse(String(data)) as Answer
    waiting.get(answer.id)?.(answer)
    waiting.delete(answer.id)
  }
  let last = 0
  const ask = async <Value>(method: string, params: object): Promise<Value> => {
    const id = ++last
    const answered = new Promise<Answer>(done => waiting.set(id, done))
    line.send(JSON.stringify({ id, method, params }))
    const answer = await answered
    if (answer.type === 'error') throw new Error(answer.message)
    return answer.result as Value
  }
  const { capabilities } = await ask<{ capabilities: { browserVersion: string } }>('session.new', { capabilities: {} })
  const { contexts } = await ask<{ contexts: Array<{ context: string }> }>('browsingContext.getTree', {})
  const context = contexts[0]?.context
  await ask('browsingContext.setViewport', { context, viewport: { width: WIDTH, height: HEIGHT } })
  return {
    name: `Firefox (${capabilities.browserVersion})`,
    open: async url => void (await ask('browsingContext.navigate', { context, url, wait: 'complete' })),
    evaluate: async expression => {
      const { result, exceptionDetails } = await ask<{
        result?: { value?: string }
        exceptionDetails?: { text: string }
      }>('script.evaluate', { expression: `JSON.stringify(${expression})`, target: { context }, awaitPromise: true })
      if (exceptionDetails) throw new Error(exceptionDetails.text)
      return JSON.parse(result?.value ?? 'null') as never
    },
    close: async () => {
      line.close()
      child.kill()
      await once(child, 'exit')
      await rm(folder, { recursive: true, force: true })
    },
  }
}

/** WebKitGTK of Debian, through its WebDriver (W3C), on a screen of its own that nobody sees. */
export const webkit = async (port = 4321): Promise<Driver> => {
  const folder = await mkdtemp(join(tmpdir(), 'webkit-'))
  const child: ChildProcess = spawn(
    'xvfb-run',
    ['-a', '-s', `-screen 0 ${WIDTH}x${HEIGHT + 100}x24`, 'WebKitWebDriver', `--port=${port}`],
    // what a container forbids is a sandbox within it
    {
      env: { ...process.env, HOME: folder, WEBKIT_DISABLE_SANDBOX_THIS_IS_DANGEROUS: '1' },
      stdio: 'ignore',
      detached: true,
    },
  )
  const root = `http://127.0.0.1:${port}`
  const ask = async <Value>(method: string, path: string, body?: unknown): Promise<Value> => {
    const answer = await fetch(root + path, { method, ...(body ? { body: JSON.stringify(body) } : {}) })
    const { value } = (await answer.json()) as { value: Value & { error?: string; message?: string } }
    if (!answer.ok) throw new Error(`${value.error ?? answer.status}: ${value.message ?? ''}`)
    return value
  }
  for (let n = 0; ; n++) {
    await pause(200)
    if (await fetch(`${root}/status`).catch(() => null)) break
    if (n > 50) throw new Error('WebKitWebDriver does not answer.')
  }
  const { sessionId, capabilities } = await ask<{ sessionId: string; capabilities: { browserVersion: string } }>(
    'POST',
    '/session',
    { capabilities: { alwaysMatch: { browserName: 'MiniBrowser' } } },
  )
  const session = `/session/${sessionId}`
  await ask('POST', `${session}/window/rect`, { width: WIDTH, height: HEIGHT })
  return {
    name: `WebKitGTK (${capabilities.browserVersion})`,
    open: async address => void (await ask('POST', `${session}/url`, { url: address })),
    evaluate: expression => ask('POST', `${session}/execute/sync`, { script: `return ${expression}`, args: [] }),
    close: async () => {
      await ask('DELETE', session).catch(() => {}) // it is killed in any case
      if (child.pid) process.kill(-child.pid)
      await rm(folder, { recursive: true, force: true })
    },
  }
}
