import { expect, test, type Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { unzipSync } from 'fflate'
import { isAccessible } from './accessible'
import { bandColors, newProject, openDemoCopy, OURS, saved, startFrom } from './workspace'

/** Words of this run alone: the tests share a database. */
const word = (): string => `w${Math.random().toString(36).slice(2, 9)}`

const setBase = async (page: Page, text: string): Promise<void> => {
  await startFrom(page, 'Base color')
  await page.getByTestId('base-field').fill(text)
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await bandColors(page))[0]).toBe(text)
}

const putOnShelf = async (page: Page, name: string, tags = ''): Promise<void> => {
  await startFrom(page, 'Shelf')
  await page.getByTestId('put-on-shelf').click()
  await page.getByTestId('shelf-name').fill(name)
  await page.getByTestId('shelf-tags').fill(tags)
  await page.getByTestId('shelf-put').click()
  await expect(page.getByTestId('notices')).toContainText(`“${name}” is on the shelf.`)
  await expect(page.getByTestId('shelf-dialog')).toBeHidden()
}

const found = (page: Page, name: string) => page.getByTestId('shelf-scheme').filter({ hasText: name })

test('a scheme is put on the shelf and found from another project by half a word, tag, folder and color', async ({
  page,
}) => {
  const mine = word()
  await newProject(page, 'Terracotta house')
  await setBase(page, '#e07a5f')
  const colors = await bandColors(page)
  await startFrom(page, 'Shelf')
  await page.getByTestId('put-on-shelf').click()
  await page.getByTestId('shelf-name').fill(`Warm ${mine}`)
  await page.getByTestId('shelf-tags').fill(`${mine}tag, Warm, warm`)
  await page.getByLabel('Note').fill('For the bakery')
  await page.getByLabel('Folder', { exact: true }).last().selectOption({ label: 'New folder…' })
  await page.getByLabel('Name of the new folder').fill(`Clients ${mine}`)
  await page.getByTestId('shelf-put').click()
  await expect(page.getByTestId('notices')).toContainText('is on the shelf')
  await setBase(page, '#0f6d5f')
  await putOnShelf(page, `Sea ${mine}`)
  await saved(page)

  await newProject(page, 'Another house')
  await startFrom(page, 'Shelf')
  await page.getByTestId('shelf-words').fill(mine.slice(0, 6))
  await expect(found(page, `Warm ${mine}`)).toBeVisible()
  await expect(page.getByTestId('shelf-total')).toHaveText('2 schemes')
  await page.getByTestId('shelf-words').fill(`${mine} baker`)
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')
  await page.getByTestId('shelf-words').fill(mine)
  await page.getByTestId('shelf-near').fill('#447d3e') // the first scheme has a green, the other none
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')
  await page.getByTestId('shelf-near').fill(`${colors[0]}, ${colors[1]}`)
  await expect(found(page, `Warm ${mine}`)).toBeVisible()
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')
  await page.getByTestId('shelf-near').fill('')
  await page.getByTestId('shelf-folder').selectOption({ label: `Clients ${mine} (1)` })
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')
  await page.getByLabel('Tag', { exact: true }).selectOption({ label: `${mine}tag (1)` })
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')

  const warm = found(page, `Warm ${mine}`)
  await expect(warm).toHaveAttribute('data-colors', colors.join())
  await warm.click()
  await page.getByRole('button', { name: 'Use as is' }).click()
  await page.mouse.move(5, 5)
  await expect.poll(() => bandColors(page)).toEqual(colors)

  // its first swatch is locked: what holds it is itself, what fits it begins with itself
  await page.getByTestId('shelf-folder').selectOption('all')
  await page.getByLabel('Tag', { exact: true }).selectOption('')
  await page.getByTestId('swatch').first().focus()
  await page.keyboard.press('l')
  for (const how of ['holds', 'fits']) {
    await page.getByTestId('shelf-locked').selectOption(how)
    await expect(page.getByTestId('shelf-scheme').first()).toContainText(`Warm ${mine}`)
  }
})

