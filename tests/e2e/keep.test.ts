import { expect, test } from '@playwright/test'
import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { resolve } from 'node:path'

const DATA = '.data/start-test'

/** A start in a data folder of its own, with its output so far. */
interface Start {
  child: ChildProcess
  text: () => string
  code: Promise<number | null>
}

const start = (env: NodeJS.ProcessEnv = {}): Start => {
  const own: NodeJS.ProcessEnv = { ...process.env, PLUMBAGO_DATA: resolve(DATA), ...env }
  delete own.DATABASE_URL
  const child = spawn('bin/start', [], { env: own, stdio: ['ignore', 'pipe', 'pipe'] })
  let heard = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece: Buffer) => (heard += piece.toString()))
  return { child, text: () => heard, code: new Promise(done => child.once('close', done)) }
}

/** The processes that belong to a start in the data folder, by what they were given. */
const left = (): number[] =>
  readdirSync('/proc')
    .filter(name => /^\d+$/.test(name) && Number(name) !== process.pid)
    .filter(pid => {
      try {
        return readFileSync(`/proc/${pid}/environ`, 'latin1')
          .split('\0')
          .includes(`PLUMBAGO_DATA=${resolve(DATA)}`)
      } catch {
        return false
      }
    })
    .map(Number)

const addressOf = async ({ text: output }: Start): Promise<string> => {
  await expect.poll(output, { timeout: 150_000 }).toContain('Plumbago is at')
  return /Plumbago is at (\S+)/.exec(output())?.[1] ?? ''
}
const isUp = (address: string): Promise<boolean> =>
  fetch(`${address}/api/projects`).then(
    ({ ok }) => ok,
    () => false,
  )
const noteOf = () =>
  JSON.parse(readFileSync(`${DATA}/start.json`, 'utf8')) as { children: Array<{ pid: number }>; start: { pid: number } }
const commandOf = (pid: number): string => readFileSync(`/proc/${pid}/cmdline`, 'latin1')
const serverOf = (): number =>
  noteOf().children.find(({ pid }) => commandOf(pid).includes('.output/server'))?.pid ?? NaN
const clusterFile = (): string => {
  const home = `${resolve(DATA)}/postgres/cluster/postmaster.pid`
  if (existsSync(home)) return home
  const [pid] = left().filter(each => commandOf(each).includes('postgres'))
  return `${/-D\0?(\S+?)\0/.exec(commandOf(pid ?? 0))?.[1]}/postmaster.pid`
}

test.beforeAll(() => rmSync(DATA, { recursive: true, force: true }))
test.afterEach(() => {
  for (const pid of left()) process.kill(pid, 'SIGKILL')
})
test.afterAll(() => rmSync(DATA, { recursive: true, force: true }))

test('bin/start on a bad day @full', async () => {
  test.setTimeout(300_000)
  const first = start()
  const address = await addressOf(first)
  expect(await isUp(address)).toBe(true)

  // a second start leaves the first alone
  const second = start()
  expect(await second.code).toBe(0)
  expect(second.text()).toContain(`already running at ${address}`)
  expect(await isUp(address)).toBe(true)

  // the database dies
  const postmaster = (): number => Number(readFileSync(clusterFile(), 'utf8').split('\n')[0])
  process.kill(postmaster(), 'SIGKILL')
  await expect.poll(first.text, { timeout: 30_000 }).toContain('The database ended; it is started again')
  await expect.poll(() => isUp(address), { timeout: 60_000 }).toBe(true)

  // the server dies
  process.kill(serverOf(), 'SIGKILL')
  await expect.poll(first.text, { timeout: 30_000 }).toContain('The server ended; it is started again')
  await expect.poll(() => isUp(address), { timeout: 60_000 }).toBe(true)

  // the start itself is killed: another takes over what it left
  const pidFile = clusterFile()
  const orphan = serverOf()
  first.child.kill('SIGKILL')
  process.kill(noteOf().start.pid, 'SIGKILL')
  await first.code
  expect(existsSync(`/proc/${orphan}`)).toBe(true)
  const third = start()
  const again = await addressOf(third)
  expect(third.text()).toContain('Taking over from an earlier start')
  expect(existsSync(`/proc/${orphan}`)).toBe(false)
  expect(await isUp(again)).toBe(true)

  // a server that hangs does not outlive the start
  process.kill(serverOf(), 'SIGSTOP')
  third.child.kill('SIGQUIT')
  expect(await third.code).toBe(0)
  await expect.poll(left).toEqual([])

  // a number left by a crash that is another process's by now
  writeFileSync(pidFile, `${process.pid}\n${pidFile.replace('/postmaster.pid', '')}\n1\n1\n\n\n`)
  // who has to sign in gets, as long as nobody can, a link from the terminal
  const fourth = start({ PLUMBAGO_SIGN_IN: '1' })
  const asking = await addressOf(fourth)
  expect((await fetch(`${asking}/api/projects`)).status).toBe(401)
  await expect.poll(fourth.text, { timeout: 30_000 }).toMatch(new RegExp(`${asking}/welcome/[\\w-]{32}\\n`))
  fourth.child.kill('SIGTERM')
  expect(await fourth.code).toBe(0)
  await expect.poll(left).toEqual([])

  // stopped at any moment of the start
  for (const wait of [50, 400, 900, 1600, 2500]) {
    const early = start()
    await new Promise(done => setTimeout(done, wait))
    early.child.kill('SIGTERM')
    await early.code
    await expect.poll(left, { message: `ended after ${wait} ms` }).toEqual([])
  }
})

test('bin/start says what is in its way: a port that is taken, a folder that cannot be written', async () => {
  const taken = createServer()
  await new Promise<void>(done => taken.listen(0, '127.0.0.1', done))
  const address = taken.address()
  const port = typeof address === 'object' && address ? address.port : 0
  const named = start({ PORT: String(port) })
  expect(await named.code).toBe(1)
  expect(named.text()).toContain(`Port ${port} is taken by another program`)
  taken.close()
  const folder = start({ PLUMBAGO_DATA: '/proc/none' })
  expect(await folder.code).toBe(1)
  expect(folder.text()).toContain('Nothing can be written in /proc/none')
  await expect.poll(left).toEqual([])
})
