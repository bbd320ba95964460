import { spawn, type ChildProcess } from 'node:child_process'
import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { requiresSignIn } from '../server/people/requiresSignIn'

/*
 * Keeps Plumbago up: a database of its own (or the one DATABASE_URL names), the server, and the worker; what dies is started
 * again, as often as is sensible. Stopped, at whatever moment, it leaves nothing running. One to a data folder.
 */

const DATA = process.env.PLUMBAGO_DATA ?? '.data'
const HOST = process.env.HOST ?? '127.0.0.1'
const FIRST_PORT = 4180
const NOTE = join(DATA, 'start.json')
const CLUSTER = 'postgres'

/** Maximum times for the server to start answering, to be silent after that, and to end, in milliseconds. */
const UNTIL_ANSWER = 30_000
const SILENT = 20_000
const UNTIL_ENDED = 5000
/** Interval of health checks, in milliseconds. */
const LOOK = 1000
/** A process that dies within so many milliseconds so many times in a row is not restarted. */
const YOUNG = 3000
const MAX_YOUNG = 10

/** A process by its number and when it began, which distinguish it from a later one of that number. */
interface Known {
  pid: number
  began: string
}

/** The note of a start on itself, so that another finds it, or takes over what it left. */
interface Note {
  start: Known
  address: string | null
  children: Known[]
  cluster: boolean
}

const say = (message: string): void => void process.stderr.write(`${message}\n`)

/** When a process began, in ticks since the machine did; null where there is none. */
const startTimeOf = (pid: number): string | null => {
  try {
    return (
      readFileSync(`/proc/${pid}/stat`, 'latin1')
        .replace(/^.*\) /s, '')
        .split(' ')[19] ?? null
    )
  } catch {
    return null
  }
}

const isAlive = ({ pid, began }: Known): boolean => startTimeOf(pid) === began

const processOf = (pid: number): Known => ({ pid, began: startTimeOf(pid) ?? '' })

const readNote = (): Note | null => {
  try {
    return JSON.parse(readFileSync(NOTE, 'utf8')) as Note
  } catch {
    return null
  }
}

const note: Note = { start: processOf(process.pid), address: null, children: [], cluster: false }
const writeNote = (): void => writeFileSync(NOTE, JSON.stringify(note))

/** Ends a process and those it started: asked first, made to where it does not. */
const end = async (process_: Known): Promise<void> => {
  const signal = (name: NodeJS.Signals): void => {
    try {
      process.kill(-process_.pid, name)
    } catch {
      /* it is gone */
    }
  }
  if (isAlive(process_)) signal('SIGTERM')
  for (let waited = 0; waited < UNTIL_ENDED && isAlive(process_); waited += 50) await pause(50)
  signal('SIGKILL') // and what it left of those it started
}

let isEnding = false
/** The starting of the database that is under way: it is waited for before the database is stopped. */
let starting: Promise<unknown> | null = null
const children = new Set<Known>()

/** Nothing is started any more once the process is asked to stop. */
const never = new Promise<never>(() => undefined)

/** Ends all there is, and us; a signal while that is under way changes nothing. */
const finish = async (code: number): Promise<never> => {
  if (isEnding) return never
  isEnding = true
  await Promise.all([...children].map(end))
  await starting
  if (note.cluster && (await cluster('stop')) === null) say('The database could not be stopped.')
  if (readNote()?.start.pid === process.pid) rmSync(NOTE, { force: true })
  process.exit(code)
}

const giveUp = (message: string): Promise<never> => {
  say(message)
  return finish(1)
}

/** Starts a process that can be ended with all it starts; what it says goes to a log where one is named, else to ours. */
const begin = (command: string, args: readonly string[], env: NodeJS.ProcessEnv, log?: string): ChildProcess => {
  const out = log === undefined ? null : openSync(log, 'a')
  const child = spawn(command, args, {
    env: { ...process.env, ...env },
    stdio: out === null ? ['ignore', 'inherit', 'inherit'] : ['ignore', out, out],
    detached: true,
  })
  if (out !== null) closeSync(out)
  if (child.pid !== undefined) {
    const own = processOf(child.pid)
    children.add(own)
    note.children = [...children]
    writeNote()
    child.once('exit', () => {
      children.delete(own)
      note.children = [...children]
      if (!isEnding) writeNote()
    })
  }
  return child
}

