import { expect, test, type Page } from '@playwright/test'
import { generatedSvg } from '../bench/generated'
import { lchOf } from '#core/color/convert'
import { bandColors, newProject, openDemoCopy, passingColors, recoloredFrom, shapeColors, startFrom } from './workspace'
import { firstFile } from './label'

/** Controls without an accessible name. */
const namelessOn = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('button, select, input:not([type=file]), [role=slider], [tabindex="0"]')]
      .filter(
        each =>
          !(
            each.getAttribute('aria-label') ||
            each.getAttribute('aria-labelledby') ||
            each.textContent?.trim() ||
            (each as HTMLInputElement).labels?.length
          ),
      )
      .map(({ outerHTML }) => outerHTML),
  )

test('the stage zooms and pans by wheel, buttons and keys, and fits again', async ({ page }) => {
  await openDemoCopy(page)
  const width = async (): Promise<number> => (await page.getByTestId('artwork').boundingBox())?.width ?? 0
  const left = async (): Promise<number> => (await page.getByTestId('artwork').boundingBox())?.x ?? 0
  const fitted = await width()
  await page.getByRole('button', { name: 'Zoom in' }).click()
  await expect.poll(width).toBeGreaterThan(fitted * 1.2)
  await page.getByTestId('stage').focus()
  const before = await left()
  await page.keyboard.press('Shift+ArrowRight')
  await expect.poll(left).toBeLessThan(before - 40)
  await page.keyboard.press('0')
  await expect.poll(width).toBeCloseTo(fitted, 0)
  await page.mouse.move(360, 300)
  await page.mouse.wheel(0, -300)
  await expect.poll(width).toBeGreaterThan(fitted * 1.1)
  const wheeled = await left()
  await page.mouse.down()
  await page.mouse.move(420, 340, { steps: 3 })
  await page.mouse.up()
  await expect.poll(left).toBeCloseTo(wheeled + 60, 0)
  await page.getByRole('button', { name: 'Fit the artwork' }).click()
  await expect.poll(width).toBeCloseTo(fitted, 0)
})

test(
  'a drawing of too many shapes for a browser is shown from its map: it follows, lights what is ' +
    'pointed at, and is handed over whole @full',
  async ({ page }) => {
    const tiles = Array.from(
      { length: 51_000 },
      (_, i) =>
        `<path d="M${i % 300} ${Math.floor(i / 300)}h1v1h-1z" fill="${i % 300 < 150 ? '#2e4f7f' : '#f4ead6'}"/>`,
    ).join('')
    await newProject(page, 'Mosaic')
    await startFrom(page, 'Artwork')
    await page.getByTestId('artwork-file').setInputFiles({
      name: 'mosaic.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 300 170">${tiles}</svg>`),
    })
    await expect(page.getByTestId('stage')).toContainText('drawn from its ink map', { timeout: 60_000 })
    const live = page.getByTestId('live')
    await expect(live).toBeVisible()
    const colorAt = (part: number): Promise<string> =>
      live.evaluate((canvas, x) => {
        const { width, height } = canvas as HTMLCanvasElement
        const [r, g, b] =
          (canvas as HTMLCanvasElement).getContext('2d')?.getImageData(Math.floor(width * x), height >> 1, 1, 1).data ??
          []
        return `#${[r, g, b].map(value => (value ?? 0).toString(16).padStart(2, '0')).join('')}`
      }, part)
    await page.keyboard.press('3')
    await page.getByRole('tab', { name: 'Inks' }).click()
    const { width, height } = (await live.boundingBox()) ?? { width: 0, height: 0 }
    await page.getByTestId('stage').hover({ position: { x: 360 - width / 4, y: 322 + height / 9 } })
    await expect(page.getByTestId('ink-lines').locator('.line.lit [data-line]')).toHaveAttribute('data-line', '#2e4f7f')
    await page.mouse.move(360, 20)
    const colors = await bandColors(page)
    // the darkest, which the hold lets be what it is beside the light ink
    const darkest = colors.reduce((best, hex) => (lchOf(hex).l < lchOf(best).l ? hex : best))
    await page.getByRole('combobox', { name: 'Where #2e4f7f goes' }).selectOption({ index: colors.indexOf(darkest) })
    await expect.poll(() => colorAt(0.2)).toBe(darkest)
    await page.getByRole('combobox', { name: 'Where #f4ead6 goes' }).selectOption({ label: 'Left as is' })
    await expect.poll(() => colorAt(0.8)).toBe('#f4ead6')
    await page.getByRole('tab', { name: 'Touch-ups' }).click()
    await expect(page.getByTestId('picked')).toContainText('too many shapes to pick single ones')
    await page.keyboard.press('5')
    expect(await firstFile(page)).toContain(tiles.slice(0, 600).replaceAll('#2e4f7f', darkest))
  },
)

test('artwork of many shapes follows a drag from its ink map and settles in its own shapes @full', async ({ page }) => {
  await newProject(page, 'Many shapes')
  await startFrom(page, 'Artwork')
  await page
    .getByTestId('artwork-file')
    .setInputFiles({ name: 'many.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(generatedSvg(2000, 12)) })
  await expect(page.getByTestId('stage')).toContainText('many', { timeout: 30_000 })
  await page.keyboard.press('3')
  await page.getByRole('radiogroup', { name: 'Shading' }).getByRole('radio', { name: 'flat' }).click()
  await page.keyboard.press('2')
  await expect(page.getByTestId('proofs').locator('canvas').first()).toBeVisible()
  const turn = page.getByRole('slider', { name: 'Turn' })
  const settled = await shapeColors(page)
  await turn.evaluate(slider => {
    ;(slider as HTMLInputElement).value = '90'
    slider.dispatchEvent(new Event('input', { bubbles: true }))
  })
  await expect(page.getByTestId('live')).toBeVisible()
  expect(await shapeColors(page)).toEqual(settled)
  expect(await passingColors(page)).toEqual(expect.arrayContaining(await bandColors(page)))
  await turn.evaluate(slider => slider.dispatchEvent(new Event('change', { bubbles: true })))
  const turned = await recoloredFrom(page, settled)
  await turn.press('ArrowRight')
  await recoloredFrom(page, turned)
})

test('steps are reached by keys and by the track, and everything on the way has a name', async ({ page }) => {
  await openDemoCopy(page)
  for (const [key, title] of [
    ['1', 'Gather'],
    ['2', 'Compose'],
    ['3', 'Remap'],
    ['4', 'Check'],
    ['5', 'Hand over'],
  ] as const) {
    await page.keyboard.press(key)
    await expect(page.getByRole('button', { name: title })).toHaveAttribute('aria-current', 'step')
    if (title === 'Gather')
      for (const what of ['Inspiration', 'Artwork', 'References', 'Base color'] as const) {
        await startFrom(page, what)
        expect(await namelessOn(page)).toEqual([])
      }
    expect(await namelessOn(page)).toEqual([])
  }
  await page.getByRole('button', { name: 'Gather' }).click()
  await expect(page.getByTestId('gather')).toBeVisible()
  await page.getByTestId('base-field').focus()
  await page.keyboard.type('3')
  await expect(page.getByTestId('gather')).toBeVisible()
})

test('the value of a swatch in the band is copied with a click @full', async ({ page }) => {
  await openDemoCopy(page)
  const [first] = await bandColors(page)
  await page
    .getByTestId('band')
    .getByRole('button', { name: `Copy ${first}` })
    .click()
  await expect(page.getByTestId('notices')).toContainText(`Copied ${first}`)
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(first)
})
