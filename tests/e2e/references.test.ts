import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import { deltaE } from '#core/color/difference'
import { labOf } from '#core/color/convert'
import { palette, photo, plain } from './pictures'
import {
  OURS,
  bandColors,
  bring,
  dragTo,
  newProject,
  openDemoCopy,
  restingColors,
  saved,
  startFrom,
  type FileLike,
} from './workspace'

const add = async (page: Page, ...files: FileLike[]): Promise<void> => {
  await startFrom(page, 'References')
  await page.getByTestId('reference-file').setInputFiles(files)
}
const strip = (page: Page, title: string) => page.getByTestId(`strip-${title}`)
const boxOf = async (page: Page, id: string): Promise<{ x: number; y: number; width: number; height: number }> => {
  const box = await page.getByTestId(id).boundingBox()
  if (!box) throw new Error(`There is no ${id}.`)
  return box
}
const swatch = (page: Page, place: number) => page.getByTestId('swatch').nth(place)
const chroma = (hex: string): number => Math.hypot(labOf(hex).a, labOf(hex).b)
const mean = (hexes: readonly string[], of: (hex: string) => number): number =>
  hexes.reduce((sum, hex) => sum + of(hex), 0) / hexes.length

test('a dropped picture becomes a scheme at once, is kept, and can be undone', async ({ page }) => {
  await newProject(page, 'Dropped')
  const before = await bandColors(page)
  await bring(page, 'drop', [await photo()])
  await expect(page.getByTestId('picture')).toBeVisible()
  await expect.poll(() => bandColors(page)).not.toEqual(before)
  const scheme = await bandColors(page)
  expect(scheme).toHaveLength(5)
  scheme.forEach((one, i) => scheme.slice(i + 1).forEach(other => expect(deltaE(one, other)).toBeGreaterThanOrEqual(7)))
  await expect(page.locator('[data-test^=sample-]')).toHaveCount(5)
  await saved(page)
  await page.reload()
  await expect.poll(() => bandColors(page)).toEqual(scheme)
  await expect(page.locator('[data-test^=sample-]')).toHaveCount(5)
})

test('a palette with JPEG noise gives its exact five colors, the margin taking no place', async ({ page }) => {
  await newProject(page, 'Palette')
  const { file, colors } = await palette()
  await bring(page, 'paste', [file])
  await expect.poll(() => bandColors(page)).toEqual(colors)
  await expect(page.getByTestId('references')).toContainText('palette')
})

test('count, distance and lean bend the extraction while dragging; it rests where it began @full', async ({ page }) => {
  await newProject(page, 'Bent')
  await add(page, await photo())
  await expect(page.locator('[data-test^=sample-]')).toHaveCount(5)
  const rest = await bandColors(page)
  const pad = await boxOf(page, 'lean')
  const [x, y] = [pad.x + pad.width / 2, pad.y + pad.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + pad.width * 0.45, y, { steps: 6 })
  await expect.poll(async () => mean(await bandColors(page), chroma)).toBeGreaterThan(mean(rest, chroma) + 0.005)
  await page.keyboard.press('Escape')
  await expect.poll(() => bandColors(page)).toEqual(rest)
  await page.mouse.up()
  await dragTo(page, { x, y }, { x, y: pad.y + 4 })
  await expect
    .poll(async () => mean(await bandColors(page), hex => labOf(hex).l))
    .toBeGreaterThan(mean(rest, hex => labOf(hex).l) + 0.01)
  await expect(page.getByTestId('lean')).toHaveAttribute('aria-valuetext', /light$/)
  await page.getByRole('button', { name: 'Lean Reset' }).click()
  await expect.poll(() => bandColors(page)).toEqual(rest)
  await page.getByTestId('lean').focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await expect.poll(async () => mean(await bandColors(page), chroma)).toBeLessThan(mean(rest, chroma))
  await page.keyboard.press('Control+z')
  await expect.poll(() => bandColors(page)).toEqual(rest)

  await page.getByRole('radio', { name: 'Faithful' }).click()
  await expect.poll(() => bandColors(page)).not.toEqual(rest)
  const faithful = await bandColors(page)
  const vivid = (all: string[]): number => Math.min(...all.map(hex => deltaE(hex, '#ff3b1f'))) // the spot of a thousandth
  expect(vivid(rest)).toBeLessThan(10)
  await page.keyboard.press('Control+z')
  await expect.poll(() => bandColors(page)).toEqual(rest)
  await page.keyboard.press('Control+Shift+z')
  await expect.poll(() => bandColors(page)).toEqual(faithful)
  await expect(page.getByRole('radio', { name: 'Faithful' })).toBeChecked()
  await saved(page)
  await page.reload()
  await page.getByRole('tab', { name: 'References' }).click()
  await expect(page.getByRole('radio', { name: 'Faithful' })).toBeChecked()
  await page.getByRole('radio', { name: 'By eye' }).click()
  await expect.poll(() => bandColors(page)).toEqual(rest)

  await page.getByRole('textbox', { name: 'Colors' }).fill('9')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await bandColors(page)).length).toBe(9)
  await page.getByRole('radio', { name: 'Wide' }).click()
  await expect
    .poll(async () => {
      const now = await bandColors(page)
      return Math.min(...now.flatMap((one, i) => now.slice(i + 1).map(other => deltaE(one, other))))
    })
    .toBeGreaterThanOrEqual(12)
})

