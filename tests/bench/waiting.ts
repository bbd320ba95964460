import { execFile } from 'node:child_process'
import { copyFileSync, mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { availableParallelism, tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { build } from 'esbuild'
import type { Sql } from 'postgres'
import { apply } from '#core/commands/commands'
import { knownInks } from '#core/commands/known'
import { newProject } from '#core/scheme/create'
import { receiveSvg } from '../../server/artwork/receive'
import { storeArtwork } from '../../server/db/artwork'
import { createProject } from '../../server/db/projects'
import { framesOf, onPage, type FrameTimes, type TimingPage } from './frame'
import { generatedSvg } from './generated'
import { collected } from './keeping'

const run = promisify(execFile)

/* Measurements of waiting: frames of an empty page to compare with, and long lists. */

/** Frames of a page with nothing on it, in which nothing is done. */
export const emptyTimes = (address: string): Promise<FrameTimes> =>
  onPage(async page => {
    await page.goto(address)
    await page.setContent('<p>Nothing</p>')
    return framesOf(page, () => page.evaluate(() => (globalThis as TimingPage).timeFrames(120, () => undefined)))
  })

/** The list of inks of a drawing of so many, scrolled by 331 pixels a frame. */
export const inkListTimes = async (address: string, sql: Sql, inks: number): Promise<FrameTimes> => {
  const received = await receiveSvg('generated.svg', new TextEncoder().encode(generatedSvg(inks * 2, inks)))
  await storeArtwork(sql, received)
  const { hash, width, height, inks: found } = received.file
  const artwork = { kind: 'svg', id: 'a1', name: 'Generated', hash, width, height } as const
  const project = apply(newProject(`Bench ${inks} inks`), { do: 'add artwork', artwork: [artwork] }, knownInks(found))
  const { id } = await createProject(sql, project)
  return onPage(async page => {
    await page.goto(`${address}/project/${id}/remap`)
    await page.getByRole('tab', { name: 'Inks' }).click()
    await page.locator('[data-line]').nth(3).waitFor({ timeout: 60_000 })
    return framesOf(page, () =>
      page.getByTestId('ink-lines').evaluate((place: HTMLElement) =>
        (globalThis as TimingPage).timeFrames(120, i => {
          place.scrollTop = (i * 331) % Math.max(1, place.scrollHeight - place.clientHeight)
        }),
      ),
    )
  })
}

/** Real drawings of a free collection, 60 to 700 kB each, remapped by a fixed map: files, megabytes, seconds, and cores at it. */
export const realBatchTime = async (
  times = 1,
): Promise<{ files: number; megabytes: number; seconds: number; cores: number }> => {
  const folder = mkdtempSync(join(tmpdir(), 'plumbago-real-'))
  const [from, map] = [join(folder, 'in'), join(folder, 'map.json')]
  mkdirSync(from)
  writeFileSync(map, JSON.stringify({ '#000000': '#222a52', '#ffffff': '#f6f0e2' }))
  let [files, size] = [0, 0]
  collected()
    .filter(path => statSync(path).size > 60_000 && statSync(path).size < 700_000)
    .filter((_, i) => i % 2 === 1)
    .slice(0, 320)
    .forEach((path, i) => {
      for (let n = 0; n < times; n++) copyFileSync(path, join(from, `${i}-${n}.svg`))
      files += times
      size += statSync(path).size * times
    })
  const start = performance.now()
  await run('bin/plumbago', ['batch', from, '--map-file', map, '-o', join(folder, 'out')], { maxBuffer: 1e8 })
  const seconds = (performance.now() - start) / 1000
  rmSync(folder, { recursive: true })
  return { files, megabytes: size / 1e6, seconds, cores: availableParallelism() }
}

/** What the bare parse, reading and writing of a file take, in milliseconds, and its size. */
export interface ReadingTimes {
  name: string
  megabytes: number
  bare: number
  read: number
  write: number
}

/** The same of several files, compiled as what is served is, in a process of its own. */
export const readingTimes = async (): Promise<ReadingTimes[]> => {
  const outfile = '.data/bench/readingHere.mjs'
  await build({
    entryPoints: ['tests/bench/readingHere.ts'],
    ...{ bundle: true, platform: 'node', format: 'esm', packages: 'external', outfile, logLevel: 'error' },
  })
  const { stdout } = await run(process.execPath, [
    ...['--min-semi-space-size=512', '--max-semi-space-size=512'],
    outfile,
  ])
  return JSON.parse(stdout) as ReadingTimes[]
}
