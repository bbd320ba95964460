import { expect, test, type Locator, type Page } from '@playwright/test'
import { hsbOf, labOf } from '#core/color/convert'
import { angleOf } from '#core/color/wheel'
import {
  bandColors,
  dragTo,
  newProject,
  openDemoCopy,
  recoloredFrom,
  restingColors,
  saved,
  stageColors,
} from './workspace'

const swatch = (page: Page, place: number): Locator => page.getByTestId('swatch').nth(place)
const card = (page: Page): Locator => page.getByTestId('swatch-card')
const shares = (page: Page): Promise<number[]> =>
  page.getByTestId('swatch').evaluateAll(all => all.map(each => parseInt(each.textContent ?? '', 10)))

test.describe('the swatch card', () => {
  test.beforeEach(async ({ page }) => {
    await openDemoCopy(page)
    await swatch(page, 2).click()
    await expect(card(page)).toBeVisible()
  })

  test('sets a color by numbers in four notations, live, and keeps a hue through gray and black @full', async ({
    page,
  }) => {
    const set = async (name: string, value: string): Promise<void> => {
      await card(page)
        .getByRole('textbox', { name: `${name} as a number` })
        .fill(value)
      await page.keyboard.press('Enter')
    }
    const color = async (): Promise<string> => (await bandColors(page))[2] ?? ''
    await set('Hue', '210')
    await set('Saturation', '0')
    await expect.poll(async () => hsbOf(await color()).s).toBe(0)
    await set('Brightness', '0')
    await expect.poll(color).toBe('#000000')
    await set('Brightness', '80')
    await set('Saturation', '50')
    await expect.poll(async () => Math.round(hsbOf(await color()).h)).toBe(210)
    await card(page).getByRole('radio', { name: 'rgb' }).click()
    await set('Red', '255')
    await expect.poll(async () => (await color()).slice(0, 3)).toBe('#ff')
    await card(page).getByRole('radio', { name: 'oklch' }).click()
    await set('Lightness', '40')
    await expect.poll(async () => labOf(await color()).l).toBeCloseTo(0.4, 2)
    await card(page).getByRole('radio', { name: 'cmyk' }).click()
    await expect(card(page)).toContainText('Plain conversion')
    await set('Black', '100')
    await expect.poll(color).toBe('#000000')
    const stage = await restingColors(page)
    await card(page).getByRole('radio', { name: 'hsb' }).click()
    const slider = card(page).getByRole('slider', { name: 'Brightness' })
    await slider.focus()
    await page.keyboard.press('Shift+ArrowRight')
    await recoloredFrom(page, stage)
  })

  test('has ladders whose rungs replace or are added, as long as wanted, and colors nearby', async ({ page }) => {
    const tints = card(page).getByTestId('ladder-tints').locator('[data-chip]')
    await expect(tints).toHaveCount(4)
    await card(page).getByRole('button', { name: 'More rungs' }).click()
    await expect(tints).toHaveCount(5)
    const rung = await tints.nth(1).getAttribute('data-chip')
    const before = await bandColors(page)
    await tints.nth(1).hover()
    await expect.poll(async () => (await bandColors(page))[2]).toBe(rung)
    await card(page).getByRole('radio', { name: 'Adds it' }).click()
    await tints.nth(1).click()
    await expect.poll(async () => (await bandColors(page)).length).toBe(7)
    expect((await bandColors(page)).slice(2, 4)).toEqual([before[2], rung])
    await card(page).getByRole('radio', { name: 'Replaces it' }).click()
    const nearby = card(page).getByTestId('alternatives').locator('[data-chip]')
    const tops = await nearby.evaluateAll(all => all.map(each => Math.round(each.getBoundingClientRect().top)))
    const rows = [...new Set(tops)].map(top => tops.filter(each => each === top).length)
    expect(rows.length).toBeGreaterThan(1)
    expect(Math.max(...rows) - Math.min(...rows)).toBeLessThan(rows.length) // none stands alone in a row
    const near = nearby.first()
    const hex = await near.getAttribute('data-chip')
    await near.click()
    await expect.poll(async () => (await bandColors(page))[2]).toBe(hex)
    await expect(card(page).getByTestId('recent').locator('[data-chip]').first()).toHaveAttribute(
      'data-chip',
      hex ?? '',
    )
    await card(page).getByTestId('recent').locator('[data-chip]').nth(1).click()
    await expect.poll(async () => (await bandColors(page))[2]).toBe(rung)
  })

  test('names it from the list or by hand, sets role and share, copies in any notation @full', async ({
    page,
    context,
  }) => {
    await context.grantPermissions(['clipboard-read', 'clipboard-write'])
    const proposed = card(page).getByTestId('proposed-name')
    await expect(proposed).toHaveCount(3)
    const name = (await proposed.first().textContent()) ?? ''
    await proposed.first().click()
    await expect(page.getByTestId('band')).toContainText(name)
    await card(page).getByLabel('Name of the swatch').fill('Kite tail')
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('band')).toContainText('Kite tail')
    await card(page).getByLabel('Role').selectOption('neutral')
    await expect(swatch(page, 2)).toHaveAttribute('aria-label', /neutral/)
    await card(page).getByLabel('Share in percent').fill('50')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await shares(page))[2]).toBe(50)
    await card(page).getByLabel('Notation to copy').selectOption('oklch')
    await card(page).getByRole('button', { name: 'Copy' }).click()
    expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(/^oklch\(0\.\d{5} 0\.\d{5} [\d.]+\)$/)
    await card(page).getByLabel('Notation to copy').selectOption('css variable')
    await card(page).getByRole('button', { name: 'Copy' }).click()
    expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(/^--kite-tail: #[\da-f]{6};$/)
  })

  test('adds its complement and a copy, and removes it @full', async ({ page }) => {
    const before = await bandColors(page)
    await card(page).getByRole('button', { name: 'Add complement' }).click()
    await expect.poll(async () => (await bandColors(page)).length).toBe(7)
    const complement = (await bandColors(page))[3] ?? ''
    expect(Math.abs(Math.abs(angleOf('paint', complement) - angleOf('paint', before[2] ?? '')) - 180)).toBeLessThan(3)
    await card(page).getByRole('button', { name: 'Duplicate' }).click()
    await expect.poll(async () => (await bandColors(page)).filter(hex => hex === before[2])).toHaveLength(2)
    await card(page).getByRole('button', { name: 'Remove' }).click()
    await expect.poll(async () => (await bandColors(page)).length).toBe(7)
    await page.getByTestId('notices').getByRole('button', { name: 'Undo' }).last().click()
    await expect.poll(async () => (await bandColors(page)).length).toBe(8)
  })
})