/** Does something with the database's cluster: what that says, null where it fails. It goes on when the supervisor is asked to stop. */
const cluster = (how: 'start' | 'stop' | 'running' | 'home'): Promise<string | null> =>
  new Promise(done => {
    const child = spawn('bin/cluster', [how, CLUSTER], { stdio: ['ignore', 'pipe', 'inherit'], detached: true })
    let output = ''
    child.stdout.on('data', (piece: Buffer) => (output += piece.toString()))
    child.once('error', () => done(null))
    child.once('close', code => done(code === 0 ? output.trim() : null))
    if (how === 'start') starting = new Promise(over => child.once('close', over))
  })

/** Runs a command to its end; false where it fails. */
const run = (command: string, args: readonly string[], env: NodeJS.ProcessEnv = {}): Promise<boolean> =>
  new Promise(done => {
    if (isEnding) return
    const child = begin(command, args, env)
    child.once('exit', code => done(code === 0))
    child.once('error', () => done(false))
  })

/** A port nobody listens on, the one wanted where that is free; null where that was named and is taken. */
const freePort = (wanted: number, isNamed: boolean): Promise<number | null> =>
  new Promise(done => {
    const probe = createServer()
    probe.once('error', () => {
      if (isNamed) done(null)
      else probe.listen(0, HOST, taken)
    })
    const taken = (): void => {
      const address = probe.address()
      const port = typeof address === 'object' && address ? address.port : wanted
      probe.close(() => done(port))
    }
    probe.listen(wanted, HOST, taken)
  })

const isAnswering = async (address: string, patience: number): Promise<boolean> =>
  fetch(`${address}/api/health`, { signal: AbortSignal.timeout(patience) }).then(
    ({ ok }) => ok,
    () => false,
  )

const lastWords = (log: string): string => {
  try {
    return readFileSync(log, 'utf8').trim().split('\n').slice(-5).join('\n')
  } catch {
    return ''
  }
}

/** Tells whether something that lived so long is started again: not where it died young many times on end. */
const restartPolicy = (): ((lived: number) => boolean) => {
  let young = 0
  return lived => {
    young = lived < YOUNG ? young + 1 : 0
    return young <= MAX_YOUNG
  }
}

/** Claims the data folder for this start, or says where the one is that has it. */
const claim = async (): Promise<void> => {
  mkdirSync(DATA, { recursive: true })
  const left = readNote()
  if (left && isAlive(left.start)) {
    say(
      left.address
        ? `Plumbago is already running at ${left.address}.`
        : 'Plumbago is already being started by another command in this folder.',
    )
    process.exit(0)
  }
  writeNote()
  for (const log of ['server.log', 'worker.log']) writeFileSync(join(DATA, log), '')
  if (!left) return
  const orphans = left.children.filter(isAlive)
  if (orphans.length || left.cluster) say('Taking over from an earlier start.')
  note.cluster = left.cluster
  await Promise.all(orphans.map(end))
}

const databaseUrl = async (): Promise<string> => {
  const named = process.env.DATABASE_URL
  if (named) return named
  note.cluster ||= (await cluster('running')) === null
  writeNote()
  return (await cluster('start')) ?? giveUp('The database could not be started.')
}

