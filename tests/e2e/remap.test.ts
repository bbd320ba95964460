import { expect, test, type Page } from '@playwright/test'
import {
  bandColors,
  dragTo,
  middleOf,
  openDemoCopy,
  paintOf,
  recoloredFrom,
  restingColors,
  saved,
  stageColors,
} from './workspace'

const INK = '#222a52'
const LIGHTHOUSE = '#lighthouse rect'
const rgb = (hex: string): string => `rgb(${[1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16)).join(', ')})`
const ink = (page: Page, hex = INK) => page.locator(`[data-ink="${hex}"]`)
/** The label of an ink and where it goes, without what it loses there. */
const label = async (page: Page, hex = INK): Promise<string> =>
  ((await ink(page, hex).getAttribute('aria-label')) ?? '').replace(', loses contrast to what it touches', '')
const nameOf = async (page: Page, id: string): Promise<string> =>
  ((await page.locator(`[data-swatch=${id}]`).getAttribute('aria-label')) ?? '').split(',')[0] ?? ''
const aside = (page: Page): Promise<void> => page.mouse.move(400, 20)
const groupOf = (page: Page, name: string): Promise<string[]> =>
  page
    .locator('[data-ink]')
    .evaluateAll(
      (all, wanted) =>
        all
          .filter(each => each.getAttribute('aria-label')?.includes(`, ${wanted}`))
          .map(each => (each as HTMLElement).dataset.ink ?? ''),
      name,
    )

test.beforeEach(async ({ page }) => {
  await openDemoCopy(page, 'remap')
  await expect(page.getByTestId('ribbons')).toBeVisible()
})

test('a ribbon dragged to another swatch takes its ink there', async ({ page }) => {
  const before = await label(page)
  await page.getByRole('radiogroup', { name: 'Shading' }).getByRole('radio', { name: 'flat' }).click()
  await dragTo(page, await middleOf(page, `[data-ink="${INK}"]`), await middleOf(page, '[data-swatch=s2]'))
  await expect.poll(() => label(page)).toContain(await nameOf(page, 's2'))
  await aside(page)
  const swatch = await page.locator('[data-swatch=s2]').evaluate(element => getComputedStyle(element).backgroundColor)
  await expect.poll(() => paintOf(page, LIGHTHOUSE)).toBe(swatch)
  await page.keyboard.press('Control+z')
  await expect.poll(() => label(page)).toBe(before)
})

test('a click selects, the bar below sends, leaves and matches again; Escape calls a drag off', async ({ page }) => {
  const first = await label(page)
  await ink(page).click()
  const bar = page.getByTestId('selection')
  await expect(bar).toContainText(`Ink ${INK}`)
  await bar.getByRole('button', { name: 'Leave as is' }).click()
  await expect.poll(() => label(page)).toContain('left as is')
  await aside(page)
  await expect.poll(() => paintOf(page, LIGHTHOUSE)).toBe(rgb(INK))
  await bar.getByRole('button', { name: 'Match again' }).click()
  await expect.poll(() => label(page)).toBe(first)
  await bar.getByRole('button', { name: 'Clear' }).click()
  await expect(bar).toBeHidden()
  await aside(page)
  const before = await restingColors(page)
  const [from, to] = [await middleOf(page, `[data-ink="${INK}"]`), await middleOf(page, '[data-swatch=s4]')]
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 5 })
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await aside(page)
  await expect.poll(() => stageColors(page)).toEqual(before)
})

test('several inks are selected with Shift and go together; one dropped on another goes where that one goes @full', async ({
  page,
}) => {
  const [one, other] = ['#d45d48', '#e2a83c']
  await ink(page, one).click()
  await ink(page, other).click({ modifiers: ['Shift'] })
  await expect(page.getByTestId('selection')).toContainText('2 inks')
  await dragTo(page, await middleOf(page, `[data-ink="${one}"]`), await middleOf(page, '[data-swatch=s1]'))
  const name = await nameOf(page, 's1')
  await expect.poll(() => label(page, one)).toContain(name)
  await expect.poll(() => label(page, other)).toContain(name)
  await dragTo(page, await middleOf(page, `[data-ink="${INK}"]`), await middleOf(page, `[data-ink="${one}"]`))
  await expect.poll(() => label(page)).toContain(name)
})

