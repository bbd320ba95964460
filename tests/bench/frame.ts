import { chromium, selectors } from '@playwright/test'
import { CHROMIUM } from '../browser'
import { generatedSvg } from './generated'

/** Times in milliseconds from a change of hue to the painted frame: half and 95% of them are no longer. */
export interface FrameTimes { half: number, most: number, changes: number }

/** The value below which a part of all values lies. */
export const percentile = (values: readonly number[], part: number): number =>
  [...values].sort((one, other) => one - other)[Math.min(values.length - 1, Math.floor(values.length * part))] ?? NaN

/**
 * Drags the Turn slider of a project with one generated artwork through `changes` hues, one a frame, in
 * headless Chromium at 1280 by 800, and measures each from the input event, which browsers deliver at the start
 * of a frame, until the frame that shows it is painted.
 */
export const measureFrames = async (address: string, shapes: number, inks: number, changes = 120): Promise<FrameTimes> => {
  selectors.setTestIdAttribute('data-test')
  const browser = await chromium.launch(CHROMIUM)
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.addInitScript('globalThis.__name = named => named') // tsx marks function names; the page has to know how
    await page.goto(address)
    await page.getByLabel('Name of the new project').fill('Bench')
    await page.getByRole('button', { name: 'New project' }).click()
    await page.getByRole('radio', { name: 'Artwork' }).click()
    await page.getByTestId('artwork-file').setInputFiles({ name: 'generated.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(generatedSvg(shapes, inks)) })
    await page.getByTestId('stage').getByText('generated').waitFor({ timeout: 120_000 })
    await page.keyboard.press('2')
    await page.getByRole('slider', { name: 'Turn' }).waitFor()
    const times = await page.evaluate(async count => {
      const slider = document.querySelector<HTMLInputElement>('input[type=range][aria-label=Turn]')
      if (!slider) throw new Error('There is no Turn slider.')
      const frame = (act: () => void): Promise<number> => new Promise(resolve => requestAnimationFrame(() => {
        const start = performance.now()
        act()
        const channel = new MessageChannel()
        channel.port1.onmessage = () => resolve(performance.now() - start)
        channel.port2.postMessage(null)
      }))
      const taken: number[] = []
      for (let i = 0; i < count + 10; i++) {
        const time = await frame(() => {
          slider.value = String(-170 + (i * 7) % 340)
          slider.dispatchEvent(new Event('input', { bubbles: true }))
        })
        if (i >= 10) taken.push(time)
      }
      return taken
    }, changes)
    return { half: percentile(times, 0.5), most: percentile(times, 0.95), changes }
  } finally {
    await browser.close()
  }
}
