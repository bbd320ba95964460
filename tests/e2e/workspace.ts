import { expect, type Locator, type Page } from '@playwright/test'
import { readSvg } from '#core/svg/read'
import { knownFrom } from '#core/commands/known'
import type { ArtworkFile } from '#core/document/artwork'
import type { Project } from '#core/document/project'
import { paintingOf } from '#core/painting/painting'

/** A connection left open between two tests may be closed by the server at the very moment it is used again. */
const AGAIN = { maxRetries: 3 }

/** The headers a browser adds to requests of our own pages. */
export const OURS = { 'sec-fetch-site': 'same-origin' }

/** Has the server make a project; its id. */
const made = async (page: Page, data: { name: string } | { copyOf: string }): Promise<string> =>
  ((await (await page.request.post('/api/projects', { ...AGAIN, headers: OURS, data })).json()) as { id: string }).id

/**
 * Makes a project of its own by its name and opens it where one starts from a color. How Home asks for it is tested by itself: with all
 * the projects tests have made it draws a wall of them first.
 */
export const newProject = async (page: Page, name: string): Promise<void> => {
  await page.goto(`/project/${await made(page, { name })}/gather`)
  await expect(page.getByTestId('project-name')).toHaveText(name)
  await expect(page.getByTestId('bench').locator('h2').first()).toBeVisible()
}

/** The id of the project of a name; the demo's stand last, behind those that tests have made. */
export const projectNamed = async (page: Page, wanted: string): Promise<string> => {
  for (let before = ''; ; ) {
    const list = (await (
      await page.request.get(`/api/projects?limit=100${before && `&before=${before}`}`, AGAIN)
    ).json()) as Array<{ id: string; name: string }>
    const found = list.find(({ name }) => name === wanted)
    if (found) return found.id
    before = list.at(-1)?.id ?? ''
    if (!before) throw new Error(`There is no project “${wanted}”.`)
  }
}

/** Opens a copy of the demo project in a step, so that tests don't meet in it. */
export const openDemoCopy = async (
  page: Page,
  step: 'compose' | 'remap' | 'check' | 'hand-over' = 'compose',
): Promise<string> => {
  const copy = await made(page, { copyOf: await projectNamed(page, 'Breezeholm kite festival') })
  await page.goto(`/project/${copy}/${step}`)
  await expect(page.getByTestId('artwork').locator('svg').first()).toBeVisible()
  return copy
}

/** The colors of the band, in order. */
export const bandColors = (page: Page): Promise<string[]> =>
  page.getByTestId('swatch').evaluateAll(swatches => swatches.map(swatch => (swatch as HTMLElement).dataset.hex ?? ''))

/** The colors of the scheme that a proof shows. */
export const offeredBy = async (proof: Locator): Promise<string[]> =>
  ((await proof.getAttribute('data-colors')) ?? '').split(',')

/** The colors the shapes of the artwork on the stage have, by the number of the ink, whatever passes by over them. */
export const shapeColors = (page: Page): Promise<string[]> =>
  page.getByTestId('artwork').evaluate(host => {
    const { style } = host as HTMLElement
    return [...style]
      .filter(name => name.startsWith('--ink-'))
      .sort((a, b) => Number(a.slice(6)) - Number(b.slice(6)))
      .map(name => style.getPropertyValue(name))
  })

/** The colors of the map that stands over the artwork on the stage while colors pass by; none where there is none. */
export const passingColors = (page: Page): Promise<string[]> =>
  page.getByTestId('live').evaluateAll(all => {
    const [canvas] = all as HTMLCanvasElement[]
    const { width = 0, height = 0 } = canvas ?? {}
    const pixels = canvas?.getContext('2d')?.getImageData(0, 0, width, height).data ?? []
    const seen = new Set<string>()
    for (let i = 0; i < pixels.length; i += 4)
      if (pixels[i + 3] === 255)
        seen.add(`#${[0, 1, 2].map(k => (pixels[i + k] ?? 0).toString(16).padStart(2, '0')).join('')}`)
    return [...seen]
  })

/** The colors the artwork on the stage is seen in now: of what passes by over it where that shows others. */
export const stageColors = async (page: Page): Promise<string[]> => {
  const [passing, own] = [new Set(await passingColors(page)), await shapeColors(page)]
  return !passing.size || own.every(color => passing.has(color)) ? own : [...passing]
}

/** The colors the artwork on the stage has once nothing passes by over it. */
export const restingColors = async (page: Page): Promise<string[]> => {
  await expect(page.getByTestId('live')).toHaveCount(0)
  return shapeColors(page)
}