test('a swatch takes over the inks of another, and gives them up again @full', async ({ page }) => {
  await page.getByRole('button', { name: 'Match again' }).click()
  await aside(page)
  const [name, other] = [await nameOf(page, 's2'), await nameOf(page, 's3')]
  const [mine, theirs] = [await groupOf(page, name), await groupOf(page, other)]
  expect(theirs.length).toBeGreaterThan(0)
  await page.locator('[data-swatch=s3]').focus()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem', { name: `Merge into ${name}` }).press('Enter')
  await expect.poll(async () => (await groupOf(page, name)).length).toBe(mine.length + theirs.length)
  await page.locator('[data-swatch=s2]').focus()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem', { name: 'Split: match its inks again' }).press('Enter')
  await expect.poll(async () => (await groupOf(page, other)).sort()).toEqual([...theirs].sort())
})

test('a family moves as one @full', async ({ page }) => {
  await page.getByRole('checkbox', { name: 'Families together' }).check()
  await ink(page).click()
  await expect(page.getByTestId('selection')).toContainText(/\d+ inks/)
  const count = Number((await page.getByTestId('selection').textContent())?.match(/(\d+) inks/)?.[1])
  expect(count).toBeGreaterThan(5)
  await page.getByTestId('selection').locator('[data-send=s6]').click()
  await expect.poll(async () => (await groupOf(page, await nameOf(page, 's6'))).length).toBeGreaterThanOrEqual(count)
})

test('the keyboard sends an ink, leaves it as is, and exchanges swatches', async ({ page }) => {
  await ink(page).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem', { name: 'Leave as is' }).press('Enter')
  await expect.poll(() => label(page)).toContain('left as is')
  await aside(page)
  const noFocus = (): Promise<void> => page.locator(':focus').blur() // what has the focus is spotlit
  await noFocus()
  const before = await restingColors(page)
  await page.locator('[data-swatch=s1]').focus()
  await page.keyboard.press('Enter')
  await page
    .getByRole('menuitem', { name: /Swap with/ })
    .last()
    .press('Enter')
  await aside(page)
  await noFocus()
  await recoloredFrom(page, before)
})

test('holding O shows the original; a divider shows both and is moved by pointer and keys', async ({ page }) => {
  await aside(page)
  const shows = async (): Promise<boolean> => (await stageColors(page)).includes(INK)
  expect(await shows()).toBe(false)
  await page.keyboard.down('o')
  await expect.poll(shows).toBe(true)
  await page.keyboard.up('o')
  await expect.poll(shows).toBe(false)
  await page.keyboard.press('v')
  const divider = page.getByTestId('divider')
  await expect(divider).toHaveAttribute('aria-valuenow', '50')
  expect(
    await page
      .getByTestId('original')
      .evaluate((host, within) => getComputedStyle(host.shadowRoot?.querySelector(within) as Element).fill, LIGHTHOUSE),
  ).toBe(rgb(INK))
  const [from, art] = [await middleOf(page, '[data-test=divider]'), await page.getByTestId('artwork').boundingBox()]
  if (!art) throw new Error('There is no artwork.')
  await dragTo(page, from, { x: art.x + art.width * 0.25, y: from.y })
  await expect(divider).toHaveAttribute('aria-valuenow', '25')
  await divider.press('ArrowRight')
  await expect(divider).toHaveAttribute('aria-valuenow', '26')
  await page.keyboard.press('v')
  await expect(divider).toBeHidden()
})

