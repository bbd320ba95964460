import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import { bandColors, newProject, paintOf, saved, startFrom } from './workspace'
import { firstFile } from './label'

/* Pictures within a drawing, and colors that only feed a computation: left, or recolored, as chosen. */

const SUN = '#e8a23c'
const picture = async (): Promise<string> =>
  (
    await sharp(
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="200">' +
          `<rect width="200" height="200" fill="#1d5c63"/><circle cx="100" cy="100" r="60" fill="${SUN}"/><` +
          '/svg>',
      ),
    )
      .png()
      .toBuffer()
  ).toString('base64')
const drawing = async (): Promise<string> =>
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 200"><mask id="m">' +
  '<rect id="veil" width="400" height="200" fill="#dddddd"/></mask>' +
  '<rect width="400" height="200" fill="#f4ead6"/>' +
  '<rect x="220" y="20" width="160" height="160" fill="#7a2f45" mask="url(#m)"/>' +
  `<image x="0" y="0" width="200" height="200" href="data:image/png;base64,${await picture()}"/><` +
  '/svg>'

/** The color on the screen at a part of the artwork's width and height. */
const colorAt = async (page: Page, x: number, y: number): Promise<string> => {
  const { data, info } = await sharp(await page.getByTestId('artwork').screenshot())
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const at = (Math.floor(y * info.height) * info.width + Math.floor(x * info.width)) * 3
  return `#${[...data.subarray(at, at + 3)].map(value => value.toString(16).padStart(2, '0')).join('')}`
}
const hasColor = (page: Page, place: readonly [number, number], wanted: string): Promise<void> =>
  expect.poll(() => colorAt(page, ...place)).toBe(wanted)
const DISC = [0.25, 0.5] as const
const inkLines = (page: Page) => page.getByTestId('ink-lines')
const lineOf = (page: Page, hex: string) => page.locator(`[data-line="${hex}"]`)

