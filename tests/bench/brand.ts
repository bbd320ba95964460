import { execFileSync } from 'node:child_process'
import { createHash, randomUUID } from 'node:crypto'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { lookOf, type StoredProject } from '#core/document/project'
import { saveBody } from '#core/history/saveBody'
import { onPage } from './frame'
import { memoryOf } from './serving'

/* A whole brand: hundreds of icons of a free set come in, are opened, and change colors together. */

const ICONS = '/usr/share/icons/breeze'

const filesIn = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap(each => {
    const path = join(folder, each.name)
    return each.isDirectory() ? filesIn(path) : each.isFile() && each.name.endsWith('.svg') ? [path] : []
  })

/** Different icons of the free set, which is installed where it is missing; spread over all its folders. */
export const icons = (count: number): string[] => {
  if (!existsSync(ICONS))
    execFileSync('apt-get', ['install', '-y', '--no-install-recommends', 'breeze-icon-theme'], { stdio: 'ignore' })
  const seen = new Set<string>()
  const all = filesIn(ICONS)
    .sort()
    .filter(path => {
      const hash = createHash('sha256').update(readFileSync(path)).digest('hex')
      return !seen.has(hash) && seen.add(hash)
    })
  const step = all.length / count
  return Array.from({ length: count }, (_, n) => all[Math.floor(n * step)] ?? '')
}

export interface IntakeTimes {
  id: string
  /** Until all stand in the project, and until those in sight are painted, in seconds. */
  added: number
  painted: number
  /** The most memory, in MB, of the page with its workers, and of the server with its own. */
  page: number
  server: number
}

/** The heap of a page and its workers, in MB. */
const heapOf = (page: Page): Promise<number> =>
  page.evaluate(
    () => ((performance as unknown as { memory?: { usedJSHeapSize: number } }).memory?.usedJSHeapSize ?? 0) / 1e6,
  )

/** Chooses files in Gather of a new project, and waits until all of them stand. */
export const intakeTimes = (address: string, paths: readonly string[], serverPid: number): Promise<IntakeTimes> =>
  onPage(async page => {
    // icons of several folders may have one name
    const folder = mkdtempSync(join(tmpdir(), 'plumbago-icons-'))
    const files = paths.map((path, n) => {
      const own = join(folder, `${String(n).padStart(4, '0')}-${path.split('/').at(-1) ?? ''}`)
      writeFileSync(own, readFileSync(path))
      return own
    })
    await page.goto(address)
    await page.getByTestId('new-project-button').click()
    await page.getByLabel('Name of the new project').fill(`Bench ${paths.length} icons`)
    await page.getByRole('button', { name: /^A color/ }).click()
    await page.getByRole('tab', { name: 'Artwork' }).click()
    const max = { page: 0, server: 0 }
    const watching = setInterval(() => {
      max.server = Math.max(max.server, memoryOf(serverPid))
      void heapOf(page).then(
        heap => (max.page = Math.max(max.page, heap)),
        () => null,
      )
    }, 500)
    try {
      const start = performance.now()
      await page.getByTestId('artwork-file').setInputFiles(files)
      await page
        .getByTestId('notices')
        .getByText(/^Added/)
        .waitFor({ timeout: 580_000 })
      const added = (performance.now() - start) / 1000
      await page.getByTestId('gather').locator('canvas').nth(15).waitFor({ timeout: 60_000 })
      const painted = (performance.now() - start) / 1000
      return { id: /project\/([^/]+)/.exec(page.url())?.[1] ?? '', added, painted, ...max }
    } finally {
      clearInterval(watching)
      rmSync(folder, { recursive: true })
    }
  })

/** From the address until the stage and the first proofs of Compose stand, in seconds. */
export const openingTime = (address: string, id: string): Promise<number> =>
  onPage(async page => {
    await page.goto(address)
    const start = performance.now()
    await page.goto(`${address}/project/${id}/compose`)
    await page.getByTestId('proofs').locator('canvas').first().waitFor({ timeout: 120_000 })
    return (performance.now() - start) / 1000
  })

/** A save of a project as it is but for one swatch: how long it takes, in milliseconds, and what is sent, in kB. */
export const saveCost = async (address: string, id: string): Promise<{ ms: number; kB: number }> => {
  const { version, document } = (await (await fetch(`${address}/api/projects/${id}`)).json()) as StoredProject
  const [first, ...others] = document.scheme
  if (!first) throw new Error('There is no scheme.')
  const edited = { ...document, scheme: [{ ...first, hex: '#336699' }, ...others] }
  const state = { id: randomUUID(), parent: null, time: new Date().toISOString(), did: 'edit', kept: null }
  const trail = { put: [{ ...state, look: lookOf(edited) }], remove: [] }
  const save = { id: randomUUID(), project: id, version, document: edited, trail }
  const body = JSON.stringify(saveBody(save, document))
  const start = performance.now()
  const answer = await fetch(`${address}/api/projects/${id}`, {
    ...{ method: 'PUT', body },
    headers: { 'content-type': 'application/json' },
  })
  if (!answer.ok) throw new Error(await answer.text())
  return { ms: performance.now() - start, kB: body.length / 1000 }
}
