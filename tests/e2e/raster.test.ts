import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import { canvas, aside, pixelsOf, colorAt, apart, hasColor, farthest, point, showLoft, withWebGL } from './onStage'
import { bandColors, bring, dragTo, middleOf, newProject, openDemoCopy, saved, startFrom } from './workspace'
import { showFiles } from './label'

/** A project of its own with the loft in a quarter of its size: WebGL without a graphics card is slow. Its address. */
const smallLoft = async (page: Page): Promise<string> => {
  await newProject(page, 'Small loft')
  await startFrom(page, 'Artwork')
  await page.getByTestId('artwork-file').setInputFiles({
    name: 'loft.png',
    mimeType: 'image/png',
    buffer: await sharp('demo/artwork/kite-loft.png').resize(320, 240).png().toBuffer(),
  })
  await expect(canvas(page)).toBeVisible()
  await page.keyboard.press('3')
  await expect(page.getByTestId('ribbons')).toBeVisible()
  await aside(page)
  return page.url()
}
const SUN = [0.335, 0.27] as const
const art = (size: number, opacity = 1): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}" viewBox="0 0 100 100"><` +
  `rect width="100" height="100" fill="#f2e6d0" opacity="${opacity}"/><circle cx="50" cy="50" ` +
  'r="30" fill="#c8402a"/><path d="M20 90H80" stroke="#24486e" stroke-width="6"/></svg>'