test('pointing at an ink spotlights it; pointing at the artwork lights its ink', async ({ page }) => {
  const worn = await restingColors(page)
  await ink(page, '#f8ead0').hover()
  await expect
    .poll(async () => {
      const seen = await stageColors(page)
      return worn.filter(color => seen.includes(color)).length
    })
    .toBeLessThan(worn.length / 3)
  await aside(page)
  await expect.poll(() => stageColors(page)).toEqual(worn)
  const box = await page.getByTestId('artwork').boundingBox()
  if (!box) throw new Error('There is no artwork.')
  await page.mouse.move(box.x + box.width * 0.075 + 20, box.y + box.height * 0.1)
  await expect(page.locator('.ink.lit').first()).toBeVisible()
})

test('matching by another strategy is previewed, a deal is dealt afresh, and all can turn to the base @full', async ({
  page,
}) => {
  const before = await restingColors(page)
  const match = page.getByRole('radiogroup', { name: 'Matching' })
  await expect(match.getByRole('radio', { name: 'picture' })).toBeChecked()
  await expect(page.getByRole('radiogroup', { name: 'Shading' }).getByRole('radio', { name: 'held' })).toBeChecked()
  await match.getByRole('radio', { name: 'area' }).hover()
  await expect.poll(() => stageColors(page)).not.toEqual(before)
  await aside(page)
  await expect.poll(() => stageColors(page)).toEqual(before)
  await match.getByRole('radio', { name: 'area' }).click()
  await aside(page)
  const byArea = await recoloredFrom(page, before)
  await page.keyboard.press('d')
  await recoloredFrom(page, byArea)
  await match.getByRole('radio', { name: 'turn' }).click()
  await expect(page.getByRole('radiogroup', { name: 'Shading' }).getByRole('radio', { name: 'turned' })).toBeChecked()
  await match.getByRole('radio', { name: 'picture' }).click()
  await expect(page.getByRole('radiogroup', { name: 'Shading' }).getByRole('radio', { name: 'held' })).toBeChecked()
})

test('the hold goes from the exact swatches to the light of the picture; what is lost is listed, lit, mended and undone', async ({
  page,
}) => {
  const lost = async (): Promise<number> =>
    parseInt(/(\d+) lost/.exec((await page.getByTestId('contrast-kept').textContent()) ?? '')?.[1] ?? '0')
  const hold = page.getByRole('textbox', { name: 'Hold in percent' })
  await page.keyboard.press('2')
  await page.getByTestId('tone-plan').selectOption('even') // which has no light and dark to keep the picture with
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Remap', exact: true }).click()
  await expect(page.getByTestId('ribbons')).toBeVisible()
  const atRest = await lost()
  const rest = await restingColors(page)
  await hold.fill('100')
  await hold.press('Enter')
  await expect.poll(lost).toBeGreaterThan(atRest)
  await hold.blur()
  await aside(page)
  const exact = new Set(await bandColors(page))
  const inExact = await restingColors(page)
  expect(inExact.filter(color => exact.has(color)).length).toBeGreaterThan(
    rest.filter(color => exact.has(color)).length,
  )
  await page.getByRole('button', { name: /\d+ lost/ }).click()
  const losses = page.getByTestId('losses')
  await aside(page) // the list may open under the pointer
  await expect(page.getByTestId('live')).toBeHidden()
  await losses.getByRole('button', { name: /^Fix/ }).first().focus() // as pointing at it does
  await expect(page.getByTestId('live')).toBeVisible() // all else is dimmed
  const count = await lost()
  await losses.getByRole('button', { name: /^Fix/ }).first().click()
  await expect.poll(lost).toBeLessThan(count)
  await page.keyboard.press('Control+z')
  await expect.poll(lost).toBe(count)
  await page.getByRole('button', { name: 'Fix all' }).click()
  await expect.poll(lost).toBeLessThan(count / 2)
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Reset', exact: true }).click()
  await expect.poll(lost).toBe(atRest)
  await expect.poll(() => stageColors(page)).toEqual(rest)
  const slider = page.getByRole('slider', { name: 'Hold' })
  await slider.focus()
  await page.keyboard.press('Home')
  await expect(hold).toHaveValue('0')
  await expect.poll(lost).toBeLessThanOrEqual(atRest)
  await saved(page)
  await page.reload()
  await expect(hold).toHaveValue('0')
})