/** A project with the drawing, in the list of inks. */
const given = async (page: Page, name: string): Promise<void> => {
  await newProject(page, name)
  await startFrom(page, 'Artwork')
  await page
    .getByTestId('artwork-file')
    .setInputFiles({ name: 'postcard.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(await drawing()) })
  await expect(page.getByTestId('report')).toContainText('A picture within the file is left as it is.')
  await expect(page.getByTestId('report')).toContainText('In Remap, under Inks')
  await page.keyboard.press('3')
  await page.getByRole('tab', { name: 'Inks' }).click()
  await expect(lineOf(page, '#f4ead6')).toBeVisible()
}

test(
  'a picture within a drawing is left until it is asked for; then its inks join, follow the ' +
    'scheme, show what they are, and are written',
  async ({ page }) => {
    await given(page, 'Postcard')
    await expect(lineOf(page, SUN)).toHaveCount(0)
    await hasColor(page, DISC, SUN)
    await page.getByText('2 things are left as they are').click()
    await expect(page.getByTestId('file-notes')).toContainText('Masks, clip paths, lights')
    await page.getByTestId('also-pictures').check()
    await expect(lineOf(page, SUN)).toBeVisible()
    await expect(lineOf(page, '#1d5c63')).toBeVisible()
    await expect(page.getByTestId('file-notes')).not.toContainText('A picture within')
    await page.getByRole('tab', { name: 'Ribbons' }).click()
    await page.getByRole('radiogroup', { name: 'Shading' }).getByRole('radio', { name: 'flat' }).click()
    await page.getByRole('tab', { name: 'Inks' }).click()

    const [worn = ''] = await bandColors(page)
    await page.getByRole('combobox', { name: 'Where #1d5c63 goes' }).selectOption({ label: 'Left as is' })
    await hasColor(page, [0.03, 0.06], '#1d5c63')
    await page.getByRole('combobox', { name: `Where ${SUN} goes` }).selectOption({ index: 0 })
    await page.mouse.move(360, 20)
    await hasColor(page, DISC, worn)

    await page.getByTestId('artwork').hover({ position: { x: 160, y: 160 } })
    await expect(inkLines(page).locator('.line.lit')).toHaveCount(1)
    await expect(inkLines(page).locator('.line.lit [data-line]')).toHaveAttribute('data-line', SUN)
    await lineOf(page, SUN).hover()
    await expect.poll(() => colorAt(page, 0.03, 0.06)).not.toBe('#1d5c63')
    await page.mouse.move(360, 20)
    await hasColor(page, [0.03, 0.06], '#1d5c63')
    await page.keyboard.down('o')
    await hasColor(page, DISC, SUN)
    await page.keyboard.up('o')
    await hasColor(page, DISC, worn)

    await saved(page)
    await page.reload()
    await hasColor(page, DISC, worn)
    await page.keyboard.press('5')
    const written = await firstFile(page)
    expect(written.replace(/base64,[^"]*/, '').replace(/#[\da-f]{6}/g, '')).toBe(
      (await drawing()).replace(/base64,[^"]*/, '').replace(/#[\da-f]{6}/g, ''),
    )
    const pixels = await sharp(Buffer.from(/base64,([^"]*)/.exec(written)?.[1] ?? '', 'base64'))
      .raw()
      .toBuffer({ resolveWithObject: true })
    const middle = (100 * pixels.info.width + 100) * pixels.info.channels
    expect(
      `#${[...pixels.data.subarray(middle, middle + 3)].map(value => value.toString(16).padStart(2, '0')).join('')}`,
    ).toBe(worn)

    await page.keyboard.press('3')
    await page.getByTestId('also-pictures').uncheck()
    await hasColor(page, DISC, SUN)
    await expect(lineOf(page, SUN)).toHaveCount(0)
    await page.getByRole('button', { name: /^Undo/ }).click()
    await hasColor(page, DISC, worn)
    await expect(page.getByTestId('also-pictures')).toBeChecked()
  },
)

test('a pointer on a color of a picture within a drawing lights its ink, also where there is no map to look it up in @full', async ({
  page,
}) => {
  await page.route('**/api/artwork/*/map', route => route.fulfill({ status: 204 }))
  await given(page, 'Pointed at')
  await page.getByTestId('also-pictures').check()
  await expect(lineOf(page, SUN)).toBeVisible()
  const lit = (hex: string) => page.locator('.line.lit').filter({ has: lineOf(page, hex) })
  const over = async ([x, y]: readonly [number, number]): Promise<void> => {
    const box = await page.getByTestId('artwork').boundingBox()
    if (!box) throw new Error('There is no artwork.')
    await page.mouse.move(box.x + box.width * x, box.y + box.height * y)
  }
  // the picture is read when it is first pointed at
  await expect
    .poll(async () => {
      await over([0.03, 0.06])
      await over(DISC)
      return lit(SUN).count()
    })
    .toBe(1)
  await over([0.03, 0.06])
  await expect(lit('#1d5c63')).toHaveCount(1)
  await expect(lit(SUN)).toHaveCount(0)
  await over([0.52, 0.5])
  await expect(lit('#f4ead6')).toHaveCount(1)
})

test('masks and lights are recolored where that is asked for, in the artwork alone that asks @full', async ({
  page,
}) => {
  await given(page, 'Veiled')
  await expect(lineOf(page, '#dddddd')).toHaveCount(0)
  expect(await paintOf(page, '#veil')).toBe('rgb(221, 221, 221)')
  await page.getByTestId('also-computed').check()
  await expect(lineOf(page, '#dddddd')).toBeVisible()
  await page.getByRole('combobox', { name: 'Where #dddddd goes' }).selectOption({ index: 0 })
  await expect.poll(() => paintOf(page, '#veil')).not.toBe('rgb(221, 221, 221)')
  await page.getByTestId('also-computed').uncheck()
  await expect.poll(() => paintOf(page, '#veil')).toBe('rgb(221, 221, 221)')
  await page.getByRole('tab', { name: 'Set' }).click()
  await expect(page.getByTestId('tray')).toContainText('2 inks · 2 notes')
})

test('the color that a color matrix makes for a shadow is an ink where that is asked for: shown, sent, written as numbers @full', async ({
  page,
}) => {
  const matrix = (rgb: string): string => `0 0 0 0 ${rgb.split(' ').join(' 0 0 0 0 ')} 0 0 0 1 0`
  const poster =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 200">' +
    '<filter id="f" x="-2" y="-1" width="5" height="3" color-interpolation-filters="sRGB">' +
    `<feOffset in="SourceAlpha" dx="200"/><feColorMatrix values="${matrix('0.2 0.4 0.6')}"/></filter>` +
    '<rect width="400" height="200" fill="#f4ead6"/>' +
    '<rect x="20" y="20" width="160" height="160" fill="#7a2f45" filter="url(#f)"/></svg>'
  await newProject(page, 'Shadowed')
  await startFrom(page, 'Artwork')
  await page
    .getByTestId('artwork-file')
    .setInputFiles({ name: 'shadow.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(poster) })
  await expect(page.getByTestId('report')).toContainText('color matrix')
  await page.keyboard.press('3')
  await page.getByRole('radiogroup', { name: 'Shading' }).getByRole('radio', { name: 'flat' }).click()
  await page.getByRole('tab', { name: 'Inks' }).click()
  const SHADE = '#336699'
  await hasColor(page, [0.7, 0.5], SHADE)
  await expect(lineOf(page, SHADE)).toHaveCount(0)
  await page.getByTestId('also-computed').check()
  await expect(lineOf(page, SHADE)).toBeVisible()
  await page.getByRole('combobox', { name: `Where ${SHADE} goes` }).selectOption({ index: 0 })
  await page.mouse.move(400, 20)
  const [first = ''] = await bandColors(page)
  await hasColor(page, [0.7, 0.5], first)
  await saved(page)

  await page.getByRole('button', { name: 'Hand over', exact: true }).click()
  const written = await firstFile(page)
  const numbers = [1, 3, 5].map(at =>
    String(Math.round((parseInt(first.slice(at, at + 2), 16) / 255) * 10_000) / 10_000),
  )
  expect(written).toContain(`values="${matrix(numbers.join(' '))}"`)
})

test('where the server does not answer, nothing changes and a notice says so @full', async ({ page }) => {
  await given(page, 'Unanswered')
  await page.route('**/also', route => route.abort())
  await page.getByTestId('also-pictures').click()
  await expect(page.getByText('The server isn’t responding.')).toBeVisible()
  await expect(page.getByTestId('also-pictures')).not.toBeChecked()
  await expect(lineOf(page, SUN)).toHaveCount(0)
  await page.unroute('**/also')
  await page.getByTestId('also-pictures').check()
  await expect(lineOf(page, SUN)).toBeVisible()
})
