import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'

/* Several servers and workers on one database, behind the load balancer as `deploy/haproxy.cfg` sets it up. */

/** A process that can be killed and begun again. */
export interface Supervised {
  kill: () => Promise<void>
  begin: () => Promise<void>
}

export interface Fleet {
  /** Where the load balancer is. */
  address: string
  servers: Supervised[]
  workers: Supervised[]
  end: () => Promise<void>
}

const ended = (child: ChildProcess | null): boolean =>
  child === null || child.exitCode !== null || child.signalCode !== null
const whenEnded = async (child: ChildProcess | null): Promise<void> => {
  while (!ended(child)) await pause(20)
}

const stored = (
  start: () => ChildProcess,
  isReady: () => Promise<boolean>,
): Supervised & { stop: () => Promise<void> } => {
  let child: ChildProcess | null = null
  return {
    begin: async () => {
      child = start()
      for (let n = 0; n < 300 && !(await isReady()); n++) {
        if (ended(child)) throw new Error('It ended before it was ready.')
        await pause(100)
      }
    },
    kill: async () => {
      child?.kill('SIGKILL')
      await whenEnded(child)
    },
    stop: async () => {
      child?.kill('SIGTERM')
      await Promise.race([whenEnded(child), pause(8000)])
      child?.kill('SIGKILL')
    },
  }
}

const answers = (address: string): Promise<boolean> =>
  fetch(address, { signal: AbortSignal.timeout(2000) }).then(
    ({ ok }) => ok,
    () => false,
  )

/** Starts servers and workers on a database that is prepared, from a port on, behind the load balancer at that port. */
export const startFleet = async (
  url: string,
  port: number,
  { servers = 3, workers = 2 }: { servers?: number; workers?: number } = {},
): Promise<Fleet> => {
  const env = { ...process.env, DATABASE_URL: url, PLUMBAGO_PROXY: '1', PLUMBAGO_LOG: 'warn' }
  const quiet = { stdio: ['ignore', 'ignore', 'inherit'] as ['ignore', 'ignore', 'inherit'] }
  const ports = Array.from({ length: servers }, (_, n) => port + 1 + n)
  const all = ports.map(own =>
    stored(
      () =>
        spawn(process.execPath, ['.output/server/index.mjs'], {
          ...{ ...quiet, env: { ...env, NITRO_HOST: '127.0.0.1', NITRO_PORT: String(own) } },
        }),
      () => answers(`http://127.0.0.1:${own}/api/ready`),
    ),
  )
  const hands = Array.from({ length: workers }, () =>
    stored(
      () => spawn(process.execPath, ['--import', 'tsx', 'bin/worker.ts'], { ...quiet, env }),
      () => Promise.resolve(true),
    ),
  )
  const folder = mkdtempSync(join(tmpdir(), 'plumbago-fleet-'))
  const names = ['one', 'two', 'three', 'four', 'five', 'six']
  const lines = ports.map((own, n) => `    server ${names[n] ?? `s${n}`} 127.0.0.1:${own}`)
  const config = readFileSync('deploy/haproxy.cfg', 'utf8')
    .replace(/^ +server .*\n/gm, '')
    .replace(/^ +log \/dev\/log.*\n/m, '')
    .replace('bind :80', `bind 127.0.0.1:${port}`)
  writeFileSync(join(folder, 'haproxy.cfg'), `${config}${lines.join('\n')}\n`)
  const balancer = stored(
    () => spawn('haproxy', ['-f', join(folder, 'haproxy.cfg'), '-q'], quiet),
    () => answers(`http://127.0.0.1:${port}/api/health`),
  )
  const end = async (): Promise<void> => {
    await balancer.stop()
    await Promise.all([...all, ...hands].map(each => each.stop()))
  }
  try {
    await Promise.all([...all, ...hands].map(each => each.begin()))
    await balancer.begin()
  } catch (error) {
    await end()
    throw error
  }
  return { address: `http://127.0.0.1:${port}`, servers: all, workers: hands, end }
}

/** A database of its own in a cluster that runs, prepared with the demo; its URL. */
export const freshDatabase = (cluster: string, name: string): string => {
  const all = execFileSync('bin/cluster', ['start', cluster], { encoding: 'utf8' }).trim()
  const url = all.replace(/\/[^/]*$/, `/${name}`)
  execFileSync(process.execPath, ['--import', 'tsx', 'bin/prepare-database.ts'], {
    env: { ...process.env, DATABASE_URL: url },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  return url
}
