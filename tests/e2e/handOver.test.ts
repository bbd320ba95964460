import { execFileSync } from 'node:child_process'
import { mkdtemp, readdir, readFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Download, type Page } from '@playwright/test'
import { unzipSync } from 'fflate'
import sharp from 'sharp'
import { readColors } from '#core/formats/read/read'
import { isAccessible } from './accessible'
import { goTo, showFiles } from './label'
import { bandColors, bring, dragTo, middleOf, newProject, offeredBy, openDemoCopy, saved, startFrom } from './workspace'

/* What leaves the house: files by the dialog, schemes out and in, gradients, the mood page. */

const bytesOf = async (download: Download): Promise<Buffer> => readFile(await download.path())
const downloaded = async (page: Page, act: () => Promise<void>): Promise<Download> => {
  const [download] = await Promise.all([page.waitForEvent('download', { timeout: 120_000 }), act()])
  return download
}
/** The pixels of a picture, straight RGBA. */
const pixelsOf = async (bytes: Buffer): Promise<{ data: Buffer; width: number; height: number }> => {
  const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  return { data, width: info.width, height: info.height }
}

test('five colorways are handed over: every file is seen before, stopped, tried again, and is what it says @full', async ({
  page,
}) => {
  test.setTimeout(240_000)
  await openDemoCopy(page, 'hand-over')
  await page.getByTestId('propose').click()
  for (let left = 5; left > 0; left--) {
    await expect(page.getByTestId('proposed')).toHaveCount(left, { timeout: 60_000 })
    await page.getByTestId('proposed').first().click()
  }
  await expect(page.getByTestId('colorway')).toHaveCount(5)
  await page.getByRole('tab', { name: 'Gradients' }).click()
  await page.getByTestId('make-gradient').click()
  await showFiles(page)
  await page.getByTestId('choose-files').click()
  const dialog = page.getByTestId('files-dialog')
  await expect(dialog.getByRole('checkbox', { name: 'As it is now' })).not.toBeChecked()
  await dialog.getByRole('checkbox', { name: 'As it is now' }).check()
  for (const name of [
    'Tailwind theme',
    'Table (CSV)',
    'Plain text',
    'Swatch sheet (SVG)',
    'Strip (PNG)',
    'With ladders',
    'Gradients as CSS',
    'Gradients as SVG',
  ])
    await dialog.getByRole('checkbox', { name, exact: true }).check()
  await isAccessible(page, '[data-test=files-dialog]')
  const closed = dialog.locator('details:not([open]) > summary')
  while (await closed.count()) await closed.first().click()
  const planned = await dialog
    .getByTestId('planned-file')
    .evaluateAll(all => all.map(each => (each as HTMLElement).dataset.path ?? ''))
  await expect(dialog.getByTestId('file-count')).toHaveText(`${planned.length - 1} files in one archive`)
  expect(planned).toContain('sheet.pdf')
  expect(planned.filter(path => path.endsWith('/artwork/poster.svg'))).toHaveLength(6)

  await dialog.getByTestId('write-files').click()
  await expect(dialog).toBeHidden()
  const job = page.getByTestId('job')
  await expect(job.getByTestId('job-words')).toContainText(/\d+ of \d+: /)
  await job.getByTestId('stop-job').click()
  await expect(job).toHaveAttribute('data-state', 'stopped')
  await expect(job.getByTestId('job-words')).toHaveText('Stopped; nothing was written')
  const download = await downloaded(page, () => job.getByTestId('retry-job').click())
  expect(download.suggestedFilename()).toBe('breezeholm-kite-festival-copy.zip')
  await expect(job.getByTestId('job-words')).toContainText(`${planned.length - 1} files`)
  await expect(page.getByTestId('notices')).toContainText('Saved breezeholm-kite-festival-copy.zip.')

  const files = unzipSync(await bytesOf(download))
  expect(Object.keys(files).sort()).toEqual([...planned].sort())
  const source = await readFile('demo/artwork/poster.svg', 'utf8')
  const bare = (svg: string): string => svg.replace(/#[\da-f]{6}/g, '#')
  const posters = planned
    .filter(path => path.endsWith('/poster.svg'))
    .map(path => Buffer.from(files[path] ?? []).toString())
  for (const poster of posters) expect(bare(poster)).toBe(bare(source))
  expect(new Set(posters).size).toBe(6)

  // the scheme of the project as it is comes back from every text format as it was, letter for letter
  const now = planned.filter(path => path.startsWith('breezeholm-kite-festival-copy/scheme/'))
  const lists = now
    .filter(path => !path.endsWith('.png'))
    .map(path => readColors(Buffer.from(files[path] ?? []).toString(), path).colors)
  expect(lists).toHaveLength(6)
  for (const list of lists) expect(list).toEqual(lists[0])
  const band = await bandColors(page)
  expect(band).toEqual(expect.arrayContaining((lists[0] ?? []).map(({ hex }) => hex)))

  // pictures are what the stage shows: the browser draws the drawing as the picture has it, but for its edges
  const png = await pixelsOf(Buffer.from(files['breezeholm-kite-festival-copy/artwork/ferry.png'] ?? []))
  const svg = Buffer.from(files['breezeholm-kite-festival-copy/artwork/ferry.svg'] ?? [])
  const view = await page.context().newPage()
  await view.setViewportSize({ width: png.width, height: png.height })
  await view.setContent(
    `<body style="margin:0"><img style="display:block" src="data:image/svg+xml;base64,${svg.toString('base64')}">`,
  )
  const shown = await pixelsOf(await view.screenshot())
  await view.close()
  let [apart, compared] = [0, 0]
  for (let y = 1; y < png.height - 1; y++)
    for (let x = 1; x < png.width - 1; x++) {
      const at = (dx: number, dy: number): number => ((y + dy) * png.width + x + dx) * 4
      const isEven = [at(1, 0), at(-1, 0), at(0, 1), at(0, -1)].every(near =>
        [0, 1, 2, 3].every(channel => png.data[near + channel] === png.data[at(0, 0) + channel]),
      )
      if (!isEven || png.data[at(0, 0) + 3] !== 255) continue
      compared++
      for (let channel = 0; channel < 3; channel++)
        apart = Math.max(apart, Math.abs((png.data[at(0, 0) + channel] ?? 0) - (shown.data[at(0, 0) + channel] ?? 0)))
    }
  expect(compared).toBeGreaterThan(png.width * png.height * 0.5)
  expect(apart).toBeLessThanOrEqual(1)

  // the sheet: its pages, its words, its fonts, what screen readers get, its colors where they stand
  const folder = await mkdtemp(join(tmpdir(), 'sheet-'))
  const pdf = join(folder, 'sheet.pdf')
  await writeFile(pdf, files['sheet.pdf'] ?? new Uint8Array())
  const run = (tool: string, ...args: string[]): string => execFileSync(tool, args, { encoding: 'utf8' })
  const info = run('pdfinfo', pdf)
  expect(info).toMatch(/Tagged:\s+yes/)
  const pages = Number(/Pages:\s+(\d+)/.exec(info)?.[1])
  expect(pages).toBeGreaterThanOrEqual(1 + 6 * 3)
  const words = run('pdftotext', '-layout', pdf, '-')
  for (const hex of band) expect(words).toContain(hex)
  expect(words).toContain('CMYK, coated paper')
  expect(words).toContain('Text on ground')
  expect(run('pdfinfo', '-struct', pdf)).toMatch(/Document[^]*H1[^]*Link[^]*Figure[^]*Table[^]*TR[^]*TH/)
  expect(
    run('pdffonts', pdf)
      .split('\n')
      .slice(2)
      .filter(Boolean)
      .every(row => / yes yes yes /.test(row)),
  ).toBe(true)
  run('pdftoppm', '-r', '72', '-png', '-f', '2', '-l', '2', pdf, join(folder, 'page'))
  const [second = ''] = (await readdir(folder)).filter(name => name.endsWith('.png'))
  const drawn = await pixelsOf(await readFile(join(folder, second)))
  const inBand = new Set<string>()
  for (let x = 0; x < drawn.width; x++) {
    const at = (Math.round(drawn.height * 0.8) * drawn.width + x) * 4
    inBand.add(`#${drawn.data.subarray(at, at + 3).toString('hex')}`)
  }
  expect(band.filter(hex => inBand.has(hex)).length).toBeGreaterThanOrEqual(band.length - 1)
  expect((files['sheet.pdf'] ?? []).length).toBeLessThan(3_000_000)
})

test('a scheme leaves in every text format, by file and clipboard, and comes back in Gather', async ({ page }) => {
  test.setTimeout(200_000)
  const colors = ['#e07a5f', '#0f6d5f', '#f7e1d7', '#22313f', '#f2c14e']
  await newProject(page, 'Out and in')
  await startFrom(page, 'Base color')
  await page.getByTestId('base-field').fill(colors.join(' '))
  await page.getByTestId('base-field').press('Enter')
  await expect.poll(() => bandColors(page)).toEqual(colors)
  await goTo(page, 'Hand over')
  await showFiles(page)
  await page.getByLabel('With ladders').check()
  const files: Array<{ name: string; buffer: Buffer }> = []
  for (const kind of ['css', 'tailwind', 'tokens', 'csv', 'text', 'sheet']) {
    await page.getByLabel('Format of the scheme').selectOption(kind)
    const download = await downloaded(page, () => page.getByTestId('download-scheme').click())
    files.push({ name: download.suggestedFilename(), buffer: await bytesOf(download) })
    await page.getByTestId('copy-scheme').click()
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(files.at(-1)?.buffer.toString())
  }
  await page.getByLabel('Format of the scheme').selectOption('strip')
  const strip = await downloaded(page, () => page.getByTestId('download-scheme').click())
  const { width, height } = await sharp(await bytesOf(strip)).metadata()
  expect([width, height]).toEqual([1600, 320])
  await page.getByTestId('copy-scheme').click()
  await expect(page.getByTestId('notices')).toContainText('Copied the scheme as a picture.')
  expect(await page.evaluate(async () => (await navigator.clipboard.read())[0]?.types)).toEqual(['image/png'])

  const names = await page
    .getByTestId('swatch')
    .evaluateAll(all => all.map(each => each.getAttribute('aria-label') ?? each.textContent))
  for (const { name, buffer } of files) {
    await newProject(page, name)
    await bring(page, 'drop', [{ name, mimeType: 'text/plain', buffer }])
    await expect.poll(() => bandColors(page), { message: name }).toEqual(colors)
    expect(
      await page
        .getByTestId('swatch')
        .evaluateAll(all => all.map(each => each.getAttribute('aria-label') ?? each.textContent)),
    ).toEqual(names)
  }
})

test('colors no artwork uses are left out and named, until they are wanted @full', async ({ page }) => {
  await newProject(page, 'Spare')
  await startFrom(page, 'Artwork')
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><rect width="9" height="9" fill="#113355"/>' +
    '<circle cx="4" cy="4" r="2" fill="#eeddcc"/></svg>'
  await page
    .getByTestId('artwork-file')
    .setInputFiles({ name: 'two.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) })
  await expect(page.getByRole('button', { name: 'Show two' })).toBeVisible()
  await goTo(page, 'Hand over')
  await showFiles(page)
  const text = page.getByTestId('scheme-text')
  await expect(page.getByTestId('left-out')).toContainText('Left out: ')
  const used = (await text.textContent())?.match(/#[\da-f]{6}/g) ?? []
  expect(used.length).toBe(2)
  await page.getByLabel('Only colors the artwork uses').uncheck()
  await expect(page.getByTestId('left-out')).toBeHidden()
  expect((await text.textContent())?.match(/#[\da-f]{6}/g)).toEqual(await bandColors(page))
})

test('a gradient is made of swatches, by hand and keys, follows them, is copied and kept @full', async ({ page }) => {
  await openDemoCopy(page, 'hand-over')
  // where nothing is yet, it is seen what will be: the present look, a page for a client, a gradient
  const empty = page.getByTestId('empty-place')
  for (const view of ['Colorways', 'Review']) {
    await page.getByRole('tab', { name: view }).click()
    await expect(empty.locator('canvas')).toBeVisible()
  }
  await page.getByRole('tab', { name: 'Gradients' }).click()
  await expect(empty).toContainText('A gradient runs between swatches')
  await expect(empty.locator('canvas')).toHaveCount(0)
  await page.getByTestId('make-gradient').click()
  await expect(empty).toHaveCount(0)
  await expect(page.getByTestId('gradient-stop')).toHaveCount(2)
  const css = page.getByTestId('gradient-css')
  const before = await css.textContent()
  const track = await page.getByTestId('gradient-track').boundingBox()
  if (!track) throw new Error('There is no track.')
  await page.mouse.click(track.x + track.width * 0.5, track.y + track.height / 2)
  await expect(page.getByTestId('gradient-stop')).toHaveCount(3)
  const third = page.getByTestId('gradient-stop').nth(2)
  const from = await middleOf(page, '[data-test=gradient-stop] >> nth=2')
  await dragTo(page, from, { x: track.x + track.width * 0.25, y: from.y })
  await expect(third).toHaveAttribute('aria-valuenow', '25')
  await third.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('ArrowLeft')
  await expect(third).toHaveAttribute('aria-valuenow', '34')
  const wears = await bandColors(page)
  await page.getByTestId('stop-color').nth(0).click()
  await expect(css).toContainText(`${wears[0]} 34%`)
  await page.getByRole('radio', { name: 'OKLCH' }).click()
  await page.getByRole('radio', { name: 'longer' }).click()
  await page.getByRole('radio', { name: 'conic' }).click()
  await expect(css).toContainText('conic-gradient(from 90deg in oklch longer hue')
  await isAccessible(page, 'main')
  await page.getByTestId('copy-gradient').click()
  const copied = await page.evaluate(() => navigator.clipboard.readText())
  expect(copied).toContain(await css.textContent())
  expect(copied.match(/background-image: conic-gradient/g)).toHaveLength(2)
  const shown = await page.getByTestId('gradient-shown').evaluate(each => getComputedStyle(each).backgroundImage)
  expect(shown).toContain('conic-gradient')
  const png = await bytesOf(await downloaded(page, () => page.getByTestId('gradient-png').click()))
  expect((await sharp(png).metadata()).width).toBe(4096)
  const svg = (await bytesOf(await downloaded(page, () => page.getByTestId('gradient-svg').click()))).toString()
  expect(svg.match(/<path/g)?.length).toBeGreaterThan(300)
  await saved(page)
  await page.reload()
  await page.getByRole('tab', { name: 'Gradients' }).click()
  await expect(css).toContainText(`${wears[0]} 34%`)
  await goTo(page, 'Compose')
  const triadic = page.locator('[data-proof=triadic]')
  const offered = await offeredBy(triadic)
  await triadic.click()
  await page.mouse.move(5, 300)
  await expect.poll(() => bandColors(page)).toEqual(offered)
  await goTo(page, 'Hand over')
  await page.getByRole('tab', { name: 'Gradients' }).click()
  const [first] = await bandColors(page)
  await expect(css).toContainText(`${first} 34%`)
  expect(await css.textContent()).not.toBe(before)
  await page.getByTestId('gradient-stop').nth(2).focus()
  await page.keyboard.press('Delete')
  await expect(page.getByTestId('gradient-stop')).toHaveCount(2)
  await page.getByTestId('delete-gradient').click()
  await expect(page.getByTestId('gradient')).toHaveCount(0)
  await page.getByTestId('notices').getByRole('button', { name: 'Undo' }).last().click()
  await expect(page.getByTestId('gradient')).toHaveCount(1)
})

test('a mood page is laid with pictures and colors, cropped by hand and keys, saved as picture and PDF @full', async ({
  page,
}) => {
  test.setTimeout(200_000)
  await openDemoCopy(page, 'hand-over')
  await page.getByRole('tab', { name: 'Mood page' }).click()
  await expect(page.getByTestId('mood-picture')).toHaveCount(3)
  // as long as nothing lies on it, arrangements show what they will look like, and each otherwise
  const drawn = page.locator('[data-test^=arrangement-] svg[viewBox]')
  await expect(drawn.locator('image')).toHaveCount(9 * 3)
  const sketches = await drawn.evaluateAll(all => all.map(({ outerHTML }) => outerHTML))
  expect(new Set(sketches).size).toBe(9)
  await expect(page.getByTestId('mood-page').locator('image')).toHaveCount(0)
  for (const place of [0, 1, 2]) await page.getByTestId('mood-picture').nth(place).click()
  await expect(page.getByTestId('mood-frame')).toHaveCount(3)
  await page.getByTestId('arrangement-quilt').click()
  await page.mouse.move(300, 20)
  const frame = page.getByTestId('mood-frame').first()
  const crop = await frame.getAttribute('data-crop')
  await frame.focus()
  for (let n = 0; n < 3; n++) await page.keyboard.press('+')
  await expect(frame).toHaveAttribute('data-crop', /1\.33$/)
  const box = await frame.boundingBox()
  if (!box) throw new Error('There is no frame.')
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  await dragTo(page, middle, { x: middle.x + 30, y: middle.y + 12 })
  await expect.poll(() => frame.getAttribute('data-crop')).not.toBe(crop)
  const moved = await frame.getAttribute('data-crop')
  expect(Number(moved?.split(' ')[0])).toBeLessThan(0.5)
  await page.getByRole('radio', { name: 'story' }).click()
  await page.getByRole('radio', { name: 'circles' }).click()
  const colors = await bandColors(page)
  await expect(page.getByTestId('mood-page').locator('circle')).toHaveCount(colors.length)
  await isAccessible(page, 'main')
  const png = await bytesOf(await downloaded(page, () => page.getByTestId('mood-png').click()))
  const picture = await pixelsOf(png)
  expect([picture.width, picture.height]).toEqual([1080, 1920])
  const there = new Set<string>()
  for (let p = 0; p < picture.data.length; p += 4) there.add(`#${picture.data.subarray(p, p + 3).toString('hex')}`)
  for (const hex of colors) expect([...there]).toContain(hex)
  const pdf = join(await mkdtemp(join(tmpdir(), 'mood-')), 'mood.pdf')
  await writeFile(pdf, await bytesOf(await downloaded(page, () => page.getByTestId('mood-pdf').click())))
  expect(execFileSync('pdfinfo', [pdf], { encoding: 'utf8' })).toMatch(/Page size:\s+1080 x 1920/)
  expect(execFileSync('pdfimages', ['-list', pdf], { encoding: 'utf8' }).trim().split('\n').length - 2).toBe(3)
  await page.getByTestId('copy-mood').click()
  await expect(page.getByTestId('notices')).toContainText('Copied the mood page as a picture.')
  await saved(page)
  await page.reload()
  await page.getByRole('tab', { name: 'Mood page' }).click()
  await expect(page.getByTestId('mood-frame').first()).toHaveAttribute('data-crop', moved ?? '')
})

test('the sheet is seen as it will leave, says when it is of an earlier state, and artwork is copied @full', async ({
  page,
}) => {
  await openDemoCopy(page, 'hand-over')
  await page.getByRole('tab', { name: 'Sheet' }).click()
  const pages = page.getByTestId('sheet-pages')
  await expect(pages).toBeVisible({ timeout: 60_000 })
  const size = (): Promise<number[]> =>
    pages.evaluate((each: HTMLImageElement) => [each.naturalWidth, each.naturalHeight])
  await expect.poll(async () => (await size())[0]).toBe(1684)
  expect((await size())[1]).toBe(1190 * 3)
  const leads = page.getByTestId('sheet-page')
  await expect(leads).toHaveCount(3)
  await expect(leads.first()).toHaveAttribute('aria-current', 'page')
  for (const place of [2, 1, 0]) {
    await leads.nth(place).click()
    await expect(leads.nth(place)).toHaveAttribute('aria-current', 'page')
    await expect.poll(() => page.getByTestId('sheet-stage').evaluate(({ scrollTop }) => scrollTop > 0)).toBe(place > 0)
  }
  const first = await pages.getAttribute('src')
  await isAccessible(page, 'main')
  await goTo(page, 'Compose')
  await page.locator('[data-proof=square]').click()
  await page.mouse.move(5, 300)
  await goTo(page, 'Hand over')
  await expect(pages).not.toHaveAttribute('src', first ?? '', { timeout: 60_000 })
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByText('has changed since these pages were drawn')).toBeVisible()
  const pdf = await bytesOf(await downloaded(page, () => page.getByTestId('sheet-pdf').click()))
  expect(pdf.subarray(0, 8).toString()).toBe('%PDF-1.7')

  await showFiles(page)
  const copy = async (what: string): Promise<void> => {
    await page.getByTestId('copy-Badge').click()
    await page.getByRole('menuitem', { name: what }).click()
  }
  await copy('Copy as SVG')
  await expect(page.getByTestId('notices')).toContainText('Copied Badge as SVG.')
  expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(/^<svg /)
  await copy('Copy as a picture')
  await expect(page.getByTestId('notices')).toContainText('Copied Badge as a picture.')
  expect(await page.evaluate(async () => (await navigator.clipboard.read())[0]?.types)).toEqual(['image/png'])
  await expect(page.getByTestId('job')).toHaveCount(0)
})
