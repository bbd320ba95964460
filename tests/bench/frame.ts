import { chromium, selectors, type Page } from '@playwright/test'
import { CHROMIUM } from '../browser'
import { generatedSvg } from './generated'

/**
 * Times in milliseconds from a change to its painted frame: half and 95% of them are no longer; and what the main thread
 * did for one change, by the browser's own counter of its tasks.
 */
export interface FrameTimes {
  half: number
  max: number
  main: number
  changes: number
}

/** The value below which a part of all values lies. */
export const percentile = (values: readonly number[], part: number): number =>
  [...values].sort((one, other) => one - other)[Math.min(values.length - 1, Math.floor(values.length * part))] ?? NaN

/**
 * What every page of a bench knows: how long acts take, one a frame, each from the start of the frame until it is
 * painted, the first ten put aside.
 */
const TIMER = `globalThis.__name = named => named // tsx marks function names; the page has to know how
globalThis.timeFrames = async (count, act) => {
  const taken = []
  for (let i = 0; i < count + 10; i++) {
    const time = await new Promise(resolve => requestAnimationFrame(() => {
      const start = performance.now()
      act(i)
      const channel = new MessageChannel()
      channel.port1.onmessage = () => resolve(performance.now() - start)
      channel.port2.postMessage(null)
    }))
    if (i >= 10) taken.push(time)
  }
  return taken
}`

/** The page's own `timeFrames`, as scripts injected into it see it. */
export type TimingPage = typeof globalThis & {
  timeFrames: (count: number, act: (place: number) => void) => Promise<number[]>
}

/** Does work on a page of its own in headless Chromium at 1280 by 800. */
export const onPage = async <Result>(work: (page: Page) => Promise<Result>): Promise<Result> => {
  selectors.setTestIdAttribute('data-test')
  const browser = await chromium.launch(CHROMIUM)
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.addInitScript(TIMER)
    // a small dial grows first, under a pointer that rests on it; the trail is a line that opens
    await page.addInitScript(`localStorage.setItem('plumbago dial', '{"usual":"large"}')
      localStorage.setItem('plumbago trail open', '{"usual":true,"low":true}')`)
    return await work(page)
  } finally {
    await browser.close()
  }
}

/** Seconds the main thread of a page has spent in tasks, by the browser's own counter. */
const taskSeconds = async (page: Page): Promise<() => Promise<number>> => {
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  return async () => {
    const { metrics } = await session.send('Performance.getMetrics')
    return metrics.find(({ name }) => name === 'TaskDuration')?.value ?? NaN
  }
}

/** Frame times of changes the page makes itself (one a frame, ten first that are put aside), and what each costs. */
export const framesOf = async (page: Page, make: () => Promise<readonly number[]>): Promise<FrameTimes> => {
  const spent = await taskSeconds(page)
  const before = await spent()
  const times = await make()
  const main = ((await spent()) - before) * 1000
  return {
    half: percentile(times, 0.5),
    max: percentile(times, 0.95),
    main: main / (times.length + 10),
    changes: times.length,
  }
}

/**
 * Drags the Turn slider of a project with one generated artwork through `changes` hues, one a frame, in headless
 * Chromium at 1280 by 800, and measures each from the input event, which browsers deliver at the start of a frame,
 * until the frame that shows it is painted.
 */
export const measureFrames = (address: string, shapes: number, inks: number, changes = 120): Promise<FrameTimes> =>
  onPage(async page => {
    await page.goto(address)
    await page.getByTestId('new-project-button').click()
    await page.getByLabel('Name of the new project').fill('Bench')
    await page.getByRole('button', { name: /^A color/ }).click()
    await page.getByRole('tab', { name: 'Artwork' }).click()
    await page.getByTestId('artwork-file').setInputFiles({
      name: 'generated.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(generatedSvg(shapes, inks)),
    })
    await page.getByTestId('stage').getByText('generated').waitFor({ timeout: 120_000 })
    await page.keyboard.press('2')
    await page.getByRole('slider', { name: 'Turn' }).waitFor()
    return framesOf(page, () =>
      page.evaluate(count => {
        const slider = document.querySelector<HTMLInputElement>('input[type=range][aria-label=Turn]')
        if (!slider) throw new Error('There is no Turn slider.')
        return (globalThis as TimingPage).timeFrames(count, i => {
          slider.value = String(-170 + ((i * 7) % 340))
          slider.dispatchEvent(new Event('input', { bubbles: true }))
        })
      }, changes),
    )
  })
