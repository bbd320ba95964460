import { spawn, execFileSync, type ChildProcess } from 'node:child_process'
import { setTimeout as pause } from 'node:timers/promises'
import postgres from 'postgres'

const PORT = Number(process.env.TEST_PORT ?? 4190)

/** The built app, serving on a port against the throwaway database. */
export interface Served {
  address: string
  pid: number
  /** Its log so far. */
  text: () => string
  stop: () => Promise<void>
}

/** Starts the built app on a port and waits until it answers. */
export const serve = async (databaseUrl: string, port = PORT, more: NodeJS.ProcessEnv = {}): Promise<Served> => {
  const child: ChildProcess = spawn('node', ['.output/server/index.mjs'], {
    env: {
      ...process.env,
      ...{ DATABASE_URL: databaseUrl, NITRO_HOST: '127.0.0.1', NITRO_PORT: String(port), PLUMBAGO_PASSWORD_WORK: '10' },
      PLUMBAGO_CHECK_ANSWERS: '1',
      ...more,
    },
    stdio: ['ignore', 'pipe', 'ignore'],
  })
  let text = ''
  child.stdout?.on('data', (piece: Buffer) => (text += piece.toString()))
  const address = `http://127.0.0.1:${port}`
  for (let i = 0; i < 150; i++) {
    if (child.exitCode !== null) throw new Error(`The server ended with ${child.exitCode}.`)
    await pause(100)
    if (
      await fetch(`${address}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      )
    )
      break
  }
  return {
    address,
    pid: child.pid ?? 0,
    text: () => text,
    stop: async () => {
      child.kill()
      for (let i = 0; i < 50 && child.exitCode === null && child.signalCode === null; i++) await pause(50)
    },
  }
}

/** Starts what does the long work of a database; it says nothing. */
export const startWorker = (databaseUrl: string): ChildProcess =>
  spawn('node', ['--import', 'tsx', 'bin/worker.ts'], {
    env: { ...process.env, DATABASE_URL: databaseUrl },
    stdio: 'ignore',
  })

/** The throwaway database: started by bin/test, or here where the tests are run by themselves. */
export const testDatabase = (): string => process.env.TEST_DATABASE_URL ?? startDatabase()

/** Starts a throwaway database, on the port it had; its URL. */
export const startDatabase = (name = 'test-postgres'): string =>
  execFileSync('bin/cluster', ['start', name], { encoding: 'utf8' }).trim()

/** Stops a throwaway database. */
export const stopDatabase = (name = 'test-postgres'): void => {
  execFileSync('bin/cluster', ['stop', name])
}

/** Brings a database up to what the app expects, and puts in the demo. */
export const prepareDatabase = (url: string): void => {
  execFileSync('node', ['--import', 'tsx', 'bin/prepare-database.ts'], {
    env: { ...process.env, DATABASE_URL: url },
    stdio: 'inherit',
  })
}

/** The template other databases are made from: prepared, with the demo in it. */
const TEMPLATE = 'plumbago_template'
const inCluster = (url: string, name: string): string => url.replace(/\/[^/]*$/, `/${name}`)

/** Runs statements in the cluster of the tests, on a database nobody else is connected to. */
const administer = async (url: string, ...statements: string[]): Promise<void> => {
  const admin = postgres(inCluster(url, 'template1'), { max: 1, onnotice: () => {} })
  for (const statement of statements) await admin.unsafe(statement)
  await admin.end()
}

/** Prepares the database of the tests, once for all of them, and keeps a copy as the template for others. */
export const prepareAll = async (url: string): Promise<void> => {
  prepareDatabase(url)
  const [database = ''] = new URL(url).pathname.split('/').slice(1)
  await administer(url, `drop database if exists ${TEMPLATE}`, `create database ${TEMPLATE} template ${database}`)
}

/** A database of its own: with the demo in it, as all tests begin, or without any project. */
export interface OwnDatabase {
  name: string
  url: string
  drop: () => Promise<void>
}

/** Makes a database of its own from the template, within a moment. */
export const ownDatabase = async (name: string, { empty = false } = {}): Promise<OwnDatabase> => {
  const all = testDatabase()
  const own = `${name}_${process.pid}`
  await administer(all, `drop database if exists ${own} with (force)`, `create database ${own} template ${TEMPLATE}`)
  const url = inCluster(all, own)
  if (empty) {
    const sql = postgres(url, { max: 1, onnotice: () => {} })
    await sql`truncate projects cascade`
    await sql.end()
  }
  return { name: own, url, drop: () => administer(all, `drop database if exists ${own} with (force)`) }
}