const keepServer = async (url: string, port: number, isReady: () => void): Promise<void> => {
  const address = `http://${HOST === '0.0.0.0' ? '127.0.0.1' : HOST}:${port}`
  const log = join(DATA, 'server.log')
  const mayAgain = restartPolicy()
  let isKnownToWork = false
  for (;;) {
    if (isEnding) return never
    const server = begin(
      process.execPath,
      ['.output/server/index.mjs'],
      { DATABASE_URL: url, NITRO_HOST: HOST, NITRO_PORT: String(port) },
      log,
    )
    const own = [...children].find(({ pid }) => pid === server.pid)
    let isGone = false
    const gone = new Promise<void>(done => {
      server.once('exit', () => {
        isGone = true
        done()
      })
    })
    const born = Date.now()
    let heard = Date.now()
    let wasReady = false
    while (!isGone && Date.now() - heard < (wasReady ? SILENT : UNTIL_ANSWER)) {
      if (await isAnswering(address, SILENT / 2)) {
        heard = Date.now()
        if (!wasReady) {
          wasReady = isKnownToWork = true
          note.address = address
          writeNote()
          isReady()
        }
      }
      await Promise.race([gone, pause(wasReady ? LOOK : 100)])
    }
    if (isEnding) return
    if (own && !isGone) await end(own)
    const what = isGone ? 'The server ended' : 'The server does not answer'
    if (!(wasReady || isKnownToWork) || !mayAgain(Date.now() - born))
      return void (await giveUp(`${what}; the whole report is in ${log}.\n${lastWords(log)}`))
    say(`${what}; it is started again.\n${lastWords(log)}`)
  }
}

/** Does the long work; taken up again where it breaks down. */
const keepWorker = async (url: string): Promise<void> => {
  for (;;) {
    if (isEnding) return
    const worker = begin(
      process.execPath,
      ['--import', 'tsx', 'bin/worker.ts'],
      { DATABASE_URL: url },
      join(DATA, 'worker.log'),
    )
    await new Promise(done => worker.once('exit', done))
    if (isEnding) return
    await pause(1000)
  }
}

const keepDatabase = async (): Promise<void> => {
  const mayAgain = restartPolicy()
  let born = Date.now()
  const home = (await cluster('home')) ?? ''
  for (;;) {
    await pause(LOOK)
    if (isEnding) return
    if ((await cluster('running')) !== null || isEnding) continue
    const words = lastWords(join(home, 'cluster/server.log'))
    if (!mayAgain(Date.now() - born)) return void (await giveUp(`The database ended again and again:\n${words}`))
    say(`The database ended; it is started again. Its last words:\n${words}`)
    if ((await cluster('start')) === null && !isEnding) say('The database could not be started; it is tried again.')
    born = Date.now()
  }
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGQUIT', 'SIGHUP'] as const) process.on(signal, () => void finish(0))

await claim()
const isNamed = process.env.PORT !== undefined && process.env.PORT !== ''
const port = await freePort(isNamed ? Number(process.env.PORT) : FIRST_PORT, isNamed)
if (port === null) await giveUp(`Port ${process.env.PORT} is taken by another program; name another one with PORT.`)
const url = await databaseUrl()
const [isPrepared, isBuilt] = await Promise.all([
  // what the build leaves of the machine is enough for it
  run('nice', ['-n', '15', process.execPath, '--import', 'tsx', 'bin/prepare-database.ts'], { DATABASE_URL: url }),
  run('bash', ['-c', '. bin/ground.sh; need_build']),
])
if (!isPrepared) await giveUp('The database could not be prepared.')
if (!isBuilt) await giveUp('There is no build to serve.')
if (!process.env.DATABASE_URL) void keepDatabase()
void keepWorker(url)
/** Where people reach it: under its own name where it has one, by https where a proxy stands before it. */
const [ownName] = (process.env.PLUMBAGO_HOSTS ?? '').split(',')
const reached = ownName
  ? `${process.env.PLUMBAGO_PROXY === '1' ? 'https' : 'http'}://${ownName.trim()}`
  : `http://${HOST}:${port}`
/** Says where it is, and, as long as nobody can sign in where people have to, how the first one can. */
const sayReady = async (): Promise<void> => {
  console.log(`Plumbago is at ${reached} (Ctrl-C stops it)`)
  if (requiresSignIn({ ...process.env, NITRO_HOST: HOST }))
    await run(process.execPath, ['--import', 'tsx', 'bin/plumbago.ts', 'people', '--first', '--at', reached], {
      DATABASE_URL: url,
    })
}
await keepServer(url, port ?? FIRST_PORT, () => void sayReady())
