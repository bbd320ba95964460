import { expect, test } from '@playwright/test'
import { deltaE } from '#core/color/difference'
import { bandColors, bring, newProject, openDemoCopy, restingColors, saved, startFrom } from './workspace'

const text = (name: string, content: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(content) })

test.describe('lists of colors', () => {
  test('a pasted text becomes swatches at once, with their names; one color becomes the base', async ({ page }) => {
    await newProject(page, 'Pasted')
    await bring(
      page,
      'paste',
      [],
      'Dear team, our colors are:\n- Harbor blue: #2e4f7f\n- Sand — rgb(217, 191, 155)\nCoral  #d45d48  C0 M56 Y66 K17\nThanks!',
    )
    await expect.poll(() => bandColors(page)).toEqual(['#2e4f7f', '#d9bf9b', '#d45d48'])
    for (const name of ['Harbor blue', 'Sand', 'Coral']) await expect(page.getByTestId('band')).toContainText(name)
    await bring(page, 'paste', [], 'C64 M38 Y0 K50')
    await expect.poll(async () => (await bandColors(page))[0]).toBe('#2e4f80')
    expect((await bandColors(page)).length).toBeGreaterThan(3)
    await page.keyboard.press('Control+z')
    await expect.poll(() => bandColors(page)).toEqual(['#2e4f7f', '#d9bf9b', '#d45d48'])
    await bring(page, 'paste', [], 'There is nothing of the kind in here.')
    await expect(page.getByTestId('notices')).toContainText('No colors were found in the pasted text')
    expect(await bandColors(page)).toEqual(['#2e4f7f', '#d9bf9b', '#d45d48'])
  })

  test('a list typed into the base field becomes swatches too @full', async ({ page }) => {
    await newProject(page, 'Typed')
    await page.getByTestId('base-field').fill('#264653 #2a9d8f #e9c46a')
    await page.keyboard.press('Enter')
    await expect.poll(() => bandColors(page)).toEqual(['#264653', '#2a9d8f', '#e9c46a'])
  })

  for (const [what, file, colors, name] of [
    ['CSS', text('brand.css', ':root { --color-harbor: #2e4f7f; --sand: #d9bf9b; }'), ['#2e4f7f', '#d9bf9b'], 'harbor'],
    [
      'design tokens',
      text(
        'brand.tokens.json',
        JSON.stringify({
          brand: {
            $type: 'color',
            harbor: { $value: '#2e4f7f' },
            sand: { $value: { colorSpace: 'srgb', components: [0.851, 0.749, 0.608] } },
          },
        }),
      ),
      ['#2e4f7f', '#d9bf9b'],
      'harbor',
    ],
    ['CSV', text('brand.csv', 'name,hex\nHarbor,#2e4f7f\nSand,#d9bf9b'), ['#2e4f7f', '#d9bf9b'], 'Harbor'],
    [
      'a swatch sheet',
      {
        name: 'sheet.svg',
        mimeType: 'image/svg+xml',
        buffer: Buffer.from(
          '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 50">' +
            '<rect width="40" height="40" fill="#2e4f7f"/><text x="2" y="46">Harbor</text>' +
            '<rect x="50" width="40" height="40" fill="#d9bf9b"/></svg>',
        ),
      },
      ['#2e4f7f', '#d9bf9b'],
      'Harbor',
    ],
    ['a plain list', text('brand.txt', '#2e4f7f\tHarbor\n#d9bf9b\tSand\n'), ['#2e4f7f', '#d9bf9b'], 'Harbor'],
  ] as const) {
    test(`${what} dropped anywhere is read into swatches, which say where they came from @full`, async ({ page }) => {
      await newProject(page, `List: ${what}`)
      await bring(page, 'drop', [file])
      await expect.poll(() => bandColors(page)).toEqual([...colors])
      await expect(page.getByTestId('band')).toContainText(name)
      await page.getByTestId('swatch').first().click()
      await expect(page.getByTestId('origin')).toContainText(file.name)
    })
  }

  test('the source of an SVG that is pasted becomes artwork @full', async ({ page }) => {
    await newProject(page, 'Pasted SVG')
    await bring(
      page,
      'paste',
      [],
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path fill="#204060" d="M0 0h9v9z"/>' +
        '<path fill="#f0c040" d="M0 0h4v9z"/></svg>',
    )
    await expect(page.getByTestId('artwork')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Show Pasted artwork' })).toBeVisible()
  })

  test('a swatch sheet can be taken as artwork instead; a file without colors says so @full', async ({ page }) => {
    await newProject(page, 'Sheet')
    await bring(page, 'drop', [
      {
        name: 'sheet.svg',
        mimeType: 'image/svg+xml',
        buffer: Buffer.from(
          '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 50">' +
            '<rect width="40" height="40" fill="#2e4f7f"/>' +
            '<rect x="50" width="40" height="40" fill="#d9bf9b"/></svg>',
        ),
      },
    ])
    await page.getByRole('button', { name: 'Add as artwork' }).click()
    await expect(page.getByTestId('artwork')).toBeVisible()
    await bring(page, 'drop', [text('notes.txt', 'no color here')])
    await expect(page.getByTestId('report')).toContainText('No colors were found in it')
  })
})

test('a color is lifted from the screen where the browser can, and the button is hidden where it cannot', async ({
  page,
  browser,
}) => {
  await page.addInitScript(() => {
    Object.assign(window, {
      EyeDropper: class {
        open = () => Promise.resolve({ sRGBHex: '#3b7a57' })
      },
    })
  })
  await newProject(page, 'Lifted')
  await startFrom(page, 'Base color')
  await page.getByRole('button', { name: 'Pick a color from the screen' }).click()
  await expect.poll(async () => (await bandColors(page))[0]).toBe('#3b7a57')
  const without = await browser.newPage()
  await without.addInitScript(() => Reflect.deleteProperty(window, 'EyeDropper'))
  await newProject(without, 'Not lifted')
  await startFrom(without, 'Base color')
  await expect(without.getByTestId('base-field')).toBeVisible()
  await expect(without.getByRole('button', { name: 'Pick a color from the screen' })).toHaveCount(0)
  await without.close()
})

test('the inks of the artwork become the scheme, or one of them the base', async ({ page }) => {
  await openDemoCopy(page)
  await page.keyboard.press('1')
  await startFrom(page, 'Base color')
  await page.getByRole('button', { name: 'Use its inks as the scheme' }).click()
  await expect.poll(async () => (await bandColors(page)).length).toBeGreaterThan(5)
  const scheme = await bandColors(page)
  expect(scheme[0]).toBe('#222a52')
  await page.getByTestId('swatch').first().click()
  await expect(page.getByTestId('origin')).toContainText('An ink of “Poster”')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Use #d45d48 as base' }).click()
  await expect.poll(async () => (await bandColors(page))[0]).toBe('#d45d48')
})

test.describe('the inspiration shelf', () => {
  const schemes = '[data-test=inspiration-scheme]'
  const colorsOf = async (page: Parameters<typeof bandColors>[0], place: number): Promise<string[]> =>
    (await page.locator(schemes).nth(place).getAttribute('data-colors'))?.split(',') ?? []

  test('is searched by words, by a color, by what fits the locked swatches', async ({ page }) => {
    await openDemoCopy(page)
    await page.keyboard.press('1')
    await startFrom(page, 'Inspiration')
    await expect(page.getByTestId('inspiration')).toContainText('180 schemes')
    await page.getByTestId('inspiration-words').fill('lighthouse quiet')
    await expect(page.locator(schemes)).toHaveCount(1)
    await expect(page.locator(schemes)).toContainText('lighthouse')
    await page.getByTestId('inspiration-words').fill('')
    await page.getByTestId('inspiration-near').fill('forestgreen')
    await expect
      .poll(async () => Math.min(...(await colorsOf(page, 0)).map(hex => deltaE(hex, '#228b22'))))
      .toBeLessThan(14)
    await page.getByTestId('inspiration-near').fill('')
    await page.getByTestId('swatch').first().focus()
    await page.keyboard.press('l')
    const [locked] = await bandColors(page)
    await page.getByLabel('Fits the locked swatches').check()
    await expect
      .poll(async () => Math.min(...(await colorsOf(page, 0)).map(hex => deltaE(hex, locked as string))))
      .toBeLessThan(17)
    await page.getByTestId('inspiration-words').fill('nothing like this')
    await expect(page.getByTestId('inspiration')).toContainText('No matches')
  })

  test('gives a scheme as it is, as base, or blended in; pointing previews it', async ({ page }) => {
    await openDemoCopy(page)
    await page.keyboard.press('1')
    await startFrom(page, 'Inspiration')
    await page.getByTestId('inspiration-words').fill('lighthouse quiet')
    await expect(page.locator(schemes)).toHaveCount(1)
    const [before, worn, offered] = [await bandColors(page), await restingColors(page), await colorsOf(page, 0)]
    await page.locator(schemes).hover()
    await expect(page.getByTestId('live')).toBeVisible() // what passes by is painted over the artwork's own shapes
    expect(await bandColors(page)).not.toEqual(before)
    await page.getByTestId('stage').hover()
    await expect(page.getByTestId('live')).toHaveCount(0)
    expect(await restingColors(page)).toEqual(worn)

    await page.locator(schemes).click()
    await page.getByRole('button', { name: 'Blend 50%' }).click()
    await page.getByTestId('stage').hover()
    const half = await bandColors(page)
    expect(half).toHaveLength(before.length)
    expect(half).not.toEqual(before)
    await page.getByRole('button', { name: 'Use as is' }).click()
    await expect.poll(() => bandColors(page)).toEqual(offered)
    await page.getByRole('button', { name: 'As base' }).click()
    await expect.poll(async () => (await bandColors(page))[0]).toBe(offered[0])
    await expect.poll(() => bandColors(page)).not.toEqual(offered)
    await saved(page)
  })

  for (const [behavior, words] of [
    ['down', 'The inspiration service does not answer'],
    ['empty', 'No matches'],
  ] as const) {
    test(`when the service is ${behavior}, a message says so, and asking again helps${behavior === 'down' ? '' : ' @full'}`, async ({
      page,
    }) => {
      await newProject(page, `Service ${behavior}`)
      await page.route('**/api/inspiration?*', route =>
        route.continue({ url: `${route.request().url()}&as=${behavior}` }),
      )
      await startFrom(page, 'Inspiration')
      await expect(page.getByTestId('inspiration')).toContainText(words)
      await page.unroute('**/api/inspiration?*')
      if (behavior === 'down') await page.getByRole('button', { name: 'Try again' }).click()
      else await page.getByTestId('inspiration-words').fill('harbor')
      await expect(page.locator(schemes).first()).toBeVisible()
    })
  }

  test('when the service is slow, a message says so, and the request can be canceled @full', async ({ page }) => {
    await newProject(page, 'Service slow')
    await page.route('**/api/inspiration?*', route => route.continue({ url: `${route.request().url()}&as=slow` }))
    await startFrom(page, 'Inspiration')
    await expect(page.getByTestId('inspiration')).toContainText('The inspiration service is slow to respond')
    await page.getByRole('button', { name: 'Cancel' }).click()
    await expect(page.getByTestId('inspiration')).toContainText('The search was canceled')
  })
})