test('a scheme that was used is saved over, or as a new one; what it was is kept', async ({ page, request }) => {
  const mine = word()
  await newProject(page, 'Over')
  await setBase(page, '#e07a5f')
  await putOnShelf(page, `First ${mine}`)
  await setBase(page, '#2e4f7f')
  await startFrom(page, 'Shelf')
  await page.getByTestId('put-on-shelf').click()
  await page.getByTestId('save-over').click()
  await expect(page.getByTestId('notices')).toContainText(`Saved over “First ${mine}”`)
  await page.getByTestId('shelf-words').fill(mine)
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')
  await expect(found(page, `First ${mine}`)).toHaveAttribute('data-colors', /^#2e4f7f/)
  const page1 = (await (await request.get(`/api/shelf?words=${mine}`)).json()) as { schemes: Array<{ id: string }> }
  const versions = (await (await request.get(`/api/shelf/${page1.schemes[0]?.id}/versions`)).json()) as Array<{
    version: number
    swatches: Array<{ hex: string }>
  }>
  expect(versions.map(({ version, swatches }) => [version, swatches[0]?.hex])).toEqual([[1, '#e07a5f']])

  await found(page, `First ${mine}`).click()
  await page.getByTestId('shelf-versions').getByRole('button', { name: 'Restore' }).click()
  await expect(page.getByTestId('notices')).toContainText('is back to its earlier version')
  await expect(found(page, `First ${mine}`)).toHaveAttribute('data-colors', /^#e07a5f/)
  await expect(page.getByTestId('shelf-versions').getByRole('listitem')).toHaveCount(2)
})

test('several are tagged, moved and taken off at once, each with its way back @full', async ({ page }) => {
  const mine = word()
  await newProject(page, 'Several')
  for (const [name, hex] of [
    ['One', '#e07a5f'],
    ['Two', '#0f6d5f'],
    ['Three', '#2e4f7f'],
  ] as const) {
    await setBase(page, hex)
    await putOnShelf(page, `${name} ${mine}`)
  }
  await page.getByTestId('shelf-words').fill(mine)
  await expect(page.getByTestId('shelf-total')).toHaveText('3 schemes')
  for (const name of ['One', 'Two']) {
    await page.getByLabel(`Select ${name} ${mine}`).check()
  }
  await page.getByLabel('Tag for the selected schemes').fill(`Pair ${mine}`)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('notices')).toContainText('Tagged 2 schemes')
  await page.getByTestId('shelf-words').fill(`pair ${mine}`)
  await expect(page.getByTestId('shelf-total')).toHaveText('2 schemes')
  await page.getByRole('button', { name: 'Take off the shelf' }).click()
  await expect(page.getByTestId('notices')).toContainText('2 schemes were taken off the shelf.')
  await expect(page.getByTestId('shelf-total')).toHaveText('0 schemes')
  await page.getByTestId('notices').getByRole('button', { name: 'Undo' }).last().click()
  await expect(page.getByTestId('shelf-total')).toHaveText('2 schemes')
  await page.getByTestId('shelf-words').fill(mine)
  await expect(page.getByTestId('shelf-total')).toHaveText('3 schemes')
})

test('schemes come from the band, the trail, a colorway and a reference, and say where they came from @full', async ({
  page,
  request,
}) => {
  const mine = word()
  await openDemoCopy(page, 'compose')
  const put = async (name: string): Promise<void> => {
    await page.getByTestId('shelf-name').fill(`${name} ${mine}`)
    await page.getByTestId('shelf-put').click()
    await expect(page.getByTestId('shelf-dialog')).toBeHidden()
  }
  await page.getByTestId('band-shelf').click()
  await put('Band')
  const band = await bandColors(page)
  await page.locator('[data-proof="square"]').click()
  await page.locator('[data-proof="analogous"]').click()
  await expect(page.getByTestId('state').nth(1)).toBeVisible()
  await page.getByTestId('state').nth(1).click()
  await page.getByTestId('trail-shelf').click()
  await put('Trail')
  await page.getByTestId('state').last().click()
  await page.keyboard.press('5')
  await page.getByTestId('freeze').click()
  await page.getByRole('button', { name: /What to do with/ }).click()
  await page.getByRole('menuitem', { name: 'Put on the shelf…' }).click()
  await put('Colorway')
  await page.keyboard.press('1')
  await startFrom(page, 'References')
  await page.getByTestId('reference-shelf').first().click()
  await isAccessible(page, '[data-test=shelf-dialog]')
  await put('Reference')
  const { schemes } = (await (await request.get(`/api/shelf?words=${mine}&order=name`)).json()) as {
    schemes: Array<{
      name: string
      origin: { kind: string; project: { name: string } }
      swatches: Array<{ hex: string }>
    }>
  }
  expect(schemes.map(({ origin }) => [origin.kind, origin.project.name.startsWith('Breezeholm')])).toEqual([
    ['band', true],
    ['colorway', true],
    ['reference', true],
    ['trail', true],
  ])
  expect(schemes[0]?.swatches.map(({ hex }) => hex).sort()).toEqual([...band].sort())
  expect(new Set(schemes.map(({ swatches }) => JSON.stringify(swatches.map(({ hex }) => hex)))).size).toBe(4)
})

test('files in every form become schemes, with a report; several are saved as files that read back the same @full', async ({
  page,
}) => {
  const mine = word()
  await page.goto('/')
  await expect(page.getByTestId('shelf')).toBeVisible()
  const text = (name: string, content: string, mimeType = 'text/plain') => ({
    ...{ name: `${name} ${mine}`, mimeType },
    buffer: Buffer.from(content),
  })
  const png = readFileSync('demo/references/folded-kite-fabric.jpg')
  await page.getByTestId('shelf-files').setInputFiles([
    { ...text('plain.txt', '#e07a5f #3d405b'), name: `plain ${mine}.txt` },
    { ...text('vars.css', ':root { --sea: #0f6d5f; --sand: #efe6c8; }'), name: `vars ${mine}.css` },
    { ...text('table.csv', 'name,hex\nRust,#a63d2f\nSnow,#fafafa'), name: `table ${mine}.csv` },
    {
      ...text(
        't',
        JSON.stringify({ sky: { $type: 'color', $value: '#87b5d9' }, dusk: { $type: 'color', $value: '#2b3a67' } }),
      ),
      name: `tokens ${mine}.json`,
    },
    { name: `picture ${mine}.jpg`, mimeType: 'image/jpeg', buffer: png },
    {
      name: `drawing ${mine}.svg`,
      mimeType: 'image/svg+xml',
      buffer: readFileSync('demo/artwork/pictogram-ferry.svg'),
    },
    { ...text('nothing', 'No colors in here'), name: `nothing ${mine}.txt` },
    { name: `broken ${mine}.png`, mimeType: 'image/png', buffer: Buffer.from('no picture') },
  ])
  await expect(page.getByTestId('notices')).toContainText('6 schemes are on the shelf.', { timeout: 60_000 })
  const report = page.getByTestId('report')
  await expect(report).toContainText(`“nothing ${mine}.txt” was not added`)
  await expect(report).toContainText(`“broken ${mine}.png” was not added`)
  await page.getByTestId('home-words').fill(mine)
  await expect(page.getByTestId('shelf-total')).toHaveText('6 schemes')
  await isAccessible(page)
  for (const name of ['plain', 'vars', 'table']) await page.getByLabel(`Select ${name} ${mine}`).check()
  await page.getByRole('button', { name: 'Save as…' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Plain text' }).click(),
  ])
  const files = unzipSync(readFileSync(await download.path()))
  expect(Object.keys(files).sort()).toEqual(['plain', 'table', 'vars'].map(name => `${name}-${mine}.txt`))
  expect(Buffer.from(files[`vars-${mine}.txt`] ?? []).toString()).toContain('#0f6d5f')
  await page
    .getByTestId('notices')
    .getByRole('listitem')
    .filter({ hasText: '6 schemes' })
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(page.getByTestId('shelf-total')).toHaveText('0 schemes')
})

test('Home finds projects and schemes by the same words; a scheme is seen on artwork and begins a project @full', async ({
  page,
}) => {
  await page.goto('/')
  await expect(page.getByTestId('project-card').first()).toBeVisible()
  await page.getByTestId('home-words').fill('lighthou')
  await expect(found(page, 'Lighthouse').first()).toBeVisible()
  await expect(page.getByTestId('project-card')).toHaveCount(0)
  await expect(page.getByRole('main')).toContainText('No project matches “lighthou”.')
  await page.getByTestId('on-artwork').check()
  await expect(page.getByTestId('seen-on').first().locator('canvas, svg, img').first()).toBeVisible()
  await found(page, 'Lighthouse').first().click()
  await page.getByTestId('start-with').click()
  await expect(page.getByTestId('project-name')).toHaveText('Lighthouse')
  await expect.poll(() => bandColors(page)).toEqual(['#f6f3ea', '#c2392b', '#22313f', '#8fa7b3', '#e3b23c'])
  await page.request.delete(`/api/projects/${page.url().split('/').at(-2)}`, { headers: OURS })
  await page.goto('/')
  await page.getByTestId('home-words').fill('wayfind')
  await expect(page.getByTestId('project-card').filter({ hasText: 'Harbor wayfinding' }).first()).toBeVisible()
  await expect(found(page, 'Net menders').first()).toBeVisible()
})

test('folders are made, renamed and taken away; a scheme that was changed in another window is not overwritten unseen @full', async ({
  page,
  context,
  request,
}) => {
  const mine = word()
  await newProject(page, 'Folders')
  await startFrom(page, 'Shelf')
  const folders = page.getByTestId('folders')
  await folders.click()
  await page.getByRole('menuitem', { name: 'New folder…' }).click()
  await page.getByTestId('folder-name').fill(`Clients ${mine}`)
  await page.getByTestId('folder-done').click()
  await expect(page.getByTestId('shelf-folder')).toContainText(`Clients ${mine} (0)`)
  await page
    .getByTestId('shelf-files')
    .setInputFiles([{ name: `Inside ${mine}.txt`, mimeType: 'text/plain', buffer: Buffer.from('#e07a5f #3d405b') }])
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')
  await folders.click()
  await page.getByRole('menuitem', { name: /^Rename/ }).click()
  await page.getByTestId('folder-name').fill(`Bakery ${mine}`)
  await page.getByTestId('folder-done').click()
  await expect(page.getByTestId('shelf-folder')).toContainText(`Bakery ${mine} (1)`)
  await folders.click()
  await page.getByRole('menuitem', { name: /^Remove “/ }).click()
  await expect(page.getByTestId('notices')).toContainText('its schemes stay on the shelf')
  await expect(page.getByTestId('shelf-folder')).not.toContainText(`Bakery ${mine}`)
  await page.getByTestId('shelf-words').fill(mine)
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')

  // used here and in another window, saved over there first
  const use = async (where: Page): Promise<void> => {
    await startFrom(where, 'Shelf')
    await where.getByTestId('shelf-words').fill(mine)
    await found(where, `Inside ${mine}`).click()
    await where.getByRole('button', { name: 'Use as is' }).click()
    await where.mouse.move(5, 5)
  }
  await use(page)
  const other = await context.newPage()
  await newProject(other, 'Other window')
  await use(other)
  for (const [where, hex] of [
    [other, '#0f6d5f'],
    [page, '#2e4f7f'],
  ] as const) {
    await setBase(where, hex)
    await where.getByTestId('band-shelf').click()
    await where.getByTestId('save-over').click()
  }
  const conflict = page.getByTestId('shelf-conflict')
  await expect(conflict).toContainText('was changed elsewhere since it was used here. Nothing was saved.')
  const now = async () =>
    (
      (await (await request.get(`/api/shelf?words=${mine}`, { headers: OURS })).json()) as {
        schemes: Array<{ version: number; swatches: Array<{ hex: string }> }>
      }
    ).schemes[0]
  expect((await now())?.swatches[0]?.hex).toBe('#0f6d5f')
  await page.getByTestId('save-over-all-the-same').click()
  await expect(page.getByTestId('shelf-dialog')).toBeHidden()
  expect(await now()).toMatchObject({ version: 3, swatches: [{ hex: '#2e4f7f' }, {}, {}, {}, {}] })
})