test('samples are dragged under a loupe, moved by keys, widened, added, removed and snapped back', async ({ page }) => {
  await newProject(page, 'Samples')
  await add(page, await photo())
  const samples = page.locator('[data-test^=sample-]')
  await expect(samples).toHaveCount(5)
  const found = await bandColors(page)
  const picture = await boxOf(page, 'picture')
  const spot = (part: { x: number; y: number }): { x: number; y: number } => ({
    x: picture.x + picture.width * part.x,
    y: picture.y + picture.height * part.y,
  })
  const first = await samples.first().boundingBox()
  if (!first) throw new Error('There is no sample.')
  const from = { x: first.x + 13, y: first.y + 13 }
  const to = spot({ x: 100 / 600, y: 80 / 400 }) // the vivid spot
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 5 })
  await expect(page.getByTestId('loupe')).toHaveAttribute('data-hex', '#ff3b1f')
  await expect.poll(async () => (await bandColors(page))[0]).toBe('#ff3b1f')
  await page.mouse.up()
  await expect(page.getByTestId('loupe')).toHaveCount(0)
  await expect.poll(async () => (await bandColors(page))[0]).toBe('#ff3b1f')

  await samples.first().focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowRight')
  await expect.poll(async () => (await bandColors(page))[0]).not.toBe('#ff3b1f')
  await expect(page.getByTestId('loupe')).toBeVisible()
  const besides = (await bandColors(page))[0]
  await page.getByRole('slider', { name: 'Width of the sampled patch' }).fill('100')
  await expect.poll(async () => (await bandColors(page))[0]).not.toBe(besides)

  const besideAll = spot({ x: 520 / 600, y: 350 / 400 })
  await page.mouse.click(besideAll.x, besideAll.y)
  await expect(samples).toHaveCount(6)
  expect(await bandColors(page)).toHaveLength(6)
  await samples.last().focus()
  await page.keyboard.press('Delete')
  await expect(samples).toHaveCount(5)
  await page.getByRole('button', { name: 'Add sample' }).press('Enter')
  await expect(samples).toHaveCount(6)
  await page.keyboard.press('Control+z')
  await expect(samples).toHaveCount(5)
  await page.getByRole('button', { name: 'Reset samples', exact: true }).click()
  await expect.poll(() => bandColors(page)).toEqual(found)
  await expect(page.getByRole('button', { name: 'Reset samples', exact: true })).toBeDisabled()
})

test('a swatch says where it came from; edited by hand its tie is cut, and can be tied again @full', async ({
  page,
}) => {
  await newProject(page, 'Ties')
  await add(page, await photo('evening.png'))
  await expect(page.locator('[data-test^=sample-]')).toHaveCount(5)
  const found = await bandColors(page)
  await swatch(page, 1).click()
  const card = page.getByTestId('swatch-card')
  await expect(card.getByTestId('origin')).toContainText('Sampled from “evening”')
  await card.getByLabel('Color of the swatch in any notation').fill('teal')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await bandColors(page))[1]).toBe('#008080')
  await expect(card.getByTestId('origin')).toContainText('edited by hand: no longer connected')
  await expect(
    page.getByTestId('band').getByLabel('Edited by hand: no longer connected to where it came from'),
  ).toBeVisible()
  await card.getByRole('button', { name: 'Reconnect' }).click()
  await expect.poll(() => bandColors(page)).toEqual(found)
  await page.keyboard.press('Escape')
  await expect(card).toHaveCount(0)
})