/** The colors that the core computes for the first artwork from what the server stores of the open project, ink by ink. */
export const computedColors = async (page: Page): Promise<string[]> => {
  const read = async (path: string): Promise<unknown> => (await page.request.get(path, AGAIN)).json()
  const id = /\/project\/([^/]+)/.exec(page.url())?.[1] ?? ''
  const { document } = (await read(`/api/projects/${id}`)) as { document: Project }
  const files = new Map<string, ArtworkFile>()
  for (const { hash } of document.artwork) files.set(hash, (await read(`/api/artwork/${hash}`)) as ArtworkFile)
  const [shown] = document.artwork
  const inks = knownFrom(files).inks(document.artwork)
  const { colors } = paintingOf(document, { inks, standIns: [] })(shown?.id ?? null)
  const source = await (await page.request.get(`/api/artwork/${shown?.hash ?? ''}/source`, AGAIN)).text()
  return readSvg(source).inks.map(({ hex }) => colors.get(hex) ?? hex)
}

/**
 * Waits until the artwork on the stage, the project's first, has the colors that the core computes from what is stored,
 * and until these are no longer the colors it had before. Returns them.
 */
export const recoloredFrom = async (page: Page, before: readonly string[]): Promise<string[]> => {
  let now: string[] = []
  await expect(async () => {
    now = await restingColors(page)
    expect(now).not.toEqual(before)
    const computed = await computedColors(page)
    expect(now.slice(0, computed.length)).toEqual(computed) // further ones are left from a drawing shown before
  }).toPass({ timeout: 30_000 })
  return now
}

/** The computed paint of a shape of the artwork. */
export const paintOf = (page: Page, selector: string): Promise<string> =>
  page.getByTestId('artwork').evaluate((host, within) => {
    const shape = host.shadowRoot?.querySelector(within)
    return shape ? getComputedStyle(shape).fill : 'no such shape'
  }, selector)

/** Waits until everything is on the server. */
export const saved = async (page: Page): Promise<void> => {
  await expect(page.getByTestId('save-state')).toContainText('Saved', { timeout: 60_000 })
}

/** Drags from the middle of one thing to the middle of another with the pointer. */
export const dragTo = async (
  page: Page,
  from: { x: number; y: number },
  to: { x: number; y: number },
): Promise<void> => {
  await page.mouse.move(from.x, from.y)
  // what moves swatches of the band is fetched when the pointer comes there
  await page.waitForFunction(({ x, y }) => {
    const row = document.elementFromPoint(x, y)?.closest('[data-test=band] ol')
    return !row || row.hasAttribute('data-sorts')
  }, from)
  await page.mouse.down()
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 })
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await page.mouse.up()
}

/** The middle of what a locator finds. */
export const middleOf = async (page: Page, selector: string): Promise<{ x: number; y: number }> => {
  const box = await page.locator(selector).first().boundingBox()
  if (!box) throw new Error(`${selector} is not on the screen.`)
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}

/** Chooses in Gather what to start from. */
export const startFrom = (
  page: Page,
  what: 'Base color' | 'References' | 'Inspiration' | 'Shelf' | 'Artwork',
): Promise<void> => page.getByRole('tablist', { name: 'Start from' }).getByRole('tab', { name: what }).click()

/** A file as a chooser or a drop takes it. */
export interface FileLike {
  name: string
  mimeType: string
  buffer: Buffer
}

/** Drops files, or pastes them, on a part of the page. */
export const bring = async (
  page: Page,
  how: 'drop' | 'paste',
  files: readonly FileLike[],
  text = '',
): Promise<void> => {
  const transfer = await page.evaluateHandle(
    ({ all, dropped }) => {
      const data = new DataTransfer()
      for (const { name, type, base64 } of all)
        data.items.add(new File([Uint8Array.from(atob(base64), letter => letter.charCodeAt(0))], name, { type }))
      if (dropped) data.setData('text/plain', dropped)
      return data
    },
    {
      all: files.map(({ name, mimeType, buffer }) => ({ name, type: mimeType, base64: buffer.toString('base64') })),
      dropped: text,
    },
  )
  if (how === 'drop') {
    for (const type of ['dragenter', 'dragover', 'drop'])
      await page.getByTestId('stage').dispatchEvent(type, { dataTransfer: transfer })
  } else {
    await page.evaluate(data => {
      document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
    }, transfer)
  }
}

/** Gives a page a network of so many megabits a second and milliseconds of latency. */
export const throttle = async (
  page: Page,
  { megabits, latency }: { megabits: number; latency: number },
): Promise<void> => {
  const session = await page.context().newCDPSession(page)
  await session.send('Network.enable')
  const bytes = (megabits * 1e6) / 8
  await session.send('Network.emulateNetworkConditions', {
    ...{ offline: false, latency },
    downloadThroughput: bytes,
    uploadThroughput: bytes,
  })
}
