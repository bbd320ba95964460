import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { readdirSync, readFileSync, rmSync } from 'node:fs'
import { resolve } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import type { StoredProject } from '#core/document/project'
import type { Review, ReviewPage, ReviewThread } from '#core/document/review'
import type { PackedTrail } from '#core/document/trail'
import { FIRST_WANTED } from '#core/handover/options'

/*
 * Kills the server, what reads and draws for it, the worker, and the database, again and again at moments drawn by a seed, while six
 * writers save, one uploads, one exports and a client comments; then looks whether everything that was acknowledged is there, whole:
 * npm run faults [-- KILLS [SEED]]
 */

const KILLS = Number(process.argv[2] ?? 100)
const SEED = Number(process.argv[3] ?? 1)
const WRITERS = 6
const DATA = resolve('.data/faults')
/** Pause of a writer between saves, and the longest pause before the next kill, in milliseconds. */
const REST = 40
const PEACE = 1500
/** Maximum time until the server answers again, in milliseconds. */
const LONGEST = 120_000

/** Numbers in [0, 1) from a seed (mulberry32). */
const random = (seed: number) => (): number => {
  seed = (seed + 0x6d2b79f5) | 0
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed)
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296
}

interface Running {
  address: string
  stop: () => Promise<void>
}

/** Who is signed in. */
let cookie = ''