test('shares and hues are weighed live, the band says what is covered; in one artwork alone; undone and kept', async ({
  page,
}) => {
  const number = (name: string) => page.getByRole('textbox', { name: `${name} in percent` })
  const covered = (): Promise<number[]> =>
    page
      .getByTestId('covers')
      .locator('[data-covers]')
      .evaluateAll(all => all.map(each => Number((each as HTMLElement).dataset.covers)))
  const [rest, before] = [await restingColors(page), await covered()]
  expect(before.reduce((sum, cover) => sum + cover, 0)).toBeGreaterThan(95)
  await expect(page.getByTestId('swatch').first()).toHaveAttribute('aria-label', new RegExp(`covers ${before[0]}%`))
  await number('Shares').fill('0')
  await number('Shares').press('Enter')
  await number('Shares').blur()
  await aside(page)
  const free = await recoloredFrom(page, rest)
  expect(await covered()).not.toEqual(before)
  const slider = page.getByRole('slider', { name: 'Shares' })
  await slider.focus()
  await page.keyboard.press('End')
  await expect(number('Shares')).toHaveValue('100')
  await slider.blur()
  await aside(page)
  await recoloredFrom(page, free)
  expect((await covered())[0]).toBeGreaterThan(20) // the dominant color is there, however little contrast it has
  await page.keyboard.press('Control+z')
  await expect(number('Shares')).toHaveValue('0')
  await aside(page)
  await expect.poll(() => restingColors(page)).toEqual(free)
  await page.getByRole('button', { name: 'Reset shares' }).click()
  await aside(page)
  await expect.poll(() => restingColors(page)).toEqual(rest)
  // in the badge alone
  await page.getByRole('button', { name: 'Show Badge' }).click()
  await page.getByRole('checkbox', { name: 'Only this one' }).check()
  await number('Hues').fill('100')
  await number('Hues').press('Enter')
  await page.getByRole('button', { name: 'Show Poster' }).click()
  await expect(number('Hues')).toHaveValue('50')
  await number('Hues').blur()
  await aside(page)
  await expect.poll(() => restingColors(page)).toEqual(rest)
  await page.getByRole('tab', { name: 'Set' }).click()
  await expect(page.getByText(/\d exceptions?/)).toHaveCount(1)
  await saved(page)
  await page.reload()
  await expect(page.getByText(/\d exceptions?/)).toHaveCount(1)
})

test('grays are left, or tinted, by a switch @full', async ({ page }) => {
  const left = async (): Promise<number> => (await groupOf(page, 'left as is')).length
  expect(await left()).toBe(0)
  await page.getByRole('button', { name: 'Show Badge' }).click()
  await page.getByRole('button', { name: 'Show Poster' }).click()
  await page.getByTestId('neutrals').selectOption('left')
  await page.getByTestId('neutrals').selectOption('tinted')
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('neutrals')).toHaveValue('left')
})

test('one group is shaded in its own way, previewed when pointed at, and led by another ink', async ({ page }) => {
  await page.locator('[data-swatch=s2]').click()
  const group = page.getByTestId('group')
  await aside(page)
  const before = await restingColors(page)
  await group.getByRole('radio', { name: 'Stepped' }).hover()
  await expect.poll(() => stageColors(page)).not.toEqual(before)
  await aside(page)
  await expect.poll(() => stageColors(page)).toEqual(before)
  await group.getByRole('radio', { name: 'Flat' }).click()
  await aside(page)
  const swatch = rgb((await page.locator('[data-swatch-id=s2]').getAttribute('data-hex')) ?? '')
  await expect
    .poll(async () => (await restingColors(page)).filter(color => rgb(color) === swatch).length)
    .toBe((await groupOf(page, await nameOf(page, 's2'))).length)
  await group.getByRole('radio', { name: 'As all' }).click()
  await group.locator('[data-choice]').last().click()
  await expect(group.locator('[data-choice]').last()).toBeChecked()
  await aside(page)
  await recoloredFrom(page, before)
  await group.getByRole('button', { name: 'Largest' }).click()
  await aside(page)
  await expect.poll(() => stageColors(page)).toEqual(before)
})

