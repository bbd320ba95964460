import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { Agent, request, type IncomingMessage } from 'node:http'
import { setTimeout as pause } from 'node:timers/promises'
import type { ProjectNews } from '#core/document/live'
import type { StoredProject } from '#core/document/project'
import type { Review } from '#core/document/review'

/* Designers who save, export and upload, clients who comment, and all who follow it, at one address; what was acknowledged is noted. */

/** The answer to a request, and the number of times it was sent. */
interface Answer {
  status: number
  body: string
  tries: number
  ms: number
}

/** What is asked again: what no server answered. */
const isUnanswered = (status: number): boolean => status === 0 || status === 502 || status === 503 || status === 504
/** Pause before that, in milliseconds. */
const AGAIN = 300

/** Counts of all that was asked. */
export interface Counted {
  times: Map<string, number[]>
  errors: string[]
  /** The most times anything had to be asked again. */
  mostRetries: number
  retried: number
}

export const counting = (): Counted => ({ times: new Map(), errors: [], mostRetries: 0, retried: 0 })

/** Somebody who asks, with a cookie of theirs and an address. */
export const asker = (address: string, counted: Counted, headers: Record<string, string> = {}) => {
  const agent = new Agent({ keepAlive: true, maxSockets: 8 })
  const once = (method: string, path: string, body: string | Buffer | null, type: string): Promise<[number, string]> =>
    new Promise(done => {
      const asked = request(
        address + path,
        { agent, method, headers: { ...headers, ...(body === null ? {} : { 'content-type': type }) } },
        answer => {
          const chunks: Buffer[] = []
          answer.on('data', (chunk: Buffer) => chunks.push(chunk))
          answer.on('end', () => done([answer.statusCode ?? 0, Buffer.concat(chunks).toString()]))
          answer.on('error', () => done([0, '']))
        },
      )
      asked.setTimeout(60_000, () => asked.destroy())
      asked.on('error', () => done([0, '']))
      asked.end(body ?? undefined)
    })
  /** Asks until there is an answer; every further try is counted. */
  const ask = async (
    what: string,
    method: string,
    path: string,
    body: unknown = null,
    { isGood = (status: number) => status < 300 }: { isGood?: (status: number) => boolean } = {},
  ): Promise<Answer> => {
    const raw = Buffer.isBuffer(body)
    const sent = body === null || raw ? (body as Buffer | null) : JSON.stringify(body)
    const began = performance.now()
    for (let tries = 1; ; tries++) {
      const [status, text] = await once(method, path, sent, raw ? 'application/octet-stream' : 'application/json')
      if (isUnanswered(status) && tries < 8) {
        counted.retried++
        counted.mostRetries = Math.max(counted.mostRetries, tries)
        await pause(AGAIN)
        continue
      }
      const ms = performance.now() - began
      counted.times.set(what, [...(counted.times.get(what) ?? []), ms])
      if (!isGood(status))
        counted.errors.push(`${what}: ${method} ${path}: ${status} ${text.slice(0, 400).replace(/\s+/g, ' ')}`)
      return { status, body: text, tries, ms }
    }
  }
  return { ask, end: () => agent.destroy() }
}

/** Follows what happens, connecting again when it breaks off, until it is asked to stop. */
export const follower = (
  address: string,
  path: string,
  headers: Record<string, string>,
  hear: (event: string, data: string) => void,
) => {
  let isEnding = false
  let current: IncomingMessage | null = null
  const connect = (): void => {
    const asked = request(address + path, { headers }, answer => {
      current = answer
      let text = ''
      answer.on('data', (chunk: Buffer) => {
        text += chunk.toString()
        const blocks = text.split('\n\n')
        text = blocks.pop() ?? ''
        for (const block of blocks) {
          const event = /^event: (.*)$/m.exec(block)?.[1] ?? 'message'
          const data = /^data: (.*)$/m.exec(block)?.[1]
          if (data !== undefined) hear(event, data)
        }
      })
      answer.on('error', () => {})
      answer.on('close', again)
    })
    asked.on('error', again)
    asked.end()
  }
  const again = (): void => {
    if (!isEnding) setTimeout(connect, 200)
  }
  connect()
  return {
    end: (): void => {
      isEnding = true
      current?.destroy()
    },
  }
}

/** What was acknowledged, to be looked for afterwards. */
export interface Acknowledged {
  /** The last version and name of each project. */
  projects: Map<string, { version: number; name: string }>
  comments: string[]
  jobs: string[]
  uploads: string[]
  /** Time from sending a save until somebody else heard of it, in milliseconds. */
  heard: number[]
}

const POSTER = readFileSync('demo/artwork/poster.svg', 'utf8')

