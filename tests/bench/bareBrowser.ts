import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Readable, Writable } from 'node:stream'
import { CHROMIUM } from '../browser'

interface Answer {
  id?: number
  result?: Record<string, unknown>
  error?: { message: string }
}

/**
 * A page of Chromium driven over its own pipe and watched by nobody: whoever watches what a page fetches makes the
 * browser keep the bodies, a hundred megabytes of them, which would count as the page's memory.
 */
export class BareBrowser {
  private readonly child: ChildProcess
  private readonly folder = mkdtempSync(join(tmpdir(), 'plumbago-bench-'))
  private readonly waiting = new Map<number, (answer: Answer) => void>()
  private text = 0
  private session = ''

  constructor() {
    const flags = ['--headless', '--remote-debugging-pipe', `--user-data-dir=${this.folder}`, '--window-size=1280,800']
    this.child = spawn(CHROMIUM.executablePath, [...CHROMIUM.args, ...flags, 'about:blank'], {
      stdio: ['ignore', 'ignore', 'ignore', 'pipe', 'pipe'],
    })
    let rest = ''
    ;(this.child.stdio[4] as Readable).setEncoding('utf8').on('data', (part: string) => {
      const all = (rest + part).split('\0')
      rest = all.pop() ?? ''
      for (const each of all) {
        const answer = JSON.parse(each) as Answer
        if (answer.id) this.waiting.get(answer.id)?.(answer)
      }
    })
  }

  /** Sends a command of the debugging protocol, to the page once there is one. Rejects with what the browser says. */
  send<Result = Record<string, unknown>>(method: string, params: object = {}): Promise<Result> {
    const id = ++this.text
    const whole = { id, method, params, ...(this.session ? { sessionId: this.session } : {}) }
    ;(this.child.stdio[3] as Writable).write(`${JSON.stringify(whole)}\0`)
    return new Promise((resolve, reject) => {
      this.waiting.set(id, ({ result, error }) => {
        this.waiting.delete(id)
        if (error) reject(new Error(`${method}: ${error.message}`))
        else resolve(result as Result)
      })
    })
  }

  /** Opens the one page at an address. */
  async open(address: string): Promise<void> {
    const { targetInfos } = await this.send<{ targetInfos: Array<{ targetId: string; type: string }> }>(
      'Target.getTargets',
    )
    const page = targetInfos.find(({ type }) => type === 'page')
    const { sessionId } = await this.send<{ sessionId: string }>('Target.attachToTarget', {
      targetId: page?.targetId,
      flatten: true,
    })
    this.session = sessionId
    await this.send('Page.navigate', { url: address })
  }

  /** What a script says in the page. */
  async evaluate<Value>(expression: string): Promise<Value> {
    const { result } = await this.send<{ result: { value: Value } }>('Runtime.evaluate', {
      expression,
      returnByValue: true,
    })
    return result.value
  }

  /** Waits until something is there. Throws after two minutes. */
  async until(selector: string): Promise<void> {
    for (let i = 0; i < 1200; i++) {
      if (await this.evaluate<boolean>(`document.querySelector(${JSON.stringify(selector)}) !== null`)) return
      await new Promise(resolve => setTimeout(resolve, 100))
    }
    throw new Error(`${selector} did not come.`)
  }

  /** Clicks what is there, or will be. */
  async click(selector: string): Promise<void> {
    await this.until(selector)
    await this.evaluate(`document.querySelector(${JSON.stringify(selector)}).click()`)
  }

  /** The ids of the processes that hold pages and their workers. */
  async renderers(): Promise<number[]> {
    const page = this.session
    this.session = ''
    const { processInfo } = await this.send<{ processInfo: Array<{ id: number; type: string }> }>(
      'SystemInfo.getProcessInfo',
    ).finally(() => {
      this.session = page
    })
    return processInfo.filter(({ type }) => type === 'renderer').map(({ id }) => id)
  }

  /** Ends the browser, and takes its folder away. */
  async close(): Promise<void> {
    const over = new Promise(resolve => this.child.once('exit', resolve))
    this.child.kill()
    await over
    rmSync(this.folder, { recursive: true, force: true, maxRetries: 5 })
  }
}
