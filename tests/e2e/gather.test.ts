import { expect, test, type Page } from '@playwright/test'
import { hsbOf } from '#core/color/convert'
import { bandColors, newProject, OURS, paintOf, saved, startFrom } from './workspace'

const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">' +
  '<rect id="ground" width="100" height="100" fill="#204060"/>' +
  '<circle id="sun" cx="50" cy="50" r="20" fill="#f0c040"/></svg>'
const file = (name: string, text: string | Buffer) => ({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) })
const choose = async (page: Page, name: string, text: string | Buffer): Promise<void> => {
  await startFrom(page, 'Artwork')
  await page.getByTestId('artwork-file').setInputFiles(file(name, text))
}

test('a base color is taken in any notation, and what is none says so and changes nothing', async ({ page }) => {
  await newProject(page, 'Notations')
  const set = async (text: string): Promise<void> => {
    await page.getByTestId('base-field').fill(text)
    await page.keyboard.press('Enter')
  }
  for (const [text, hex] of [
    ['#a1b2c3', '#a1b2c3'],
    ['teal', '#008080'],
    ['46 79 127', '#2e4f7f'],
    ['hsb(0 100 100)', '#ff0000'],
    ['cmyk(100 0 0 50)', '#008080'],
    ['oklch(0.6 0.1 250)', '#4f84ba'],
  ] as const) {
    await set(text)
    await expect.poll(async () => (await bandColors(page))[0]).toBe(hex)
  }
  await set('quite blue')
  await expect(page.getByRole('alert')).toContainText('“quite blue” is not a color')
  expect((await bandColors(page))[0]).toBe('#4f84ba')
})

test('the picker previews while dragging, settles when let go, and Escape calls it off', async ({ page }) => {
  await newProject(page, 'Picker')
  const field = page.getByRole('slider', { name: 'Saturation and brightness' })
  const box = await field.boundingBox()
  if (!box) throw new Error('There is no picker.')
  const [first] = await bandColors(page)
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width - 1, box.y + 1)
  await expect.poll(async () => hsbOf((await bandColors(page))[0] ?? '').s).toBeGreaterThan(0.97)
  expect(hsbOf((await bandColors(page))[0] ?? '').b).toBeGreaterThan(0.97)
  await page.keyboard.press('Escape')
  await expect.poll(async () => (await bandColors(page))[0]).toBe(first)
  await page.mouse.up()
  await field.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect.poll(async () => hsbOf((await bandColors(page))[0] ?? '').s - hsbOf(first ?? '').s).toBeCloseTo(0.1, 1)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await bandColors(page))[0]).toBe(first)
})

test('tints, tones, complements, names and the last colors used stand beside the base, previewed and taken @full', async ({
  page,
}) => {
  await newProject(page, 'Neighbors')
  const field = page.getByTestId('base-field')
  const base = async (): Promise<string> => (await bandColors(page))[0] ?? ''
  await field.fill('#e07a5f')
  await field.press('Enter')
  await expect.poll(base).toBe('#e07a5f')
  const near = page.getByTestId('base-neighbors')
  for (const title of ['Tints', 'Tones', 'Shades', 'Complements', 'Recently used'])
    await expect(near.getByRole('group', { name: title })).toBeVisible()
  const facing = near.getByRole('group', { name: 'Complements' }).getByRole('button').nth(1)
  const hex = (await facing.getAttribute('data-chip')) ?? ''
  await facing.hover()
  await expect.poll(base).toBe(hex)
  await page.mouse.move(5, 400)
  await expect.poll(base).toBe('#e07a5f')
  const tint = near.getByRole('group', { name: 'Tints' }).getByRole('button').nth(2)
  const light = (await tint.getAttribute('data-chip')) ?? ''
  await tint.click()
  await expect.poll(base).toBe(light)
  await near.getByRole('group', { name: 'Recently used' }).locator('[data-chip="#e07a5f"]').click()
  await expect.poll(base).toBe('#e07a5f')
  // names come by themselves: the one that is read is the one that is clicked
  const title = await near
    .getByTestId('base-name')
    .first()
    .evaluate(name => {
      ;(name as HTMLElement).click()
      return (name as HTMLElement).title
    })
  const called = /#[\da-f]{6}/.exec(title)?.[0]
  await expect.poll(base).toBe(called)
})

test('artwork is added by choosing and by dropping, shown recolored, removed and brought back', async ({ page }) => {
  await newProject(page, 'Artwork')
  await expect(page.getByTestId('stage')).toContainText('Add artwork')
  await choose(page, 'sunrise.svg', SVG)
  await expect(page.getByTestId('artwork')).toBeVisible()
  await expect(page.getByTestId('gather')).toContainText('2 inks')
  expect(await paintOf(page, '#ground')).not.toBe('rgb(32, 64, 96)')
  const band = await bandColors(page)
  const rgb = (hex: string): string => `rgb(${[1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16)).join(', ')})`
  expect(band.map(rgb)).toContain(await paintOf(page, '#ground'))

  const dropped = await page.evaluateHandle(
    text => {
      const transfer = new DataTransfer()
      transfer.items.add(new File([text], 'second.svg', { type: 'image/svg+xml' }))
      return transfer
    },
    SVG.replace('#204060', '#602040'),
  )
  for (const type of ['dragenter', 'dragover', 'drop'])
    await page.getByTestId('stage').dispatchEvent(type, { dataTransfer: dropped })
  await expect(page.getByRole('button', { name: 'Show second' })).toBeVisible()

  await page.getByRole('button', { name: 'Remove second' }).click()
  await expect(page.getByRole('button', { name: 'Show second' })).toHaveCount(0)
  await page.getByTestId('notices').getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('button', { name: 'Show second' })).toBeVisible()
  await saved(page)
  await page.reload()
  await startFrom(page, 'Artwork')
  await expect(page.getByRole('button', { name: 'Show second' })).toBeVisible()
})

