import { readdirSync, readFileSync } from 'node:fs'
import { Agent, get } from 'node:http'
import { setTimeout as pause } from 'node:timers/promises'
import type { StoredProject } from '#core/document/project'
import { generatedSvg } from './generated'

/* Answers of the server while many read, and while many large files come in at once. */

const READERS = 200
const READ_FOR = 20_000
const UPLOADS = 20
const UPLOAD_MB = 19

const at = (times: readonly number[], part: number): number =>
  [...times].sort((one, other) => one - other)[Math.floor((times.length - 1) * part)] ?? NaN

const json = async <Answer>(address: string, path: string, init?: RequestInit): Promise<Answer> =>
  (await (await fetch(address + path, init)).json()) as Answer

const sending = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
})

/** Time of a request, in milliseconds, and whether it succeeded. */
const timed = async (address: string, path: string, init?: RequestInit): Promise<{ ms: number; ok: boolean }> => {
  const began = performance.now()
  const answer = await fetch(address + path, init).catch(() => null)
  await answer?.arrayBuffer().catch(() => null)
  return { ms: performance.now() - began, ok: answer?.ok ?? false }
}

const agent = new Agent({ keepAlive: true, maxSockets: READERS })

/** The same for what is only read, and not unpacked: the reader is on this machine too. */
const read = (address: string, path: string): Promise<{ ms: number; ok: boolean }> =>
  new Promise(done => {
    const began = performance.now()
    const over = (ok: boolean) => (): void => done({ ms: performance.now() - began, ok })
    get(address + path, { agent }, answer => {
      answer.on('end', over((answer.statusCode ?? 500) < 300)).on('error', over(false))
      answer.resume()
    }).on('error', over(false))
  })

/** 200 readers go from route to route for 20 s: per route, how often, the middle and the 95th percentile, and what failed. */
export const readerTimes = async (
  address: string,
): Promise<Array<{ route: string; count: number; middle: number; p95: number; failed: number }>> => {
  const cards = await json<Array<{ id: string; version: number; artwork: number }>>(address, '/api/projects?limit=48')
  const shown = cards.filter(({ artwork }) => artwork > 0)
  const projects = await Promise.all(shown.map(({ id }) => json<StoredProject>(address, `/api/projects/${id}`)))
  const hashes = projects.flatMap(({ document }) => document.artwork.map(({ hash }) => hash))
  const any = <Item>(all: readonly Item[], turn: number): Item => all[turn % all.length] as Item
  const routes: Record<string, (turn: number) => string> = {
    'list': () => '/api/projects',
    'project': turn => `/api/projects/${any(shown, turn).id}`,
    'trail': turn => `/api/projects/${any(shown, turn).id}/trail`,
    'preview': turn => `/api/projects/${any(shown, turn).id}/preview?version=${any(shown, turn).version}`,
    'artwork': turn => `/api/artwork/${any(hashes, turn)}`,
    'its file': turn => `/api/artwork/${any(hashes, turn)}/source`,
    'its ink map': turn => `/api/artwork/${any(hashes, turn)}/map`,
  }
  const times = new Map(Object.keys(routes).map(route => [route, [] as number[]]))
  const failed = new Map<string, number>()
  const until = performance.now() + READ_FOR
  const reader = async (own: number): Promise<void> => {
    for (let turn = own; performance.now() < until; turn++) {
      const [route, path] = any(Object.entries(routes), turn)
      const { ms, ok } = await read(address, path(turn * 7 + own))
      times.get(route)?.push(ms)
      if (!ok) failed.set(route, (failed.get(route) ?? 0) + 1)
      await pause(200)
    }
  }
  await Promise.all(Array.from({ length: READERS }, (_, i) => reader(i)))
  agent.destroy()
  return [...times].map(([route, all]) => ({
    ...{ route, count: all.length, middle: at(all, 0.5), p95: at(all, 0.95) },
    failed: failed.get(route) ?? 0,
  }))
}

/** The memory that a process and all it started hold, in MB; of what several share each has its part. */
export const memoryOf = (root: number): number => {
  const parents = new Map<number, number>()
  for (const name of readdirSync('/proc'))
    if (/^\d+$/.test(name))
      try {
        const [, parent] = readFileSync(`/proc/${name}/stat`, 'latin1')
          .replace(/^.*\) /s, '')
          .split(' ')
        parents.set(Number(name), Number(parent))
      } catch {
        // it ended meanwhile
      }
  const isOurs = (pid: number): boolean => pid === root || (parents.has(pid) && isOurs(parents.get(pid) ?? 0))
  return [...parents.keys()].filter(isOurs).reduce((sum, pid) => {
    try {
      return sum + Number(/^Pss:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/smaps_rollup`, 'latin1'))?.[1] ?? 0) / 1024
    } catch {
      return sum
    }
  }, 0)
}

/** 20 drawings of 19 MB come in at once while somebody saves and somebody asks whether the server is there. */
export const uploadTimes = async (
  address: string,
  server: number,
): Promise<{
  memory: number
  taken: number
  refused: number
  lost: number
  seconds: number
  saves: number
  health: number
}> => {
  const base = generatedSvg(75_000, 64)
  const drawing = (i: number): Buffer => {
    const start = Buffer.from(base.replace(/<\/svg>\s*$/, ''))
    const end = Buffer.from(`<!-- ${i} -->${' '.repeat(Math.max(0, UPLOAD_MB * 1_000_000 - start.length - 20))}</svg>`)
    return Buffer.concat([start, end])
  }
  const made = await json<StoredProject>(address, '/api/projects', sending('POST', { name: 'Others' }))
  const saves: number[] = []
  const health: number[] = []
  let memory = 0
  let isOver = false
  const saving = (async () => {
    for (let version = 1; !isOver; version++) {
      const document = { ...made.document, name: `Save ${version}` }
      saves.push((await timed(address, `/api/projects/${made.id}`, sending('PUT', { version, document }))).ms)
      await pause(50)
    }
  })()
  const watching = (async () => {
    while (!isOver) {
      health.push((await timed(address, '/api/health')).ms)
      memory = Math.max(memory, memoryOf(server))
      await pause(50)
    }
  })()
  const began = performance.now()
  const answers = await Promise.all(
    Array.from({ length: UPLOADS }, (_, i) =>
      fetch(`${address}/api/artwork?name=${i}.svg`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
        body: new Uint8Array(drawing(i)),
      }).then(
        ({ status }) => status,
        () => 0,
      ),
    ),
  )
  const seconds = (performance.now() - began) / 1000
  isOver = true
  await Promise.all([saving, watching])
  return {
    ...{ memory, seconds },
    taken: answers.filter(status => status === 201).length,
    refused: answers.filter(status => status === 503).length,
    lost: answers.filter(status => status !== 201 && status !== 503).length,
    ...{ saves: at(saves, 0.95), health: at(health, 0.95) },
  }
}