test.describe('the band', () => {
  test.beforeEach(async ({ page }) => {
    await openDemoCopy(page)
  })

  test('is reordered by drag and by keyboard, and stays so', async ({ page }) => {
    const before = await bandColors(page)
    const [from, to] = (await Promise.all(
      [0, 2].map(async place => {
        const box = await swatch(page, place).boundingBox()
        return { x: (box?.x ?? 0) + (box?.width ?? 0) / 2, y: (box?.y ?? 0) + 20 }
      }),
    )) as [{ x: number; y: number }, { x: number; y: number }]
    await dragTo(page, from, { x: to.x + 20, y: to.y })
    const [first = '', second = '', third = '', ...others] = before
    const dragged = [second, third, first, ...others]
    await expect.poll(() => bandColors(page)).toEqual(dragged)
    await expect(card(page)).toHaveCount(0)
    await swatch(page, 0).focus()
    await page.keyboard.press('Control+ArrowRight')
    await expect.poll(() => bandColors(page)).toEqual([dragged[1], dragged[0], ...dragged.slice(2)])
    await saved(page)
    await page.reload()
    await expect.poll(() => bandColors(page)).toEqual([dragged[1], dragged[0], ...dragged.slice(2)])
  })

  test('shares change at the joints, with pointer and keyboard, and give roles', async ({ page }) => {
    const before = await shares(page)
    const joint = page.locator('[data-joint="0"]')
    const box = await joint.boundingBox()
    if (!box) throw new Error('There is no joint.')
    await dragTo(page, { x: box.x + 5, y: box.y + 20 }, { x: box.x - 240, y: box.y + 20 })
    await expect.poll(async () => (await shares(page))[0]).toBeLessThan((before[0] ?? 0) - 15)
    const after = await shares(page)
    expect((after[0] ?? 0) + (after[1] ?? 0)).toBeCloseTo((before[0] ?? 0) + (before[1] ?? 0), -0.5)
    expect(after.slice(2)).toEqual(before.slice(2))
    await joint.focus()
    await page.keyboard.press('Shift+ArrowRight')
    await expect.poll(async () => (await shares(page))[0]).toBe((after[0] ?? 0) + 10)
    await page.getByRole('button', { name: 'Order…' }).click()
    await page.getByRole('menuitem', { name: 'Assign roles by share and chroma' }).click()
    await expect(page.locator('[data-test=swatch][aria-label*=dominant]')).toHaveCount(1)
    await expect(page.locator('[data-test=swatch][aria-label*=accent]')).toHaveCount(1)
  })

  test('is shown in another order without being set otherwise @full', async ({ page }) => {
    const before = await bandColors(page)
    const show = async (order: string): Promise<void> => {
      await page.getByRole('button', { name: 'Order…' }).click()
      await page.getByRole('menuitem', { name: order }).click()
    }
    await show('light to dark')
    await expect
      .poll(async () => (await bandColors(page)).map(hex => labOf(hex).l))
      .toEqual(before.map(hex => labOf(hex).l).sort((one, other) => other - one))
    await show('by hue')
    await show('neutrals together')
    await show('as set')
    await expect.poll(() => bandColors(page)).toEqual(before)
  })

  test('takes 2 to 12 swatches, from its menu too, and Delete removes one @full', async ({ page }) => {
    for (const choice of ['Companion', 'Quiet neutral', 'Complement of the base', 'Blend of the first two']) {
      await page.getByRole('button', { name: 'Add…' }).click()
      await page.getByRole('menuitem', { name: choice }).click()
    }
    await expect.poll(async () => (await bandColors(page)).length).toBe(10)
    await page.getByRole('textbox', { name: 'Swatches' }).fill('12')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await bandColors(page)).length).toBe(12)
    await expect(page.getByRole('button', { name: 'Add…' })).toBeDisabled()
    await swatch(page, 11).focus()
    await page.keyboard.press('Delete')
    await expect.poll(async () => (await bandColors(page)).length).toBe(11)
    await page.getByRole('textbox', { name: 'Swatches' }).fill('2')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await bandColors(page)).length).toBe(2)
    await swatch(page, 1).click()
    await expect(card(page).getByRole('button', { name: 'Remove' })).toBeDisabled()
  })
})

test('a project without artwork shows its scheme on stand-ins, which go when artwork comes @full', async ({ page }) => {
  await newProject(page, 'Nothing yet')
  await page.keyboard.press('2')
  await expect(page.getByTestId('stage')).toContainText('a stand-in until you add artwork')
  await expect(page.getByTestId('artwork').locator('svg').first()).toBeVisible()
  const before = await restingColors(page)
  expect(before.length).toBeGreaterThan(5)
  await page.getByTestId('harmony-triadic').getByRole('button').first().click()
  await expect.poll(() => stageColors(page)).not.toEqual(before)
  await page.getByRole('tab', { name: 'Orders' }).click()
  await page.getByTestId('proofs').locator('[data-proof]').first().click()
  await page.getByTestId('stage').getByRole('button', { name: 'Add artwork' }).click()
  await page.getByTestId('artwork-file').setInputFiles({
    name: 'own.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path fill="#c00" d="M0 0h10v10z"/></svg>',
    ),
  })
  await expect(page.getByTestId('stage')).not.toContainText('stand-in')
})