/** What goes on for so many seconds at an address: designers (by their cookies) save, one exports, one uploads, clients comment. */
export const workFor = async (
  address: string,
  cookies: readonly string[],
  seconds: number,
  counted: Counted,
  { rest = 150, clients = 4, exports = true }: { rest?: number; clients?: number; exports?: boolean } = {},
): Promise<Acknowledged> => {
  const done: Acknowledged = { projects: new Map(), comments: [], jobs: [], uploads: [], heard: [] }
  const sent = new Map<string, number>()
  const [first = ''] = cookies
  const follow = follower(address, '/api/live', { cookie: cookies[1] ?? first }, (event, data) => {
    if (event !== 'project') return
    const news = JSON.parse(data) as ProjectNews
    const began = 'save' in news && news.save ? sent.get(news.save) : undefined
    if (began !== undefined) done.heard.push(performance.now() - began)
  })
  const until = Date.now() + seconds * 1000
  const owner = asker(address, counted, { cookie: first })
  const list = JSON.parse((await owner.ask('list', 'GET', '/api/projects?limit=100')).body) as Array<{
    id: string
    name: string
  }>
  const demo = list.find(({ name }) => name === 'Breezeholm kite festival')?.id ?? ''
  const copied = JSON.parse((await owner.ask('copy', 'POST', '/api/projects', { copyOf: demo })).body) as StoredProject

  const designer = async (cookie: string, n: number): Promise<void> => {
    const { ask, end } = asker(address, counted, { cookie })
    const made = JSON.parse((await ask('make', 'POST', '/api/projects', { name: `Desk ${n}` })).body) as StoredProject
    let version = 1
    for (let turn = 1; Date.now() < until; turn++) {
      const save = randomUUID()
      const name = `Desk ${n}, ${turn}`
      sent.set(save, performance.now())
      const answer = await ask('save', 'PUT', `/api/projects/${made.id}`, {
        version,
        document: { ...made.document, name },
        save,
      })
      if (answer.status === 200) {
        version = (JSON.parse(answer.body) as { version: number }).version
        done.projects.set(made.id, { version, name })
      }
      await pause(rest)
    }
    end()
  }
  const client = async (link: string, n: number): Promise<void> => {
    const { ask, end } = asker(address, counted, { 'x-forwarded-for': `192.0.2.${n}` })
    const api = new URL(link, address).pathname.replace('/review/', '/api/review/')
    while (Date.now() < until) {
      const id = randomUUID()
      const text = { id, author: `Client ${n}`, text: 'A warmer sky?', look: 'c1', reader: `r${n}` }
      if ((await ask('comment', 'POST', `${api}/comments`, text)).status === 201) done.comments.push(id)
      await ask('review', 'GET', api)
      await pause(3200) // no faster than a person may write
    }
    end()
  }
  const wanted = {
    ...{ artwork: copied.document.artwork.slice(0, 1).map(({ id }) => id), looks: ['now'], svg: 'tokens', png: [] },
    ...{ ground: null, sheet: [], mood: [], scheme: ['css'], ladders: false, onlyUsed: true, gradients: [] },
  }
  const exporter = async (): Promise<void> => {
    while (Date.now() < until) {
      const asked = await owner.ask(
        'export',
        'POST',
        `/api/projects/${copied.id}/jobs`,
        { version: 1, wanted },
        { isGood: status => status < 300 || status === 429 },
      )
      if (asked.status < 300) done.jobs.push((JSON.parse(asked.body) as { id: string }).id)
      await pause(1500)
    }
  }
  const uploader = async (): Promise<void> => {
    for (let turn = 0; Date.now() < until; turn++) {
      const file = Buffer.from(POSTER.replace('</svg>', `<!-- ${randomUUID()} ${turn} --></svg>`))
      const asked = await owner.ask('upload', 'POST', '/api/artwork?name=poster.svg&kind=svg', file)
      if (asked.status < 300) done.uploads.push((JSON.parse(asked.body) as { hash: string }).hash)
      await pause(1000)
    }
  }
  const review = exports
    ? (JSON.parse(
        (
          await owner.ask('publish', 'POST', `/api/projects/${copied.id}/reviews`, {
            ...{ version: 1, title: 'Fleet', looks: ['now'], artwork: wanted.artwork },
            endsAt: new Date(Date.now() + 86_400_000).toISOString(),
          })
        ).body,
      ) as { review: Review; link: string })
    : null
  await Promise.all([
    ...cookies.map(designer),
    ...(review ? Array.from({ length: clients }, (_, n) => client(review.link, n)) : []),
    ...(exports ? [exporter(), uploader()] : []),
  ])
  await pause(500)
  follow.end()
  owner.end()
  return done
}

/** Acknowledged changes that are not there. Jobs are waited for. */
export const lostOf = async (address: string, cookie: string, done: Acknowledged): Promise<string[]> => {
  const counted = counting()
  const { ask, end } = asker(address, counted, { cookie })
  const lost: string[] = []
  for (const [id, { version, name }] of done.projects) {
    const { body } = await ask('look', 'GET', `/api/projects/${id}`)
    const now = JSON.parse(body) as StoredProject
    if (now.version < version || (now.version === version && now.document.name !== name))
      lost.push(`project ${id}: version ${now.version} “${now.document.name}”, acknowledged ${version} “${name}”`)
  }
  for (const hash of done.uploads)
    if ((await ask('look', 'GET', `/api/artwork/${hash}`)).status !== 200) lost.push(`upload ${hash}`)
  for (const id of done.jobs)
    for (let n = 0; ; n++) {
      const { state } = JSON.parse((await ask('look', 'GET', `/api/jobs/${id}`)).body) as { state: string }
      if (state === 'done') break
      if (state === 'failed' || n > 240) {
        lost.push(`job ${id}: ${state}`)
        break
      }
      await pause(500)
    }
  end()
  return [...lost, ...counted.errors]
}
