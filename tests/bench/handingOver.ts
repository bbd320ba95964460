import { spawn, type ChildProcess } from 'node:child_process'
import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { chromium, selectors } from '@playwright/test'
import { zipSync } from 'fflate'
import sharp from 'sharp'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import { knownFrom } from '#core/commands/known'
import type { Artwork } from '#core/document/artwork'
import type { HandOverJob } from '#core/document/job'
import { lookOf, type Project } from '#core/document/project'
import { planFiles } from '#core/handover/plan'
import { FIRST_WANTED, NOW, type Wanted } from '#core/handover/options'
import { HARMONIES } from '#core/harmony/harmony'
import { newProject } from '#core/scheme/create'
import { archiveTo } from '../../render/handover/archive'
import { writeHandOver, type Sources } from '../../render/handover/writeHandOver'
import { renderPng } from '../../render/resvg'
import { receiveSvg, type Received } from '../../server/artwork/receive'
import { CHROMIUM } from '../browser'
import { startWorker } from '../e2e/server'
import { generatedSvg } from './generated'

/* Measurements of handing over: archives, the sheet, the line-up, and what all of that leaves of the server. */

const NAMES = ['poster', 'badge', 'kite-field', 'ferry', 'food', 'first-aid', 'tickets', 'stage']
const TIME = '2026-11-26T10:00:00.000Z'

/** The eight drawings of the demo in a project with so many colorways, and where their files come from. */
const demoProject = async (colorways: number): Promise<{ project: Project; sources: Sources }> => {
  const received: Received[] = []
  for (const name of NAMES) {
    const path = join('demo/artwork', `${received.length < 2 ? name : `pictogram-${name}`}.svg`)
    received.push(await receiveSvg(`${name}.svg`, await readFile(path)))
  }
  const artwork = received.map(
    ({ file: { kind, hash, name, width, height } }): Artwork => ({ kind, hash, name, width, height, id: name }),
  )
  const known = knownFrom(new Map(received.map(({ file }) => [file.hash, file])))
  let project: Project = apply(
    { ...newProject('Kite festival'), artwork },
    { do: 'match', match: 'picture', seed: 0 },
    known,
  )
  for (let i = 0; i < colorways; i++) {
    const kind = HARMONIES[i % HARMONIES.length] ?? 'triadic'
    const other = apply(project, { do: 'compose', harmony: { kind, turn: (i * 47) % 360 } }, known)
    project = apply(
      project,
      { do: 'freeze', name: `Colorway ${i + 1}`, time: TIME, look: lookOf(other) },
      NOTHING_KNOWN,
    )
  }
  const byHash = new Map(received.map(each => [each.file.hash, each]))
  return {
    project,
    sources: {
      file: async hash => byHash.get(hash)?.file ?? null,
      source: async hash => {
        const source = byHash.get(hash)?.source
        return source instanceof Uint8Array ? source : null
      },
      pdf: async () => null,
      picture: async () => null,
      press: async () => null,
    },
  }
}

/** Six at a time, as a worker has them. */
const inLanes = async <Item>(items: readonly Item[], work: (item: Item) => Promise<void>): Promise<void> => {
  const waiting = [...items]
  const lane = async (): Promise<void> => {
    for (let item = waiting.shift(); item !== undefined; item = waiting.shift()) await work(item)
  }
  await Promise.all(Array.from({ length: 6 }, lane))
}

/** Seconds an archive of 8 × 5 as SVG, PNG and the sheet takes, and the bare renderer for the same pictures; memory in MB. */
export const archiveTimes = async (): Promise<{ archive: number; bare: number; memory: number; size: number }> => {
  const { project, sources } = await demoProject(5)
  const looks = project.lineUp.colorways.map(({ id }) => id)
  const wanted: Wanted = { ...FIRST_WANTED, artwork: project.artwork.map(({ id }) => id), looks, scheme: [] }
  await renderPng('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>', 9) // the renderers are up
  const svgs: Array<{ svg: string; width: number }> = []
  const start = performance.now()
  const handing = await writeHandOver(project, wanted, sources)
  const pieces: Uint8Array[] = []
  const archive = archiveTo(bytes => pieces.push(bytes))
  await inLanes(handing.files, async file => {
    const bytes = await handing.write(file)
    archive.add(file.path, bytes)
    if (file.content.kind === 'svg')
      svgs.push({ svg: Buffer.from(bytes).toString(), width: Math.round(file.content.artwork.width) })
  })
  archive.end()
  const took = performance.now() - start
  const memory = process.memoryUsage().rss / 1e6
  const bareStart = performance.now()
  const all: Record<string, Uint8Array> = {}
  await Promise.all(
    svgs.map(async ({ svg, width }, i) => {
      all[`${i}.png`] = await renderPng(svg, width)
    }),
  )
  zipSync(all, { level: 0 })
  const bare = performance.now() - bareStart
  return {
    ...{ archive: took / 1000, bare: bare / 1000, memory },
    size: pieces.reduce((sum, { length }) => sum + length, 0) / 1e6,
  }
}