test('locked swatches stay while the rest is extracted and pulled into a harmony; one is made the base @full', async ({
  page,
}) => {
  await newProject(page, 'Harmony')
  await add(page, await photo())
  await expect(page.locator('[data-test^=sample-]')).toHaveCount(5)
  const found = await bandColors(page)
  await swatch(page, 2).focus()
  await page.keyboard.press('l')
  await expect(page.getByTestId('swatch').and(page.locator('[aria-label*=locked]'))).toHaveCount(1)
  await page.getByTestId('pull-kind').selectOption('complementary')
  await page.getByRole('slider', { name: 'Amount' }).fill('100')
  await expect.poll(() => bandColors(page)).not.toEqual(found)
  expect((await bandColors(page))[2]).toBe(found[2])
  await page.getByRole('slider', { name: 'Amount' }).fill('0')
  await expect.poll(() => bandColors(page)).toEqual(found)

  await page.getByRole('textbox', { name: 'Colors' }).fill('4')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await bandColors(page)).length).toBe(4)
  expect((await bandColors(page))[0]).toBe(found[2])
  const now = await bandColors(page)
  await swatch(page, 3).click()
  await page.getByTestId('swatch-card').getByRole('button', { name: 'Make base' }).click()
  await expect.poll(() => bandColors(page)).toEqual([now[3], now[0], now[1], now[2]])
  await page.keyboard.press('Escape')
  await startFrom(page, 'Base color')
  await expect(page.getByTestId('base-field')).toHaveValue(now[3] as string)
})

test('a region narrows the extraction; the map shows what each swatch stands for @full', async ({ page }) => {
  await newProject(page, 'Region')
  await add(page, await photo())
  await expect(page.locator('[data-test^=sample-]')).toHaveCount(5)
  const whole = await bandColors(page)
  const picture = await boxOf(page, 'picture')
  await page.getByRole('button', { name: 'Mark a region' }).click()
  await dragTo(
    page,
    { x: picture.x + picture.width * 0.75, y: picture.y + 6 },
    { x: picture.x + picture.width - 6, y: picture.y + picture.height * 0.5 },
  )
  await expect(page.getByTestId('region')).toBeVisible()
  await expect
    .poll(async () => mean(await bandColors(page), hex => labOf(hex).l))
    .toBeGreaterThan(mean(whole, hex => labOf(hex).l) + 0.1)
  await page.getByRole('button', { name: 'Whole picture' }).click()
  await expect.poll(() => bandColors(page)).toEqual(whole)

  await page.getByRole('button', { name: 'Mark a region' }).press('Enter')
  await page.getByRole('button', { name: 'The center' }).press('Enter')
  await expect.poll(() => bandColors(page)).not.toEqual(whole)
  const middle = await boxOf(page, 'region')
  await page.getByTestId('region').focus()
  await page.keyboard.press('ArrowRight')
  await expect.poll(async () => (await boxOf(page, 'region')).x).toBeGreaterThan(middle.x + 3)
  await page.keyboard.press('Shift+ArrowLeft')
  await expect.poll(async () => (await boxOf(page, 'region')).width).toBeLessThan(middle.width - 3)
  await page.getByRole('button', { name: 'Whole picture' }).click()
  await expect.poll(() => bandColors(page)).toEqual(whole)

  await page.getByRole('button', { name: 'Map', exact: true }).click()
  const map = page.getByTestId('map')
  const seen = (): Promise<string[]> =>
    map.evaluate(canvas => {
      const { width, height } = canvas as HTMLCanvasElement
      const data = (canvas as HTMLCanvasElement).getContext('2d')?.getImageData(0, 0, width, height).data ?? []
      const colors = new Set<string>()
      for (let i = 0; i < data.length; i += 4)
        colors.add(
          `#${[data[i], data[i + 1], data[i + 2]].map(value => (value ?? 0).toString(16).padStart(2, '0')).join('')}`,
        )
      return [...colors].sort()
    })
  await expect.poll(seen).toEqual([...whole].sort())
})