test('shading and what is left are kept, and all artwork follows the one remapping @full', async ({ page }) => {
  await page.getByRole('radiogroup', { name: 'Shading' }).getByRole('radio', { name: 'flat' }).click()
  await ink(page).click()
  await page.getByRole('button', { name: 'Leave as is' }).click()
  await aside(page)
  const flat = await restingColors(page)
  await saved(page)
  await page.reload()
  await expect.poll(() => stageColors(page)).toEqual(flat)
  await page.getByRole('button', { name: 'Show Badge' }).click()
  await expect(page.locator('[data-ink]')).toHaveCount(5)
  await expect.poll(() => paintOf(page, '.night')).toBe(rgb(INK))
  await page.getByRole('button', { name: 'Match again' }).click()
  const swatches = (await bandColors(page)).map(rgb)
  await expect.poll(async () => swatches.includes(await paintOf(page, '.night'))).toBe(true)
})

test('the list of inks is searched, sorted, gathered by a tolerance and sends inks', async ({ page }) => {
  await page.getByRole('tab', { name: 'Inks' }).click()
  const count = page.getByTestId('ink-count')
  const all = await count.textContent()
  const lines = page.locator('[data-line]')
  const hexes = (): Promise<string[]> =>
    lines.evaluateAll(each => each.map(line => (line as HTMLElement).dataset.line ?? ''))
  await page.getByRole('searchbox').fill('222a')
  await expect.poll(hexes).toEqual([INK])
  await page.getByRole('searchbox').fill('')
  await page.getByLabel('Order of the inks').selectOption('lightness')
  const value = (hex: string): number =>
    [1, 3, 5].reduce((sum, at, i) => sum + parseInt(hex.slice(at, at + 2), 16) * ([0.21, 0.72, 0.07][i] ?? 0), 0)
  await expect.poll(async () => value((await hexes())[0] ?? '#000000')).toBeGreaterThan(220)
  await page.getByLabel('Order of the inks').selectOption('area')
  const tolerance = page.getByTestId('tolerance')
  await tolerance.fill('8')
  await expect.poll(async () => Number((await count.textContent())?.match(/→ (\d+)/)?.[1])).toBeLessThan(35)
  await expect(page.locator('[data-line]').filter({ hasText: '+' }).first()).toBeVisible()
  await tolerance.fill('0')
  await expect(count).toHaveText(all ?? '')
  await page.getByLabel(`Where ${INK} goes`).selectOption('s4')
  await aside(page)
  await page.getByRole('tab', { name: 'Ribbons' }).click()
  await expect.poll(() => label(page)).toContain(await nameOf(page, 's4'))
  await page.getByRole('tab', { name: 'Inks' }).click()
  await page.getByTestId('runs').getByRole('button').first().click()
  await expect(page.getByTestId('selection')).toContainText(/\d inks/)
})

test('nine turns and nine brightnesses of the result are previewed as proofs, taken, and taken back @full', async ({
  page,
}) => {
  await page.getByRole('tab', { name: 'Whole artwork' }).click()
  const [band, stage] = [await bandColors(page), await restingColors(page)]
  const proofs = page.getByTestId('whole-proof')
  await expect(proofs).toHaveCount(18)
  await expect(async () => {
    await page.mouse.move(5, 5)
    await proofs.nth(2).hover() // a list that is still being laid out may move from under the pointer
    expect(await stageColors(page)).not.toEqual(stage)
  }).toPass()
  await page.mouse.move(5, 5)
  await expect.poll(() => stageColors(page)).toEqual(stage)
  await proofs.nth(2).click()
  await expect(proofs.nth(2)).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByRole('textbox', { name: 'Turn in degrees' })).toHaveValue('-80')
  await page.mouse.move(5, 5)
  await recoloredFrom(page, stage)
  await proofs.nth(15).focus()
  await page.keyboard.press('ArrowRight')
  await expect(proofs.nth(16)).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('textbox', { name: 'Brightness in percent' })).toHaveValue('36')
  expect(await bandColors(page)).toEqual(band)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(() => stageColors(page)).toEqual(stage)
})