/** The sheet of the demo's drawings in one look: seconds the first time and then, and how large it is in MB. */
export const pageTimes = async (): Promise<{ first: number; then: number; size: number }> => {
  const { project, sources } = await demoProject(0)
  const wanted: Wanted = {
    ...FIRST_WANTED,
    ...{ artwork: project.artwork.map(({ id }) => id), looks: [NOW], svg: null, png: [], scheme: [] },
  }
  const timed = async (): Promise<readonly [number, number]> => {
    const start = performance.now()
    const handing = await writeHandOver(project, wanted, sources)
    const [file] = planFiles(handing.looks, wanted)
    const bytes = file ? await handing.write(file) : new Uint8Array()
    return [(performance.now() - start) / 1000, bytes.length / 1e6]
  }
  const [first] = await timed()
  const [then, size] = await timed()
  return { first, then, size }
}

/** The longest times, in milliseconds, that the main thread of a server is blocked by one piece of work. */
const LAG = `
  const { monitorEventLoopDelay } = require('node:perf_hooks')
  const delay = monitorEventLoopDelay({ resolution: 2 })
  process.on('SIGUSR2', () => {
    process.stdout.write('lag ' + (delay.max / 1e6).toFixed(1) + ' ' + (delay.percentile(99.9) / 1e6).toFixed(1) + '\\n')
    delay.reset()
    delay.enable()
  })
`

/** The built app with its delays watched. */
const watchedServer = (databaseUrl: string, port: number): ChildProcess =>
  spawn('node', ['--require', './.data/lag.cjs', '.output/server/index.mjs'], {
    env: { ...process.env, DATABASE_URL: databaseUrl, NITRO_HOST: '127.0.0.1', NITRO_PORT: String(port) },
    stdio: ['ignore', 'pipe', 'inherit'],
  })

/**
 * The longest block of the server's main thread, in milliseconds, at rest, and while a drawing of 15 MB and a picture of 20 MB come
 * in and an archive is written and fetched; and how long saves of others take meanwhile, in the middle and at the most.
 */
export const serverBlocks = async (
  databaseUrl: string,
): Promise<{ rest: number; loaded: number; half: number; max: number }> => {
  await writeFile('.data/lag.cjs', LAG)
  const port = 4197
  const address = `http://127.0.0.1:${port}`
  const server = watchedServer(databaseUrl, port)
  const working = startWorker(databaseUrl)
  let heard: (text: string) => void = () => {}
  server.stdout?.on('data', (chunk: Buffer) => heard(chunk.toString()))
  const lag = (): Promise<number> =>
    new Promise(done => {
      heard = text => {
        const max = /lag ([\d.]+)/.exec(text)?.[1]
        if (max !== undefined) done(Number(max))
      }
      server.kill('SIGUSR2')
    })
  try {
    for (let i = 0; i < 200; i++) {
      if (
        await fetch(`${address}/api/projects?limit=1`).then(
          ({ ok }) => ok,
          () => false,
        )
      )
        break
      await pause(100)
    }
    const cards = (await (await fetch(`${address}/api/projects?limit=100`)).json()) as Array<{
      id: string
      name: string
      version: number
    }>
    const demo = cards.find(({ name }) => name === 'Breezeholm kite festival')
    if (!demo) throw new Error('There is no demo.')
    const other = (await (
      await fetch(`${address}/api/projects`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: '{"name":"Bench"}',
      })
    ).json()) as { id: string; version: number; document: Project }
    const svg = Buffer.from(generatedSvg(60_000, 64).slice(0, 15_000_000))
    const noise = Buffer.alloc(2600 * 2600 * 3, 0).map((_, i) => (i * 2654435761) >>> 24)
    const png = await sharp(noise, { raw: { width: 2600, height: 2600, channels: 3 } })
      .png({ compressionLevel: 0 })
      .toBuffer()
    await lag()
    await pause(1500)
    const rest = await lag()

    const saves: number[] = []
    let on = true
    const saving = (async () => {
      let { version } = other
      while (on) {
        const start = performance.now()
        const answer = await fetch(`${address}/api/projects/${other.id}`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ version, document: { ...other.document, name: `Bench ${version}` } }),
        })
        ;({ version } = (await answer.json()) as { version: number })
        saves.push(performance.now() - start)
        await pause(20)
      }
    })()
    const wanted = {
      ...FIRST_WANTED,
      artwork: (
        (await (await fetch(`${address}/api/projects/${demo.id}`)).json()) as { document: Project }
      ).document.artwork.map(({ id }) => id),
      looks: [NOW],
    }
    const post = (path: string, body: Buffer | string, type: string): Promise<Response> =>
      fetch(`${address}/api/${path}`, { method: 'POST', headers: { 'content-type': type }, body: body as BodyInit })
    const coming = Promise.all([
      post('artwork?name=large.svg&kind=svg', svg, 'application/octet-stream'),
      post('pictures?name=large.png', png, 'application/octet-stream'),
    ])
    let job = (await (
      await post(`projects/${demo.id}/jobs`, JSON.stringify({ version: demo.version, wanted }), 'application/json')
    ).json()) as HandOverJob
    while (job.state === 'waiting' || job.state === 'underway') {
      await pause(100)
      job = (await (await fetch(`${address}/api/jobs/${job.id}`)).json()) as HandOverJob
    }
    if (job.state !== 'done') throw new Error(`The files were not written: ${JSON.stringify(job)}`)
    await (await fetch(`${address}/api/jobs/${job.id}/result`)).arrayBuffer()
    for (const answer of await coming) if (!answer.ok) throw new Error(`A file was not added: ${await answer.text()}`)
    on = false
    await saving
    const loaded = await lag()
    const sorted = saves.sort((one, another) => one - another)
    return { rest, loaded, half: sorted[Math.floor(sorted.length / 2)] ?? 0, max: sorted.at(-1) ?? 0 }
  } finally {
    server.kill()
    working.kill()
  }
}