test('several pictures lie on a board, each with its scheme in the artwork, and all together', async ({ page }) => {
  await openDemoCopy(page)
  await page.keyboard.press('1')
  await startFrom(page, 'References')
  const board = page.getByTestId('board')
  await expect(board.getByRole('button')).toHaveCount(3)
  for (const title of ['Harbor at dusk', 'Folded kite fabric', 'Weathered hull', 'All together'])
    await expect(strip(page, title).locator('i')).toHaveCount(5)

  const [before, worn] = [await bandColors(page), await restingColors(page)]
  await page.getByTestId('use-Weathered hull').hover()
  await expect(page.getByTestId('live')).toBeVisible() // what passes by is painted over the artwork's own shapes
  expect(await bandColors(page)).not.toEqual(before)
  await page.getByTestId('stage').hover()
  await expect(page.getByTestId('live')).toHaveCount(0)
  expect(await restingColors(page)).toEqual(worn)
  expect(await bandColors(page)).toEqual(before)
  await page.getByTestId('use-All together').click()
  await expect
    .poll(() => bandColors(page))
    .toEqual((await strip(page, 'All together').getAttribute('data-colors'))?.split(','))

  const tile = await boxOf(page, 'tile-Harbor at dusk')
  await dragTo(page, { x: tile.x + 40, y: tile.y + 40 }, { x: tile.x + 140, y: tile.y + 100 })
  await expect.poll(async () => Math.round((await boxOf(page, 'tile-Harbor at dusk')).x - tile.x)).toBe(100)
  await page.keyboard.press('ArrowLeft')
  await expect.poll(async () => (await boxOf(page, 'tile-Harbor at dusk')).x - tile.x).toBeLessThan(98)
  await page.getByRole('button', { name: 'Tidy up' }).click()
  await expect.poll(async () => Math.round((await boxOf(page, 'tile-Harbor at dusk')).x - tile.x)).toBe(0)

  await page.getByTestId('tile-Harbor at dusk').dblclick()
  await page.getByLabel('Name of the reference').fill('Dusk')
  await page.keyboard.press('Enter')
  await expect(strip(page, 'Dusk')).toBeVisible()
  await page.getByRole('button', { name: 'Remove', exact: true }).click()
  await expect(board.getByRole('button')).toHaveCount(2)
  await page
    .getByTestId('notices')
    .getByText('off the board')
    .locator('..')
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(board.getByRole('button')).toHaveCount(3)
  await saved(page)
  await page.reload()
  await expect(board.getByRole('button')).toHaveCount(3)
})

test('what is no picture, or is broken, clear, plain or too large, gets a sentence, and the rest goes on', async ({
  page,
}) => {
  await newProject(page, 'Bad pictures')
  const good = await photo('good.png')
  const cut = { ...(await photo('cut.png')), buffer: (await photo()).buffer.subarray(0, 900) }
  await add(
    page,
    { name: 'not.png', mimeType: 'image/png', buffer: Buffer.from('text') },
    cut,
    await plain('clear.png', { r: 0, g: 0, b: 0, alpha: 0 }),
    good,
  )
  const report = page.getByTestId('report')
  await expect(report).toContainText('“not.png” was not added')
  await expect(report).toContainText('not a PNG, JPEG, WebP or GIF picture')
  await expect(report).toContainText('“cut.png” was not added')
  await expect(strip(page, 'good').locator('i')).toHaveCount(5)
  await expect(page.getByTestId('use-clear')).toBeDisabled()
  await page.getByTestId('reference-file').setInputFiles(await plain('one.png', '#7a4a1f'))
  await expect(strip(page, 'one')).toHaveAttribute('data-colors', '#7a4a1f')
  const still = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#2e6a74' } })
    .gif()
    .toBuffer()
  await page.getByTestId('reference-file').setInputFiles({ name: 'still.gif', mimeType: 'image/gif', buffer: still })
  await expect(strip(page, 'still').locator('i')).toHaveCount(1)
  await page
    .getByTestId('reference-file')
    .setInputFiles({ name: 'film.tiff', mimeType: 'image/tiff', buffer: Buffer.from('II*') })
  await expect(report).toContainText('PNG, JPEG, WebP or GIF; save it as one of those')
  const answer = await page.request.post('/api/pictures?name=x.png', {
    data: Buffer.alloc(101 * 1024 * 1024),
    headers: { ...OURS, 'content-type': 'application/octet-stream' },
  })
  expect(answer.status()).toBe(413)
})

test('a picture that cannot be sent says so, loses nothing and is sent again; one on its way is called off', async ({
  page,
}) => {
  await newProject(page, 'Slow')
  await page.route('**/api/pictures?*', route => route.abort())
  await add(page, await photo())
  await expect(page.getByTestId('report')).toContainText('The server isn’t responding')
  await page.unroute('**/api/pictures?*')
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.locator('[data-test^=sample-]')).toHaveCount(5)

  await page.route('**/api/pictures?*', async route => {
    await new Promise(resolve => setTimeout(resolve, 4000))
    await route.continue().catch(() => {})
  })
  await page.getByTestId('reference-file').setInputFiles(await photo('second.png'))
  await expect(page.getByTestId('incoming')).toContainText('second.png')
  await page.getByTestId('incoming').getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByTestId('incoming')).toHaveCount(0)
  await expect(page.locator('[data-test^=strip-]')).toHaveCount(1)
})