test('the result is adjusted as a whole without a change of the scheme, and the adjustment adopted into it @full', async ({
  page,
}) => {
  await page.getByRole('tab', { name: 'Whole artwork' }).click()
  const scheme = (): Promise<string[]> =>
    page.getByTestId('swatch').evaluateAll(all => all.map(each => (each as HTMLElement).dataset.hex ?? ''))
  const [colors, swatches] = [await restingColors(page), await scheme()]
  await page.getByLabel('Turn in degrees').fill('40')
  await page.getByLabel('Turn in degrees').press('Enter')
  const adjusted = await recoloredFrom(page, colors)
  expect(await scheme()).toEqual(swatches)
  await page.getByRole('button', { name: 'Adopt into scheme' }).click()
  await expect(page.getByLabel('Turn in degrees')).toHaveValue('0')
  expect(await scheme()).not.toEqual(swatches)
  expect(await recoloredFrom(page, colors)).toEqual(adjusted)
})

test('results are restricted to a library, to a list of one’s own and to a scheme of the shelf', async ({ page }) => {
  await page.getByRole('tab', { name: 'Whole artwork' }).click()
  const free = await restingColors(page)
  await page.getByTestId('restrict').selectOption({ label: 'Breezeholm thread book (200)' })
  await expect(page.getByTestId('restricted')).toContainText('of its 200 colors')
  await expect(page.getByTestId('result').first()).toContainText(/ΔE \d+\.\d/)
  await recoloredFrom(page, free)
  await page.getByTestId('restrict').selectOption('list')
  await page.getByLabel('Colors of the list').fill('#102030 #f0e0d0')
  await page.getByRole('button', { name: 'Use 2 colors' }).click()
  await aside(page)
  const worn = async (): Promise<string[]> => [...new Set(await restingColors(page))].sort()
  await expect.poll(worn).toEqual(['#102030', '#f0e0d0'])
  // what is left as it is stays so, until it is to go to the set, too
  await page.getByRole('tab', { name: 'Ribbons' }).click()
  await page.locator('[data-ink]').first().focus()
  await page.keyboard.press('Delete')
  await page.getByRole('tab', { name: 'Whole artwork' }).click()
  await aside(page)
  await expect.poll(async () => (await worn()).length).toBe(3)
  await page.getByTestId('restrict-left').check()
  await aside(page)
  await expect.poll(worn).toEqual(['#102030', '#f0e0d0'])
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByTestId('restrict-left')).not.toBeChecked()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await page.getByTestId('restrict').selectOption('shelf')
  await page.getByTestId('shelf-set').first().click()
  await aside(page)
  await expect.poll(async () => new Set(await restingColors(page)).size).toBeGreaterThan(2)
  expect(new Set(await restingColors(page)).size).toBeLessThanOrEqual(5)
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('restricted')).toBeVisible()
  await page.getByTestId('restrict').selectOption('')
  await expect.poll(() => stageColors(page)).toEqual(free)
})

test('ribbons are a grid for readers of screens: each ink, what it becomes, how much it covers', async ({ page }) => {
  const grid = page.getByRole('grid', { name: 'Inks, what they become, how much they cover' })
  const rows = grid.getByRole('row')
  await expect(grid).toHaveAttribute('aria-rowcount', String(await rows.count()))
  const cells = rows.first().getByRole('gridcell')
  await expect(cells).toHaveCount(3)
  const label = (await page.locator('[data-ink]').first().getAttribute('aria-label')) ?? ''
  expect(label).toContain((await cells.nth(1).textContent()) ?? 'nothing')
  await expect(cells.nth(2)).toHaveText(/^\d+(\.\d)?%$/)
  await page.locator('[data-ink]').first().focus()
  await page.keyboard.press('Delete')
  await expect(rows.last().getByRole('gridcell').nth(1)).toHaveText('left as is')
})