const startUp = async (): Promise<Running> => {
  rmSync(DATA, { recursive: true, force: true })
  const env: NodeJS.ProcessEnv = { ...process.env, PLUMBAGO_DATA: DATA, PLUMBAGO_PROXY: '1' }
  delete env.DATABASE_URL
  delete env.PORT
  const child = spawn('bin/start', [], { env, stdio: ['ignore', 'pipe', 'pipe'] })
  let text = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece: Buffer) => (text += piece.toString()))
  for (let waited = 0; !text.includes('Plumbago is at'); waited += 100) {
    if (child.exitCode !== null || waited > LONGEST) throw new Error(`It did not start:\n${text}`)
    await pause(100)
  }
  const address = /Plumbago is at (\S+)/.exec(text)?.[1] ?? ''
  for (let waited = 0; !text.includes('/welcome/') && waited < LONGEST; waited += 100) await pause(100)
  const path = /\/welcome\/\S+/.exec(text)?.[0] ?? ''
  const set = await fetch(`${address}/api${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Owner', password: 'kites over the harbor' }),
  })
  cookie = (set.headers.get('set-cookie') ?? '').split(';')[0] ?? ''
  return {
    address,
    stop: async () => {
      child.kill('SIGTERM')
      await new Promise(done => (child.exitCode === null ? child.once('exit', done) : done(null)))
    },
  }
}

/** The processes of this start by what they run. */
const processes = (): Array<{ pid: number; command: string }> =>
  readdirSync('/proc')
    .filter(name => /^\d+$/.test(name))
    .flatMap(pid => {
      try {
        if (!readFileSync(`/proc/${pid}/environ`, 'latin1').includes(`PLUMBAGO_DATA=${DATA}\0`)) return []
        return [{ pid: Number(pid), command: readFileSync(`/proc/${pid}/cmdline`, 'latin1').replaceAll('\0', ' ') }]
      } catch {
        return [] // it ended meanwhile
      }
    })

const TARGETS = {
  server: / \.output\/server\/index\.mjs/,
  hands: /server\/hands\/hand\.ts|resvg/,
  worker: /bin\/worker\.ts/,
  database: /\/postgres -D /,
} as const
type Target = keyof typeof TARGETS

const killOne = (target: Target, draw: () => number): boolean => {
  const found = processes().filter(({ command }) => TARGETS[target].test(command))
  const victim = found[Math.floor(draw() * found.length)]
  if (!victim) return false
  try {
    process.kill(victim.pid, 'SIGKILL')
    return true
  } catch {
    return false
  }
}

/** An answer, or null where there was none or it was a failure that passes. */
const ask = async (
  address: string,
  path: string,
  method = 'GET',
  body?: unknown,
  from = '',
): Promise<{ status: number; text: unknown } | null> => {
  try {
    const raw = typeof body === 'string'
    const answer = await fetch(address + path, {
      method,
      signal: AbortSignal.timeout(20_000),
      headers: {
        cookie,
        ...(body === undefined ? {} : { 'content-type': raw ? 'application/octet-stream' : 'application/json' }),
        ...(from ? { 'x-forwarded-for': from } : {}),
      },
      ...(body === undefined ? {} : { body: raw ? body : JSON.stringify(body) }),
    })
    const content: unknown = await answer.json().catch(() => null)
    return answer.status >= 500 ? null : { status: answer.status, text: content }
  } catch {
    return null
  }
}

/** The same, asked until it is answered. */
const insist = async (
  address: string,
  path: string,
  method = 'GET',
  body?: unknown,
  from = '',
): Promise<{ status: number; text: unknown }> => {
  for (;;) {
    const answer = await ask(address, path, method, body, from)
    if (answer) return answer
    await pause(50)
  }
}

const wrong: string[] = []
let saves = 0
let uploads = 0
let comments = 0
let jobs = 0
let isOver = false

/** The save a writer sends for a number: everything in it follows from the number. */
const changeOf = (document: StoredProject['document'], n: number) => {
  const next = { ...document, name: `Save ${n}`, state: `s${n}` }
  const { name: _, ...look } = next
  return {
    next,
    state: {
      id: `s${n}`,
      parent: n > 1 ? `s${n - 1}` : null,
      time: new Date().toISOString(),
      did: `save ${n}`,
      kept: null,
      look,
    },
  }
}

/** Saves one project again and again; returns how to look whether all of it is there. */
const write = async (address: string, writer: number): Promise<() => Promise<void>> => {
  const { text: body } = await insist(address, '/api/projects', 'POST', { name: `Writer ${writer}` })
  const { id, document } = body as StoredProject
  let acknowledged = 0
  const writing = (async () => {
    for (let n = 1; !isOver; n++) {
      const { next, state } = changeOf(document, n)
      const answer = await insist(address, `/api/projects/${id}`, 'PUT', {
        ...{ version: n, document: next, save: randomUUID() },
        trail: { put: [state], remove: [] },
      })
      if (answer.status !== 200) {
        wrong.push(
          `writer ${writer}: save ${n} was answered with ${answer.status}: ${JSON.stringify(answer.text).slice(0, 200)}`,
        )
        return
      }
      acknowledged = n
      saves++
      await pause(REST)
    }
  })()
  return async () => {
    await writing
    const { text: found } = await insist(address, `/api/projects/${id}`)
    const { text: trail } = await insist(address, `/api/projects/${id}/trail`)
    const { version, document: stored } = found as StoredProject
    const states = (trail as PackedTrail).states.map(state => state.id)
    const expected = Array.from({ length: acknowledged }, (_, i) => `s${i + 1}`)
    if (version !== acknowledged + 1) wrong.push(`writer ${writer}: version ${version} after ${acknowledged} saves`)
    if (stored.name !== `Save ${acknowledged}` || stored.state !== `s${acknowledged}`)
      wrong.push(`writer ${writer}: ${stored.name} after save ${acknowledged}`)
    if (states.join() !== expected.join())
      wrong.push(`writer ${writer}: a trail of ${states.length} after ${acknowledged} saves`)
  }
}

/** Uploads drawings; every one that is acknowledged has to be there in the end. */
const upload = async (address: string): Promise<() => Promise<void>> => {
  const stored: string[] = []
  const uploading = (async () => {
    for (let n = 0; !isOver; n++) {
      const fill = `#${(0x100000 + n).toString(16)}`
      const drawing = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path d="M0 0h9v9z" fill="${fill}"/></svg>`
      const answer = await ask(address, `/api/artwork?name=${n}.svg`, 'POST', drawing)
      if (answer?.status === 201) {
        stored.push((answer.text as { hash: string }).hash)
        uploads++
      } else if (answer)
        wrong.push(`upload ${n} was answered with ${answer.status}: ${JSON.stringify(answer.text).slice(0, 200)}`)
      else await pause(50)
    }
  })()
  return async () => {
    await uploading
    for (const hash of stored)
      if ((await insist(address, `/api/artwork/${hash}`)).status !== 200) wrong.push(`artwork ${hash} is gone`)
  }
}

/** Pause of a client between two comments, in milliseconds: not more than one review takes in a minute. */
const THINKS = 150

/** Publishes a review and comments on it again and again; every comment has to be there once, in its order, and the last choice. */
const review = async (address: string): Promise<() => Promise<void>> => {
  const { text: body } = await insist(address, '/api/projects', 'POST', { name: 'Reviewed' })
  const { id } = body as StoredProject
  const wanted = {
    version: 1,
    title: 'Review',
    looks: ['now'],
    artwork: [],
    endsAt: new Date(Date.now() + 8e7).toISOString(),
  }
  const { text: published } = await insist(address, `/api/projects/${id}/reviews`, 'POST', wanted)
  const { link, review: made } = published as { link: string; review: Review }
  const api = link.replace('/review/', '/api/review/')
  const sent: string[] = []
  let chosen = ''
  const talking = (async () => {
    for (let n = 0; !isOver; n++) {
      const put = { id: randomUUID(), author: 'Ada', text: `Number ${n}`, look: 'c1', reader: `r${n}` }
      const { status } = await insist(address, `${api}/comments`, 'POST', put, `192.0.2.${n % 250}`)
      if (status === 201) {
        sent.push(put.id)
        comments++
      } else wrong.push(`comment ${n} was answered with ${status}`)
      if (n % 10 === 0) {
        const choice = await insist(address, `${api}/choice`, 'PUT', { look: 'c1', author: `Ada ${n}` })
        if (choice.status === 200) chosen = `Ada ${n}`
        else if (choice.status !== 429) wrong.push(`choice ${n} was answered with ${choice.status}`)
      }
      await pause(THINKS)
    }
  })()
  return async () => {
    await talking
    const stored: string[] = []
    for (let before = '', more = true; more; ) {
      const { text: reported } = await insist(
        address,
        `/api/reviews/${made.id}/comments?${before && `before=${before}`}`,
      )
      const page = reported as { threads: ReviewThread[]; more: boolean }
      stored.push(...page.threads.map(thread => thread.id))
      before = String(page.threads.at(-1)?.seq ?? '')
      more = page.more
    }
    if (stored.reverse().join() !== sent.join())
      wrong.push(`${stored.length} comments are kept of ${sent.length}, or in another order`)
    const { text: now } = await insist(address, api)
    if ((now as ReviewPage).choice?.author !== chosen) wrong.push('the last choice is not kept')
  }
}

/** Asks for files again and again; every job that was taken has to be done in the end, with its files. */
const exporting = async (address: string): Promise<() => Promise<void>> => {
  const { text: body } = await insist(address, '/api/projects', 'POST', { name: 'Exported' })
  const { id } = body as StoredProject
  const wanted = { ...FIRST_WANTED, artwork: [], looks: ['now'], png: [], svg: null }
  const taken: string[] = []
  const asking = (async () => {
    while (!isOver) {
      const { status, text: job } = await insist(address, `/api/projects/${id}/jobs`, 'POST', { version: 1, wanted })
      if (status < 300) {
        taken.push((job as { id: string }).id)
        jobs++
      } else if (status !== 429) wrong.push(`a job was answered with ${status}: ${JSON.stringify(job).slice(0, 200)}`)
      await pause(700)
    }
  })()
  return async () => {
    await asking
    for (const job of taken)
      for (let n = 0; ; n++) {
        const { state, reason } = (await insist(address, `/api/jobs/${job}`)).text as { state: string; reason: string }
        if (state === 'done') break
        if (state === 'failed' || n > 300) {
          wrong.push(`job ${job} is ${state}: ${reason}`)
          break
        }
        await pause(200)
      }
  }
}

/** Time until the server answers from its database again, in milliseconds. */
const untilAnswer = async (address: string): Promise<number> => {
  const began = performance.now()
  while (!(await ask(address, '/api/projects?limit=1'))) {
    if (performance.now() - began > LONGEST) throw new Error('It does not answer any more.')
    await pause(20)
  }
  return performance.now() - began
}

const middle = (all: readonly number[], part = 0.5): string =>
  `${Math.round([...all].sort((a, b) => a - b)[Math.floor((all.length - 1) * part)] ?? NaN)} ms`

const draw = random(SEED)
const running = await startUp()
const times: Record<Target, number[]> = { server: [], hands: [], worker: [], database: [] }
try {
  const looks = [
    ...(await Promise.all(Array.from({ length: WRITERS }, (_, i) => write(running.address, i)))),
    await upload(running.address),
    await review(running.address),
    await exporting(running.address),
  ]
  for (let kills = 0; kills < KILLS; ) {
    await pause(draw() * PEACE)
    const target = (Object.keys(TARGETS) as Target[])[Math.floor(draw() * 4)] as Target
    if (!killOne(target, draw)) continue
    kills++
    await pause(20)
    times[target].push(await untilAnswer(running.address))
    if (kills % 10 === 0)
      console.log(
        `${kills} kills, ${saves} saves, ${uploads} uploads, ${comments} comments, ${jobs} jobs, ${wrong.length} wrong`,
      )
  }
  isOver = true
  for (const look of looks) await look()
} finally {
  isOver = true
  // all output beside the lines of requests
  const text = readFileSync(`${DATA}/server.log`, 'utf8').split('\n')
  if (wrong.length)
    console.log(
      text
        .filter(line => !line.startsWith('{"level":"info"'))
        .join('\n')
        .slice(-8000),
    )
  await running.stop()
  rmSync(DATA, { recursive: true, force: true })
}
console.log(`| killed | times | answers again: median | most |\n| --- | ---: | ---: | ---: |`)
for (const [target, all] of Object.entries(times))
  console.log(`| ${target} | ${all.length} | ${middle(all)} | ${middle(all, 1)} |`)
console.log(
  `\n${saves} saves, ${uploads} uploads, ${comments} comments and ${jobs} jobs acknowledged; lost, changed or half kept: ${wrong.length}`,
)
for (const each of wrong) console.log(`- ${each}`)
process.exit(wrong.length ? 1 : 0)