test('zoomed in, a large picture is shown in its own size, with its touch-ups; fitted, at the size of the stage @full', async ({
  page,
}) => {
  await newProject(page, 'Large picture')
  await startFrom(page, 'Artwork')
  await page.getByTestId('artwork-file').setInputFiles({
    name: 'large.png',
    mimeType: 'image/png',
    buffer: await sharp(Buffer.from(art(2400)))
      .png()
      .toBuffer(),
  })
  await expect(canvas(page)).toBeVisible()
  await page.keyboard.press('3')
  await expect(page.getByTestId('ribbons')).toBeVisible()
  await expect(page.getByTestId('detail')).toHaveCount(0)
  const detail = page.getByTestId('detail')
  const middle = (): Promise<string> =>
    detail.evaluate(element => {
      const { width, height } = element as HTMLCanvasElement
      const [r, g, b] = (element as HTMLCanvasElement).getContext('2d')?.getImageData(width >> 1, height >> 1, 1, 1)
        .data ?? [0, 0, 0]
      return `#${[r, g, b].map(value => (value ?? 0).toString(16).padStart(2, '0')).join('')}`
    })
  await page.getByRole('button', { name: 'Zoom in' }).click({ clickCount: 8, delay: 30 })
  await expect(detail).toBeVisible()
  const before = await middle()
  expect(apart(before, await colorAt(page, 0.5, 0.5))).toBeLessThan(2)
  const [box, frame] = [await detail.boundingBox(), await page.getByTestId('picture').boundingBox()]
  const pixels = await detail.evaluate(element => (element as HTMLCanvasElement).width)
  expect(pixels / (box?.width ?? 1) / (1280 / (frame?.width ?? 1))).toBeGreaterThan(1.5)

  await page.getByRole('tab', { name: 'Touch-ups' }).click()
  await page.getByTestId('stage').click({ position: { x: 360, y: 320 } })
  await page.getByRole('list', { name: 'Swatches with their ladders' }).getByRole('button').last().click()
  await page.mouse.move(360, 20)
  await expect(page.getByTestId('touches')).toContainText('1 area')
  await expect.poll(async () => ((await detail.count()) ? middle() : '')).not.toBe(before)
  await hasColor(page, [0.5, 0.5], await middle())
  const worn = await middle()
  await page.getByRole('button', { name: 'Fit the artwork' }).click()
  await expect(detail).toHaveCount(0)

  await saved(page)
  const home = await (await page.request.get(`/api/projects/${page.url().split('/')[4]}/preview`)).text()
  const { data, info } = await sharp(Buffer.from(/base64,([^"]*)/.exec(home)?.[1] ?? '', 'base64'))
    .raw()
    .toBuffer({ resolveWithObject: true })
  const at = ((info.height >> 1) * info.width + (info.width >> 1)) * info.channels
  expect(
    apart(worn, `#${[...data.subarray(at, at + 3)].map(value => value.toString(16).padStart(2, '0')).join('')}`),
  ).toBeLessThan(3)
})

test('a picture is remapped live, the same by the graphics card as by the worker; ribbons and spotlight work on it', async ({
  page,
}) => {
  await withWebGL(page, true)
  const id = await smallLoft(page)
  await expect(canvas(page)).toHaveAttribute('data-painted-by', 'gl')
  const before = await pixelsOf(page)
  const inks = page.locator('[data-ink]')
  expect(await inks.count()).toBeGreaterThan(10)
  await inks.first().hover()
  await expect.poll(async () => farthest(before, await pixelsOf(page))).toBeGreaterThan(20)
  await aside(page)
  await expect.poll(async () => farthest(before, await pixelsOf(page))).toBe(0)
  const sun = await point(page, ...SUN)
  await page.mouse.move(sun.x, sun.y)
  await expect(page.locator('.ink.lit')).toHaveAttribute('data-ink', '#e7ae3f')
  await page.keyboard.down('o')
  await hasColor(page, SUN, '#e7ae3f')
  await page.keyboard.up('o')
  await page.getByRole('radiogroup', { name: 'Shading' }).getByRole('radio', { name: 'flat' }).click()
  await page.getByTestId('ribbons').locator('[data-ink="#e7ae3f"]').focus()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem').first().press('Enter')
  await aside(page)
  await page.locator('body').evaluate(() => (document.activeElement as HTMLElement).blur())
  await hasColor(page, SUN, (await bandColors(page))[0] ?? '')
  await page.getByRole('radiogroup', { name: 'Shading' }).getByRole('radio', { name: 'relative' }).click()
  await aside(page)
  await saved(page)
  const card = await pixelsOf(page)

  await withWebGL(page, false)
  await page.goto(id)
  await expect(canvas(page)).toHaveAttribute('data-painted-by', 'pixels')
  await expect.poll(async () => farthest(card, await pixelsOf(page))).toBeLessThanOrEqual(2) // each rounds for itself
})

test('areas are picked with a reach and touched up; a swatch let go on one colors it; all is there after a reload @full', async ({
  page,
}) => {
  const id = await openDemoCopy(page, 'remap')
  await showLoft(page)
  await page.getByRole('tab', { name: 'Touch-ups' }).click()
  const sun = await point(page, ...SUN)
  await page.mouse.click(sun.x, sun.y)
  await expect(page.getByTestId('picked')).toHaveText('1 area selected')
  await expect(page.getByTestId('picked-areas')).toBeVisible()
  await page.getByRole('button', { name: 'Same ink' }).click()
  await expect
    .poll(async () => Number((await page.getByTestId('picked').textContent())?.match(/\d+/)?.[0]))
    .toBeGreaterThan(2)
  await page.getByRole('button', { name: 'None' }).click()
  await page.mouse.click(sun.x, sun.y)
  const shades = page.locator('[data-paint="s2"]')
  await shades.hover()
  await hasColor(page, SUN, (await bandColors(page))[1] ?? '')
  await shades.click()
  await aside(page)
  await hasColor(page, SUN, (await bandColors(page))[1] ?? '')
  await expect(page.getByTestId('touches')).toContainText('1 area')
  await page.getByRole('button', { name: 'None' }).click()

  const wall = await point(page, 0.5, 0.7)
  await page.mouse.click(wall.x, wall.y)
  const sizeOf = (): Promise<number> =>
    page.getByTestId('picked-areas').evaluate(element => {
      const { width, height } = element as HTMLCanvasElement
      return (
        (element as HTMLCanvasElement)
          .getContext('2d')
          ?.getImageData(0, 0, width, height)
          .data.filter((value, i) => i % 4 === 3 && value).length ?? 0
      )
    })
  const near = await sizeOf()
  await page.getByRole('slider', { name: 'Reach' }).fill('60')
  await expect.poll(sizeOf).toBeGreaterThan(near * 1.2)
  await page.getByRole('slider', { name: 'Reach' }).fill('12')
  await page.getByTestId('stage').focus()
  await page.keyboard.press('PageDown')
  await expect(page.getByTestId('picked')).toHaveText('1 area selected')
  await page.getByRole('button', { name: 'None' }).click()

  const lamp = [0.545, 0.19] as const
  await dragTo(page, await middleOf(page, '[data-swatch-id=s4]'), await point(page, ...lamp))
  await aside(page)
  await hasColor(page, lamp, (await bandColors(page))[3] ?? '')
  await expect(page.getByTestId('touches').getByRole('listitem')).toHaveCount(2)
  await saved(page)
  await page.goto(`/project/${id}/remap`)
  await showLoft(page)
  await hasColor(page, lamp, (await bandColors(page))[3] ?? '')
  await hasColor(page, SUN, (await bandColors(page))[1] ?? '')
})

test('PNG, JPEG and WebP come in as artwork and go out in full size with their alpha, without a halo of the old colors @full', async ({
  page,
}) => {
  await newProject(page, 'Pictures')
  await startFrom(page, 'Artwork')
  const clear = await sharp(Buffer.from(art(2000, 0)))
    .png()
    .toBuffer()
  const files = [
    { name: 'mark.png', mimeType: 'image/png', buffer: clear },
    {
      name: 'photo.jpg',
      mimeType: 'image/jpeg',
      buffer: await sharp(Buffer.from(art(600)))
        .flatten()
        .jpeg({ quality: 92 })
        .toBuffer(),
    },
    {
      name: 'web.webp',
      mimeType: 'image/webp',
      buffer: await sharp(Buffer.from(art(600)))
        .webp({ lossless: true })
        .toBuffer(),
    },
  ]
  await page.getByTestId('artwork-file').setInputFiles(files.slice(0, 1))
  await expect(page.getByRole('button', { name: 'Show mark' })).toBeVisible()
  await bring(page, 'drop', files.slice(1))
  await expect(page.getByRole('button', { name: 'Show web' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Show photo' })).toBeVisible()
  await expect(page.getByTestId('report')).toBeHidden()
  await page.keyboard.press('3')
  await page.getByRole('button', { name: 'Show mark' }).click()
  await expect(page.locator('[data-ink]')).toHaveCount(2)
  await page.getByRole('radiogroup', { name: 'Shading' }).getByRole('radio', { name: 'flat' }).click()
  const targets = await page.locator('[data-ribbon]').count()
  expect(targets).toBe(2)
  await page.keyboard.press('5')
  await showFiles(page)
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByTestId('png-mark').click()])
  expect(file.suggestedFilename()).toBe('mark.png')
  const chunks: Buffer[] = []
  for await (const chunk of await file.createReadStream()) chunks.push(chunk as Buffer)
  const [out, source] = await Promise.all(
    [Buffer.concat(chunks), clear].map(bytes => sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true })),
  )
  if (!out || !source) throw new Error('There is no picture.')
  expect([out.info.width, out.info.height]).toEqual([2000, 2000])
  const band = (await bandColors(page)).map(hex => [1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16)))
  let [alpha, strange] = [0, 0]
  for (let i = 0; i < out.data.length; i += 4) {
    if (out.data[i + 3] !== source.data[i + 3]) alpha++
    if (
      (out.data[i + 3] ?? 0) > 8 &&
      !band.some(color => color.every((value, n) => Math.abs(value - (out.data[i + n] ?? 0)) <= 24))
    )
      strange++
  }
  expect(alpha).toBe(0)
  expect(strange).toBeLessThan(40)
})

test('a picture of 100 megapixels, one that is broken and one that is clear all over get a sentence or come in empty', async ({
  page,
}) => {
  await newProject(page, 'Awkward pictures')
  await startFrom(page, 'Artwork')
  const huge = await sharp({ create: { width: 10_000, height: 10_000, channels: 3, background: '#336699' } })
    .png({ compressionLevel: 9 })
    .toBuffer()
  const good = await sharp(Buffer.from(art(300)))
    .png()
    .toBuffer()
  await page.getByTestId('artwork-file').setInputFiles([
    { name: 'huge.png', mimeType: 'image/png', buffer: huge },
    {
      name: 'large.png',
      mimeType: 'image/png',
      buffer: await sharp({ create: { width: 4000, height: 4000, channels: 3, background: '#336699' } })
        .png()
        .toBuffer(),
    },
    { name: 'cut.png', mimeType: 'image/png', buffer: good.subarray(0, good.length >> 1) },
    {
      name: 'clear.png',
      mimeType: 'image/png',
      buffer: await sharp({
        create: { width: 50, height: 50, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } },
      })
        .png()
        .toBuffer(),
    },
  ])
  const report = page.getByTestId('report')
  await expect(report).toContainText('The picture has 100 megapixels', { timeout: 60_000 })
  await expect(page.getByRole('button', { name: 'Show large' })).toBeVisible({ timeout: 60_000 })
  await expect(report).toContainText('“cut.png” was not added')
  await expect(report).toContainText('It is completely transparent.')
  await page.getByRole('button', { name: 'Show clear', exact: true }).click()
  await page.keyboard.press('3')
  await expect(page.getByTestId('remap')).toContainText('This artwork has no colors to remap.')
})