test('what acts or reaches outside is taken out, with a notice, and does not run', async ({ page }) => {
  await newProject(page, 'Hostile')
  const asked: string[] = []
  page.on('request', request => {
    if (!request.url().startsWith(new URL(page.url()).origin) && !/^(blob|data):/.test(request.url()))
      asked.push(request.url())
  })
  await choose(
    page,
    'hostile.svg',
    SVG.replace(
      '<rect',
      '<script>window.hacked = 1</script><foreignObject>' +
        '<b xmlns="http://www.w3.org/1999/xhtml" onclick="x()">x</b></foreignObject>' +
        '<image href="http://example.test/x.png"/><rect onclick="window.hacked = 1" ' +
        'onload="window.hacked = 1"',
    ),
  )
  const report = page.getByTestId('report')
  await expect(report).toContainText('About “hostile.svg”')
  await expect(report.getByText('A picture outside of the file is missing.')).toBeHidden()
  await report.getByText('About “hostile.svg”').click()
  await expect(report.getByText('A picture outside of the file is missing.')).toBeVisible()
  await expect(report.getByText('Text or a form that only a web page can show is missing.').last()).toBeVisible()
  await report.getByText('Technical details').click()
  for (const words of [
    'a script',
    'a foreign object',
    'a picture from http://example.test/x.png',
    'an event handler “onclick”',
  ])
    await expect(report.getByText(words).first()).toBeVisible()
  await expect(page.getByTestId('artwork')).toBeVisible()
  await page.getByTestId('artwork').click()
  expect(await page.evaluate(() => 'hacked' in window)).toBe(false)
  expect(asked).toEqual([])
  expect(await page.getByTestId('artwork').evaluate(host => host.shadowRoot?.innerHTML ?? '')).not.toMatch(
    /script|foreignObject|onclick|example/,
  )
})

test('fourteen files at once leave one quiet line that opens; names are shown in full, as words @full', async ({
  page,
}) => {
  await newProject(page, 'Many')
  await page.getByRole('tab', { name: 'Artwork' }).click()
  const linked = SVG.replace('<rect', '<image href="http://example.test/x.png"/><rect')
  await page.getByTestId('artwork-file').setInputFiles(
    Array.from({ length: 14 }, (_, i) => ({
      name: `Burger_Linda_Kim_${i + 1}_final-version_with_a_very_long_name.ai.svg`,
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(`${i < 7 ? linked : SVG}<!-- ${i} -->`),
    })),
  )
  const report = page.getByTestId('report')
  await expect(report).toContainText('Something was removed from 7 of 14', { timeout: 60_000 })
  expect(((await report.boundingBox()) ?? { height: 999 }).height).toBeLessThan(44)
  await report.getByText('Something was removed from 7 of 14').click()
  await expect(report.getByText('A picture outside of the file is missing.')).toHaveCount(7)
  const names = page.getByText(/^Burger Linda Kim \d+ final version with a very long name$/)
  await expect(names).toHaveCount(15) // and at the foot of the stage
  const boxes = await page.locator('[aria-label^="Show Burger"]').evaluateAll(all =>
    all.map(each => {
      const [one, item] = [each.getBoundingClientRect(), each.closest('li')?.getBoundingClientRect()]
      return { right: one.right, top: one.top, left: one.left, item: item?.right ?? 0 }
    }),
  )
  boxes.forEach((box, i) => {
    expect(box.right).toBeLessThanOrEqual(box.item + 1)
    const next = boxes[i + 1]
    if (next && next.top === box.top) expect(box.right).toBeLessThanOrEqual(next.left)
  })
})

for (const [what, text, words, tag = ' @full'] of [
  ['is no SVG', 'just text', 'not an SVG'],
  ['is cut off', SVG.slice(0, 120), 'ends in the middle'],
  [
    'holds an entity bomb',
    `<!DOCTYPE svg [<!ENTITY a "${'x'.repeat(1000)}">` +
      `${[1, 2, 3, 4].map(i => `<!ENTITY a${i} "${`&a${i === 1 ? '' : i - 1};`.repeat(20)}">`).join('')}` +
      ']><svg xmlns="http://www.w3.org/2000/svg"><text>&a4;</text></svg>',
    'more text than any drawing',
    '',
  ],
  ['is empty', '', 'empty'],
] as const) {
  test(`a file that ${what} gets a plain sentence, and the project stays as it was${tag}`, async ({ page }) => {
    await newProject(page, `Bad: ${what}`)
    await choose(page, 'bad.svg', text)
    await expect(page.getByTestId('report')).toContainText('“bad.svg” was not added')
    await expect(page.getByTestId('report')).toContainText(words)
    await expect(page.getByTestId('stage')).toContainText('Add artwork')
    await choose(page, 'good.svg', SVG)
    await expect(page.getByTestId('artwork')).toBeVisible()
  })
}

test('a file of more than 20 MB is refused before it is sent, and by the server too', async ({ page }) => {
  await newProject(page, 'Large')
  const large = Buffer.alloc(21 * 1024 * 1024, 32)
  await choose(page, 'large.svg', large)
  await expect(page.getByTestId('report')).toContainText('21 MB; an SVG may have up to 20 MB')
  const answer = await page.request.post('/api/artwork?name=large.svg', {
    data: large,
    headers: { ...OURS, 'content-type': 'application/octet-stream' },
  })
  expect(answer.status()).toBe(413)
})
