import { readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { setTimeout as pause } from 'node:timers/promises'
import { chromium, selectors, type Browser } from '@playwright/test'
import sharp from 'sharp'
import { CHROMIUM } from '../browser'
import { BareBrowser } from './bareBrowser'

/* Costs of the whole product: the first load of each step, and memory after opening and leaving projects. */

/** The steps whose first load is taken. */
export const STEPS = ['gather', 'compose', 'remap', 'hand-over'] as const

interface Card {
  id: string
  name: string
}

/** A 12-megapixel picture of flat art, as PNG. */
const largePicture = (): Promise<Buffer> => {
  const shapes = Array.from({ length: 60 }, (_, i) => {
    const fill = ['#c8402a', '#24486e', '#f0b840', '#1b1b24', '#3f8f7a'][i % 5]
    return `<circle cx="${(i * 67) % 400}" cy="${(i * 41) % 300}" r="${6 + ((i * 7) % 26)}" fill="${fill}"/>`
  })
  const ground = '<rect width="400" height="300" fill="#f2e6d0"/>'
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300">${ground}${shapes.join('')}</svg>`
  return sharp(Buffer.from(svg), { density: 720 }).resize(4000, 3000).png().toBuffer()
}

/** The id of the demo's project. */
export const demoId = async (address: string): Promise<string> => {
  const cards = (await (await fetch(`${address}/api/projects?limit=100`)).json()) as Card[]
  return cards.find(({ name }) => name === 'Breezeholm kite festival')?.id ?? ''
}

const started = async (): Promise<Browser> => {
  selectors.setTestIdAttribute('data-test')
  return chromium.launch(CHROMIUM)
}

/** A project of its own with the large picture as its only artwork; its id. */
const pictureProject = async (address: string): Promise<string> => {
  const browser = await started()
  try {
    const page = await browser.newPage()
    await page.goto(address)
    await page.getByTestId('new-project-button').click()
    await page.getByLabel('Name of the new project').fill('Bench 12 megapixels')
    await page.getByRole('button', { name: /^A color/ }).click()
    await page.getByText('Artwork', { exact: true }).first().click()
    const buffer = await largePicture()
    await page.getByTestId('artwork-file').setInputFiles({ name: 'large.png', mimeType: 'image/png', buffer })
    await page.getByRole('button', { name: 'Show large' }).waitFor({ timeout: 120_000 })
    await page.waitForTimeout(1500)
    return /project\/([^/]+)/.exec(page.url())?.[1] ?? ''
  } finally {
    await browser.close()
  }
}

/** What pages and workers hold for themselves once garbage is collected, in megabytes; the browser's own is left out. */
const settledMemory = async (browser: BareBrowser): Promise<number> => {
  for (let i = 0; i < 3; i++) {
    await browser.send('HeapProfiler.collectGarbage')
    await pause(700)
  }
  const kilobytes = (await browser.renderers()).map(id => {
    const text = readFileSync(`/proc/${id}/smaps_rollup`, 'utf8')
    return Number(/^Private_Dirty:\s+(\d+)/m.exec(text)?.[1] ?? 0)
  })
  return kilobytes.reduce((sum, each) => sum + each, 0) / 1024
}

/**
 * The demo and a project with a 12-megapixel picture are opened and left so many times in one page: memory of the page
 * and its workers after each round, in megabytes.
 */
export const openAndLeave = async (address: string, rounds = 20): Promise<number[]> => {
  const picture = await pictureProject(address)
  const demo = await demoId(address)
  const bare = new BareBrowser()
  try {
    await bare.open(address)
    const taken: number[] = []
    for (let round = 0; round < rounds; round++) {
      for (const [id, shown] of [
        [demo, '[data-test=artwork]'],
        [picture, '[data-test=picture] canvas[data-painted-by]'],
      ] as const) {
        await bare.click(`a[href="/project/${id}/compose"]`)
        await bare.until(shown)
        await pause(1500)
        await bare.click('a[href="/"]')
      }
      await bare.until(`a[href="/project/${demo}/compose"]`)
      taken.push(await settledMemory(bare))
    }
    return taken
  } finally {
    await bare.close()
    await fetch(`${address}/api/projects/${picture}`, { method: 'DELETE', headers: { origin: address } })
  }
}

/** The scripts that are fetched until a step of the demo stands, in kilobytes of gzip. */
export const firstLoads = async (address: string): Promise<Record<(typeof STEPS)[number], number>> => {
  const browser = await started()
  try {
    const demo = await demoId(address)
    const sizes = {} as Record<(typeof STEPS)[number], number>
    for (const step of STEPS) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
      const scripts = new Set<string>()
      page.on('request', request => {
        if (request.resourceType() === 'script' && !request.url().includes('worker')) scripts.add(request.url())
      })
      await page.goto(`${address}/project/${demo}/${step}`)
      await page.getByTestId('artwork').locator('svg').first().waitFor()
      const bodies = await Promise.all([...scripts].map(async url => (await page.request.get(url)).body()))
      sizes[step] = bodies.reduce((sum, body) => sum + gzipSync(body).length, 0) / 1000
      await page.close()
    }
    return sizes
  } finally {
    await browser.close()
  }
}