/** What the browser does for it: as text, because names that a compiler keeps are unknown there. */
const PAINTED = `(async () => {
  const painted = () => [...document.querySelectorAll('[data-test=line-up] [aria-hidden=true] > span')].filter(place => {
    const canvas = place.querySelector('canvas')
    if (canvas) return canvas.width > 0 && canvas.getContext('2d')?.getImageData(canvas.width >> 1, canvas.height >> 1, 1, 1).data[3] > 0
    return [...place.querySelectorAll('*')].some(each => each.shadowRoot?.childElementCount)
  }).length
  const start = performance.now()
  document.querySelector('[data-test=lay-line-up]').click()
  let [first, all, proofs] = [0, 0, 0]
  for (let rounds = 0; rounds < 200; rounds++) {
    await new Promise(requestAnimationFrame)
    const now = painted()
    if (now && !first) first = performance.now() - start
    if (now > proofs) {
      proofs = now
      all = performance.now() - start
    }
  }
  return { proofs, first, all }
})()`

/** Milliseconds from asking for a line-up of 12 colorways in rows of 9 artworks until the first proof, and all, are painted. */
export const lineUpTimes = async (address: string): Promise<{ proofs: number; first: number; all: number }> => {
  selectors.setTestIdAttribute('data-test')
  const browser = await chromium.launch(CHROMIUM)
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const cards = (await (await fetch(`${address}/api/projects?limit=100`)).json()) as Array<{
      id: string
      name: string
    }>
    const demo = cards.find(({ name }) => name === 'Breezeholm kite festival')?.id ?? ''
    const post = async (path: string, body: object): Promise<unknown> =>
      (
        await fetch(`${address}/api/${path}`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        })
      ).json()
    const copy = (await post('projects', { copyOf: demo })) as { id: string; version: number; document: Project }
    let document = copy.document
    for (let i = 0; i < 12; i++) {
      const turned = { ...document, scheme: document.scheme.map(swatch => ({ ...swatch })) }
      document = apply(
        document,
        { do: 'freeze', name: `Colorway ${i + 1}`, time: TIME, look: lookOf(turned) },
        NOTHING_KNOWN,
      )
    }
    await fetch(`${address}/api/projects/${copy.id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ version: copy.version, document }),
    })
    await page.goto(`${address}/project/${copy.id}/hand-over`)
    await page.getByTestId('colorway').nth(11).waitFor()
    await page.waitForTimeout(3000)
    await page.evaluate(() => localStorage.setItem('plumbago line-up', 'rows'))
    await page.getByTestId('lay-line-up').click()
    await page.getByTestId('line-up').waitFor()
    await page.getByRole('radio', { name: 'rows' }).click()
    await page.waitForTimeout(2000)
    await page.getByTestId('line-up-back').click()
    await page.waitForTimeout(500)
    return (await page.evaluate(PAINTED)) as { proofs: number; first: number; all: number }
  } finally {
    await browser.close()
  }
}
