import { expect, test, type Locator, type Page } from '@playwright/test'
import { hsbOf, labOf, lchOf } from '#core/color/convert'
import { deltaE, okDistance } from '#core/color/difference'
import { angleOf } from '#core/color/wheel'
import { HARMONIES, offsetsOf } from '#core/harmony/harmony'
import { FIRST_HARMONY } from '#core/scheme/create'
import { bandColors, dragTo, offeredBy, openDemoCopy, recoloredFrom, restingColors, saved } from './workspace'

test.beforeEach(async ({ page }) => {
  await openDemoCopy(page)
})

/** Where an angle of the ring, or a distance from its middle in its own units, lies on the page. */
const ringSpot = async (page: Page, angle: number, radius = 96): Promise<{ x: number; y: number }> => {
  const box = await page.getByTestId('ring').boundingBox()
  if (!box) throw new Error('There is no ring.')
  const far = (box.width * radius) / 244
  return {
    x: box.x + box.width / 2 + Math.sin((angle * Math.PI) / 180) * far,
    y: box.y + box.height / 2 - Math.cos((angle * Math.PI) / 180) * far,
  }
}
const middle = async (locator: Locator): Promise<{ x: number; y: number }> => {
  const box = await locator.boundingBox()
  if (!box) throw new Error('It is not on the screen.')
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}
const angle = async (target: Locator): Promise<number> => Number(await target.getAttribute('aria-valuenow'))
const away = (one: number, other: number): number => Math.abs(((one - other + 540) % 360) - 180)
/** By how many degrees of the ring two colors are apart. */
const turned = (one = '', other = ''): number => away(angleOf('paint', one), angleOf('paint', other))
const number = (page: Page, name: string): Locator => page.getByRole('textbox', { name, exact: true })
const type = async (page: Page, name: string, value: string): Promise<void> => {
  await number(page, name).fill(value)
  await number(page, name).press('Enter')
  await number(page, name).blur()
}

test('every harmony derives its scheme, shown in the artwork at once; those not wanted are hidden', async ({
  page,
}) => {
  for (const kind of HARMONIES.filter(each => each !== 'free')) {
    const before = await restingColors(page)
    const proof = page.locator(`[data-proof="${kind}"]`)
    const offered = await offeredBy(proof)
    await page.getByTestId(`harmony-${kind}`).getByRole('button').first().click()
    await expect(proof).toHaveAttribute('aria-pressed', 'true')
    await expect.poll(() => bandColors(page)).toEqual(offered)
    if (kind !== FIRST_HARMONY.kind) await expect.poll(() => restingColors(page)).not.toEqual(before)
    // the base stays what it was, and the others stand where the harmony has them, to the eye
    const spread = Number(await number(page, 'Spread in degrees').inputValue())
    const wanted = offsetsOf(kind, spread)
    const base = angleOf('paint', '#0f6d5f')
    expect(offered).toContain('#0f6d5f')
    for (const hex of offered.filter(each => lchOf(each).c > 0.05))
      expect(Math.min(...wanted.map(offset => away(angleOf('paint', hex), base + offset)))).toBeLessThan(9)
  }
  const last = await bandColors(page)
  await recoloredFrom(page, [])
  await page.getByTestId('harmony-free').getByRole('button').first().click()
  await expect(page.getByTestId('harmony-free').getByRole('button').first()).toHaveAttribute('aria-pressed', 'true')
  expect(await bandColors(page)).toEqual(last)
  await page.getByRole('button', { name: 'Show 9 of 9' }).click()
  await page.getByRole('checkbox', { name: 'Square' }).uncheck()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('harmony-square')).toHaveCount(0)
  await page.reload()
  await expect(page.getByTestId('harmony-triadic')).toBeVisible()
  await expect(page.getByTestId('harmony-square')).toHaveCount(0)
})

test('wheel, spread, turn and number change the scheme; undo and redo step through them @full', async ({ page }) => {
  const states = [await bandColors(page)]
  const step = async (act: () => Promise<void>): Promise<void> => {
    await act()
    await expect.poll(() => bandColors(page)).not.toEqual(states.at(-1))
    states.push(await bandColors(page))
  }
  await step(() => page.getByRole('radio', { name: 'perceptual' }).click())
  await step(() => type(page, 'Spread in degrees', '60'))
  await step(() => type(page, 'Turn in degrees', '45'))
  await step(() => type(page, 'Swatches', '9'))
  expect(states.at(-1)).toHaveLength(9)
  expect(states.at(-1)?.slice(0, 6)).toEqual(states.at(-2))
  await step(() => page.getByRole('button', { name: 'Fewer swatches' }).click())
  await step(async () => {
    await page.getByRole('slider', { name: 'Turn' }).focus()
    await page.keyboard.press('Shift+ArrowRight')
  })
  for (const state of [...states].reverse().slice(1)) {
    await page.keyboard.press('Control+z')
    await expect.poll(() => bandColors(page)).toEqual(state)
  }
  for (const state of states.slice(1)) {
    await page.keyboard.press('Control+Shift+z')
    await expect.poll(() => bandColors(page)).toEqual(state)
  }
  await saved(page)
  await page.reload()
  await expect.poll(() => bandColors(page)).toEqual(states.at(-1))
})

test('the base dragged on the ring turns the shape; another opens the spread; a locked one stays; Escape calls it off', async ({
  page,
}) => {
  const base = angleOf('paint', (await bandColors(page))[0] ?? '')
  await dragTo(page, await ringSpot(page, base), await ringSpot(page, base + 50))
  await expect(number(page, 'Turn in degrees')).toHaveValue(/^(49|50|51)$/)
  await dragTo(page, await ringSpot(page, base + 50 + 180 - 34), await ringSpot(page, base + 50 + 180 - 60))
  await expect(number(page, 'Spread in degrees')).toHaveValue(/^(59|60|61)$/)
  await page.getByTestId('target-s1').focus()
  await page.keyboard.press('ArrowRight')
  await expect(number(page, 'Turn in degrees')).toHaveValue(/^(50|51|52)$/)
  const before = await bandColors(page)
  await page.getByTestId('swatch').nth(1).focus()
  await page.keyboard.press('l')
  const from = await middle(page.getByTestId('target-s2'))
  await dragTo(page, from, { x: from.x + 40, y: from.y + 40 })
  expect(await bandColors(page)).toEqual(before)
  const start = await middle(page.getByTestId('target-s1'))
  await page.mouse.move(start.x, start.y)
  await page.mouse.down()
  await page.mouse.move(start.x + 40, start.y - 30, { steps: 4 })
  await expect.poll(async () => (await bandColors(page))[0]).not.toBe(before[0])
  expect((await bandColors(page))[1]).toBe(before[1])
  await page.keyboard.press('Escape')
  await page.mouse.up()
  expect(await bandColors(page)).toEqual(before)
})

test('with Alt a swatch is freed: it moves alone, does not follow, and follows again when asked @full', async ({
  page,
}) => {
  const before = await bandColors(page)
  const target = page.getByTestId('target-s2')
  const from = await middle(target)
  const to = await ringSpot(page, (await angle(target)) + 60)
  await page.keyboard.down('Alt')
  await dragTo(page, from, to)
  await page.keyboard.up('Alt')
  await expect(target).toHaveAttribute('aria-label', /freed/)
  const freed = await bandColors(page)
  expect(freed.filter((_, i) => i !== 1)).toEqual(before.filter((_, i) => i !== 1))
  expect(turned(before[1], freed[1])).toBeCloseTo(60, -1)
  await type(page, 'Turn in degrees', '30')
  await expect.poll(async () => turned(before[0], (await bandColors(page))[0])).toBeCloseTo(30, -1)
  expect((await bandColors(page))[1]).toBe(freed[1])
  await page.getByTestId('swatch').nth(1).click()
  await expect(page.getByTestId('origin')).toContainText('freed')
  await page.getByRole('button', { name: 'Follow again' }).click()
  await expect(target).not.toHaveAttribute('aria-label', /freed/)
  await page.keyboard.press('Escape')
  await page.getByTestId('target-s3').focus()
  await page.keyboard.press('Alt+Shift+ArrowRight')
  await expect(page.getByTestId('target-s3')).toHaveAttribute('aria-label', /freed/)
})

test('a free harmony moves one hue alone, takes further swatches on the ring and gives them up @full', async ({
  page,
}) => {
  await page.getByTestId('harmony-free').getByRole('button').first().click()
  const before = await bandColors(page)
  await page.getByTestId('target-s2').focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight')
  await expect.poll(async () => turned(before[1], (await bandColors(page))[1])).toBeCloseTo(30, -1)
  expect((await bandColors(page)).filter((_, i) => i !== 1)).toEqual(before.filter((_, i) => i !== 1))
  const spot = await ringSpot(page, 300)
  await page.mouse.click(spot.x, spot.y)
  await expect.poll(async () => (await bandColors(page)).length).toBe(7)
  const added = (await bandColors(page)).at(-1) ?? ''
  expect(away(angleOf('paint', added), 300)).toBeLessThan(4)
  await page.getByTestId('target-s7').focus()
  await page.keyboard.press('Delete')
  await expect.poll(async () => (await bandColors(page)).length).toBe(6)
})

test('the tone field moves saturation and brightness of one, or of all with their differences', async ({ page }) => {
  const before = await bandColors(page)
  await page.getByTestId('swatch').nth(2).focus()
  const target = page.getByTestId('tone-s3')
  const from = await middle(target)
  await dragTo(page, from, { x: from.x - 40, y: from.y + 20 })
  await expect.poll(async () => (await bandColors(page))[2]).not.toBe(before[2])
  const one = await bandColors(page)
  expect(one.filter((_, i) => i !== 2)).toEqual(before.filter((_, i) => i !== 2))
  const [was, is] = [hsbOf(before[2] ?? ''), hsbOf(one[2] ?? '')]
  expect(was.s - is.s).toBeCloseTo(40 / 132, 1)
  expect(was.b - is.b).toBeCloseTo(20 / 132, 1)
  expect(away(was.h, is.h)).toBeLessThan(2)
  await page.getByLabel('Move all together').check()
  await page.getByTestId('tone-s1').focus()
  await page.keyboard.press('Shift+ArrowDown')
  await expect.poll(async () => (await bandColors(page))[1]).not.toBe(one[1])
  const all = await bandColors(page)
  for (const [i, hex] of all.entries()) expect(hsbOf(one[i] ?? '').b - hsbOf(hex).b).toBeCloseTo(0.1, 1)
})

test('a proof pointed at is previewed, left again restored, clicked adopted; what was nudged rides along with the turn', async ({
  page,
}) => {
  await page.getByRole('tab', { name: 'Variations' }).click()
  await expect(page.getByTestId('proofs').locator('[data-proof]')).toHaveCount(25)
  const before = await bandColors(page)
  const proof = page.locator('[data-proof="1 -1"]')
  const offered = await offeredBy(proof)
  expect(offered).not.toEqual(before)
  await proof.hover()
  await expect.poll(() => bandColors(page)).toEqual(offered)
  await page.getByTestId('stage').hover({ position: { x: 30, y: 30 } })
  await expect.poll(() => bandColors(page)).toEqual(before)
  await proof.click()
  await expect.poll(() => bandColors(page)).toEqual(offered)
  await number(page, 'Turn across, in degrees').fill('10')
  const drawn = await page.locator('[data-proof="1 0"]').getAttribute('data-colors')
  await page.getByRole('button', { name: /^Undo/ }).evaluate(button => (button as HTMLElement).click()) // elsewhere
  await expect.poll(() => page.locator('[data-proof="1 0"]').getAttribute('data-colors')).not.toBe(drawn)
  await expect(number(page, 'Turn across, in degrees')).toHaveValue('10') // what is typed stays when all is drawn anew
  await page.getByRole('button', { name: /^Redo/ }).evaluate(button => (button as HTMLElement).click())
  await number(page, 'Turn across, in degrees').press('Enter')
  await page.getByLabel('What changes downward').selectOption('saturation')
  await expect
    .poll(
      async () =>
        (await page.locator('[data-proof="1 0"]').getAttribute('data-colors'))
          ?.split(',')
          .map(hex => Math.round(away(angleOf('paint', hex), angleOf('paint', offered[0] ?? ''))))[0],
    )
    .toBe(10)
  await page.locator('[data-proof="0 0"]').focus()
  await page.keyboard.press('ArrowDown')
  const below = page.locator('[data-proof="0 1"]')
  await expect(below).toBeFocused()
  const other = await offeredBy(below)
  expect(other).not.toEqual(offered)
  await page.keyboard.press('Enter')
  await expect.poll(() => bandColors(page)).toEqual(other)
})

test('companions are dealt for what is not locked; earlier deals come back; the same deal is the same', async ({
  page,
}) => {
  const before = await bandColors(page)
  await page.getByTestId('swatch').nth(1).focus()
  await page.keyboard.press('l')
  await page.getByTestId('stage').click({ position: { x: 20, y: 20 } })
  await page.keyboard.press('d')
  const proofs = page.getByTestId('proofs').locator('[data-proof]')
  await expect(proofs).toHaveCount(24)
  const offered = await proofs.evaluateAll(all => all.map(each => (each as HTMLElement).dataset.colors ?? ''))
  expect(new Set(offered).size).toBe(24)
  for (const colors of offered) expect(colors.split(',')[1]).toBe(before[1])
  await proofs.nth(2).click()
  await expect.poll(() => bandColors(page)).toEqual(offered[2]?.split(','))
  await page.getByRole('button', { name: 'Deal', exact: true }).click()
  await expect(page.getByTestId('deal-at')).toHaveText('2 of 2')
  await expect.poll(() => proofs.first().getAttribute('data-colors')).not.toBe(offered[0])
  await page.getByRole('button', { name: 'Previous deal' }).click()
  await expect
    .poll(() => proofs.evaluateAll(all => all.map(each => (each as HTMLElement).dataset.colors ?? '')))
    .toEqual(offered)
  await page.reload()
  await page.getByRole('button', { name: 'Previous deal' }).click()
  await expect
    .poll(() => proofs.evaluateAll(all => all.map(each => (each as HTMLElement).dataset.colors ?? '')))
    .toEqual(offered)
})

test('other orders of assignment color the artwork otherwise with the same swatches; all artwork is shown by turns @full', async ({
  page,
}) => {
  const [before, stage] = [await bandColors(page), await restingColors(page)]
  await page.getByRole('tab', { name: 'Orders' }).click()
  await expect(page.getByTestId('proofs').locator('[data-proof]')).toHaveCount(24)
  await page.getByLabel('All artwork').check()
  await page.getByTestId('proofs').locator('[data-proof]').first().click()
  await page.mouse.move(2, 2)
  await recoloredFrom(page, stage)
  expect(await bandColors(page)).toEqual(before)
})

test('every proof says how it does in the artwork, and the best come first where that is asked @full', async ({
  page,
}) => {
  const proofs = page.getByTestId('proofs').locator('[data-proof]')
  await page.getByRole('tab', { name: 'Orders' }).click()
  await expect(proofs).toHaveCount(24)
  const keysOf = (): Promise<string[]> =>
    proofs.evaluateAll(all => all.map(each => (each as HTMLElement).dataset.proof ?? ''))
  const ranks = (): Promise<number[]> =>
    page.getByTestId('verdict').evaluateAll(all => all.map(each => Number((each as HTMLElement).dataset.rank)))
  const keys = await keysOf()
  expect(new Set(await ranks()).size).toBeGreaterThan(6)
  await proofs.first().hover()
  await expect(page.getByTestId('verdict-words')).toContainText(
    /\d+% of edges kept.* · .*lettering.* · .*accent.* · .*swatches used · .*color-blind readers/,
  )
  await expect(proofs.first()).toHaveAccessibleName(/of edges kept/)
  await page.mouse.move(2, 2)
  await expect(page.getByTestId('verdict-words')).toBeHidden()
  const first = page.getByLabel('Order of the proofs')
  await first.selectOption('best')
  await expect.poll(keysOf).not.toEqual(keys)
  expect([...(await keysOf())].sort()).toEqual([...keys].sort())
  // verdicts of the last proofs may still come, and move them
  await expect
    .poll(async () => {
      const now = await ranks()
      return now.every((rank, i) => i === 0 || (now[i - 1] ?? 0) >= rank)
    })
    .toBe(true)
  await first.selectOption('as offered')
  await expect.poll(keysOf).toEqual(keys)
})

test('the sheet of deals is never empty; more like one stays near it, less like one goes away from it @full', async ({
  page,
}) => {
  await page.getByRole('tab', { name: 'Dealt' }).click()
  const proofs = page.getByTestId('proofs').locator('[data-proof]')
  await expect(proofs).toHaveCount(24)
  const colorsOf = (): Promise<string[][]> =>
    proofs.evaluateAll(all => all.map(each => ((each as HTMLElement).dataset.colors ?? '').split(',')))
  const dealt = await colorsOf()
  const liked = dealt[3] ?? []
  const farOff = (all: string[][]): number =>
    all.reduce(
      (sum, colors) =>
        sum + colors.reduce((far, hex, i) => far + okDistance(hex, liked[i] ?? ''), 0) / colors.length / all.length,
      0,
    )
  await proofs.nth(3).hover()
  await page
    .getByRole('button', { name: /^Deal more like/ })
    .nth(3)
    .click()
  await expect(page.getByTestId('deal-at')).toHaveText('2 of 2')
  await expect.poll(async () => farOff(await colorsOf())).toBeLessThan(farOff(dealt) / 2)
  const near = await colorsOf()
  expect(new Set(near.map(colors => colors.join())).size).toBe(24)
  await page.getByRole('button', { name: 'Previous deal' }).click()
  await expect.poll(colorsOf).toEqual(dealt)
  await proofs.nth(3).focus()
  await page.keyboard.press('-')
  await expect(page.getByTestId('deal-at')).toHaveText('3 of 3')
  await expect
    .poll(async () => Math.min(...(await colorsOf()).map(colors => farOff([colors]))))
    .toBeGreaterThan(Math.min(...dealt.map(colors => farOff([colors])).filter(far => far > 0)))
})

test('proofs have the shape of their artwork, and are laid large over stage and bench, by pointer and keys', async ({
  page,
}) => {
  const picture = page.getByTestId('proof').first().locator('canvas')
  await expect(picture).toBeVisible()
  const box = (await picture.boundingBox()) ?? { width: 1, height: 1 }
  expect(box.height / box.width).toBeGreaterThan(1.2) // the poster stands upright
  expect(box.height).toBeGreaterThan(90)
  const size = page.getByTestId('proof-size')
  await size.fill('200')
  await expect.poll(async () => ((await picture.boundingBox()) ?? box).height).toBeGreaterThan(box.height * 1.4)
  await page.getByRole('button', { name: 'Fit the proofs to the space' }).click()
  await expect.poll(async () => ((await picture.boundingBox()) ?? box).height).toBeLessThan(box.height * 1.1)

  await page.keyboard.press('g')
  const sheet = page.getByTestId('large-sheet')
  await expect(sheet).toBeFocused()
  await expect(page.getByTestId('proof')).toHaveCount(9)
  for (const name of await page.getByTestId('proof').all()) await expect(name).toBeInViewport({ ratio: 0.98 })
  expect(((await picture.boundingBox()) ?? box).height).toBeGreaterThan(box.height * 1.3)
  const triadic = page.locator('[data-proof=triadic]')
  await triadic.hover()
  const enlarged = page.getByTestId('enlarged')
  await expect(enlarged).toContainText('of edges kept')
  expect(((await enlarged.boundingBox()) ?? box).height).toBeGreaterThan(
    ((await triadic.boundingBox()) ?? box).height * 1.5,
  )
  await expect.poll(async () => bandColors(page)).toEqual(await offeredBy(triadic))
  await page.keyboard.press('k')
  await expect(page.getByTestId('notices')).toContainText('Kept “Triadic')
  await page.keyboard.press('m')
  await page.locator('[data-proof=square]').focus()
  await page.keyboard.press('m')
  await page.keyboard.press('c')
  await expect(sheet.getByTestId('compared')).toHaveCount(2)
  await page.keyboard.press('Escape')
  await expect(sheet.getByTestId('proof')).toHaveCount(9)
  await page.locator('[data-proof=square]').focus()
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-proof=square]')).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Escape')
  await expect(sheet).toBeHidden()
  await expect(page.getByTestId('harmony-square').getByRole('button').first()).toHaveAttribute('aria-pressed', 'true')
})

test('in a low window the dial folds by itself and the bench scrolls as one, down to every proof @full', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 600 })
  await expect(page.getByTestId('ring')).toBeHidden()
  const last = page.getByTestId('proof').last()
  await last.scrollIntoViewIfNeeded()
  await expect(last).toBeInViewport({ ratio: 0.9 })
  expect(((await last.locator('canvas').boundingBox()) ?? { height: 0 }).height).toBeGreaterThan(90)
  await page.getByTestId('dial-size').selectOption('large')
  await expect(page.getByTestId('ring')).toBeVisible()
  await last.scrollIntoViewIfNeeded()
  await last.click()
  await page.setViewportSize({ width: 1280, height: 800 })
  await expect(page.getByTestId('ring')).toBeVisible()
})

test('at 200% zoom the steps are reached, proofs are large enough and ribbons can be worked @full', async ({
  page,
}) => {
  await page.setViewportSize({ width: 640, height: 400 })
  const proof = page.getByTestId('proof').first()
  await proof.scrollIntoViewIfNeeded()
  expect(((await proof.locator('canvas').boundingBox()) ?? { height: 0 }).height).toBeGreaterThan(90)
  await page.keyboard.press('g')
  await expect(page.getByTestId('large-sheet').getByTestId('proof').first()).toBeInViewport({ ratio: 0.6 })
  await page.keyboard.press('Escape')
  const undo = (await page.getByRole('button', { name: 'Undo' }).boundingBox()) ?? { x: 0 }
  const last = (await page.getByRole('button', { name: 'Hand over' }).boundingBox()) ?? { x: 999, width: 0 }
  expect(undo.x).toBeGreaterThanOrEqual(last.x + last.width)
  await page.keyboard.press('3')
  const ribbons = page.getByTestId('ribbons')
  await ribbons.scrollIntoViewIfNeeded()
  expect(((await ribbons.boundingBox()) ?? { height: 0 }).height).toBeGreaterThan(180)
})

test('proofs are marked and compared large, adopted and kept from there', async ({ page }) => {
  await page.keyboard.press('c')
  await expect(page.getByTestId('notices')).toContainText('Mark two to six')
  for (const kind of ['triadic', 'square', 'analogous', 'monochromatic']) {
    await page.getByTestId(`harmony-${kind}`).getByRole('button').first().hover()
    await page.keyboard.press('m')
  }
  await page.getByRole('button', { name: 'Compare 4' }).click()
  await expect(page.getByTestId('compared')).toHaveCount(4)
  const triadic = (await page.locator('[data-proof=triadic]').getAttribute('data-colors'))?.split(',')
  await page.getByTestId('compared').first().getByRole('button', { name: 'Adopt' }).click()
  await expect.poll(() => bandColors(page)).toEqual(triadic)
  await page.getByTestId('compared').nth(1).getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByTestId('notices')).toContainText('Kept “Square')
  await page
    .getByTestId('compared')
    .nth(3)
    .getByRole('button', { name: /^Unmark/ })
    .click()
  await expect(page.getByTestId('compared')).toHaveCount(3)
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('comparison')).toHaveCount(0)
})

test('the whole scheme is adjusted live, and comes back with everything at rest @full', async ({ page }) => {
  await page.getByRole('tab', { name: 'Whole scheme' }).click()
  const before = await bandColors(page)
  await type(page, 'Drain to gray in percent', '100')
  await expect.poll(async () => Math.max(...(await bandColors(page)).map(hex => lchOf(hex).c))).toBeLessThan(0.005)
  await type(page, 'Drain to gray in percent', '0')
  await expect.poll(() => bandColors(page)).toEqual(before)
  type Measure = (hexes: readonly string[]) => number
  const mean =
    (of: (hex: string) => number): Measure =>
    hexes =>
      hexes.reduce((sum, hex) => sum + of(hex), 0) / hexes.length
  const spread =
    (of: (hex: string) => number): Measure =>
    hexes =>
      Math.max(...hexes.map(of)) - Math.min(...hexes.map(of))
  const chroma = (hex: string): number => lchOf(hex).c
  // each control, what it changes, and in which direction
  const controls: Array<[name: string, value: string, measure: Measure, direction: 1 | -1]> = [
    ['Saturation in percent', '-40', mean(chroma), -1],
    ['Brightness in percent', '12', mean(hex => hsbOf(hex).b), 1],
    ['Even saturation in percent', '80', hexes => spread(chroma)(hexes.filter(hex => chroma(hex) > 0.03)), -1],
    ['Even lightness in percent', '50', spread(hex => lchOf(hex).l), -1],
    ['Cyan–red in percent', '40', mean(hex => labOf(hex).a), 1],
    ['Magenta–green in percent', '-30', mean(hex => labOf(hex).a), 1],
    ['Yellow–blue in percent', '25', mean(hex => labOf(hex).b), -1],
  ]
  for (const [name, value, measure, direction] of controls) {
    const last = measure(await bandColors(page))
    await type(page, name, value)
    await expect.poll(async () => (measure(await bandColors(page)) - last) * direction, name).toBeGreaterThan(0)
  }
  await type(page, 'Tint neutrals in percent', '100')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(number(page, 'Yellow–blue in percent')).toHaveValue(/^(0|25)$/)
  await page.getByTestId('whole').getByRole('button', { name: 'Reset all' }).click()
  await expect.poll(() => bandColors(page)).toEqual(before)
  await page.getByRole('radio', { name: 'perceptual' }).last().click()
  const saturation = page.getByRole('slider', { name: 'Saturation', exact: true })
  await saturation.focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await expect.poll(() => bandColors(page)).not.toEqual(before)
  await page.getByTestId('whole').getByRole('button', { name: 'Reset all' }).click()
  await page.getByTestId('nudge').click()
  await expect.poll(() => bandColors(page)).not.toEqual(before)
  for (const [i, hex] of (await bandColors(page)).entries())
    expect(Math.abs(hsbOf(hex).b - hsbOf(before[i] ?? '').b)).toBeLessThan(0.11)
})

test('a cast lies over the scheme live, of a light or a color, and is fixed or taken away @full', async ({ page }) => {
  await page.getByRole('tab', { name: 'Whole scheme' }).click()
  const before = await bandColors(page)
  await page.getByRole('button', { name: 'Add a color cast' }).click()
  await expect.poll(() => bandColors(page)).not.toEqual(before)
  const states = [await bandColors(page)]
  for (const mode of ['screen', 'overlay', 'soft light', 'color', 'multiply']) {
    await page.getByLabel('Blend mode').selectOption(mode)
    if (mode !== 'multiply') await expect.poll(() => bandColors(page)).not.toEqual(states.at(-1))
    states.push(await bandColors(page))
  }
  await expect.poll(() => bandColors(page)).toEqual(states[0])
  await type(page, 'Temperature in kelvin', '2000')
  const yellow = (hexes: readonly string[] = []): number => hexes.reduce((sum, hex) => sum + labOf(hex).b, 0)
  await expect.poll(async () => yellow(await bandColors(page))).toBeGreaterThan(yellow(states[0]))
  await page.getByRole('radio', { name: 'Color', exact: true }).click()
  await number(page, 'Color of the cast').fill('teal')
  await number(page, 'Color of the cast').press('Enter')
  await type(page, 'Strength in percent', '60')
  const cast = await bandColors(page)
  await page.getByRole('button', { name: 'Make permanent', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Add a color cast' })).toBeVisible()
  expect(await bandColors(page)).toEqual(cast)
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Remove' }).click()
  await expect.poll(() => bandColors(page)).toEqual(before)
})

test('a neutral settles the scheme, and in-betweens are blended from two swatches @full', async ({ page }) => {
  await page.getByRole('tab', { name: 'Whole scheme' }).click()
  await page.getByRole('button', { name: 'Add a quiet neutral' }).click()
  await expect.poll(async () => (await bandColors(page)).length).toBe(7)
  expect(lchOf((await bandColors(page)).at(-1) ?? '').c).toBeLessThan(0.025)
  await number(page, 'Number in between').fill('2')
  await page.getByRole('button', { name: 'Blend', exact: true }).click()
  await expect.poll(async () => (await bandColors(page)).length).toBe(9)
  const [one, first, second, other] = (await bandColors(page)) as [string, string, string, string]
  expect(deltaE(one, first)).toBeLessThan(deltaE(one, other))
  expect(deltaE(second, other)).toBeLessThan(deltaE(one, other))
})

test.describe('where there is little room', () => {
  test.use({ storageState: { cookies: [], origins: [] } })
  test('all nine harmonies stand whole under a small dial, which grows while it is worked with; the trail is one line', async ({
    page,
  }) => {
    const proofs = page.getByTestId('proofs')
    await expect(proofs.getByTestId('proof')).toHaveCount(9)
    const [room, last] = [await proofs.boundingBox(), await proofs.getByTestId('proof').last().boundingBox()]
    if (!room || !last) throw new Error('There are no proofs.')
    expect(last.y + last.height).toBeLessThanOrEqual(room.y + room.height + 1)

    const dial = page.getByTestId('dial')
    const heightOf = async (): Promise<number> => (await dial.boundingBox())?.height ?? 0
    const small = await heightOf()
    expect(small).toBeLessThan(125)
    // under the pointer it grows over the proofs, which stay where they are
    await page.getByTestId('ring').hover()
    await expect.poll(heightOf).toBeGreaterThan(220)
    expect((await proofs.getByTestId('proof').last().boundingBox())?.y).toBe(last.y)
    await page.mouse.move(200, 300)
    await expect.poll(heightOf).toBe(small)
    // what is pressed at once is dragged as it is, and nothing grows under the hand
    const before = await bandColors(page)
    const base = page.getByTestId('ring').getByRole('slider').last()
    const from = await middle(base)
    await page.mouse.move(from.x, from.y)
    await page.mouse.down()
    await page.mouse.move(from.x + 20, from.y - 30, { steps: 6 })
    expect(await heightOf()).toBe(small)
    await page.mouse.up()
    await expect.poll(() => bandColors(page)).not.toEqual(before)
    await page.mouse.move(200, 300)
    // by key: numbers on asking, and Escape
    await page.keyboard.press('Escape')
    await page.getByTestId('tone-plan').focus()
    await page.keyboard.press('Tab')
    expect(await heightOf()).toBe(small)
    await page.keyboard.press('Tab')
    await expect.poll(heightOf).toBeGreaterThan(220)
    await page.keyboard.press('Escape')
    await expect.poll(heightOf).toBe(small)
    // numbers on asking
    await page.getByTestId('dial-numbers').focus()
    await page.keyboard.press('Enter')
    await page.getByRole('slider', { name: 'Turn' }).focus()
    await expect.poll(heightOf).toBeGreaterThan(220)
    await page.keyboard.press('Escape')
    await expect.poll(heightOf).toBe(small)
    // the trail opens, and stays so
    const trail = page.getByTestId('trail')
    await expect(trail.getByTestId('state')).toHaveCount(0)
    await expect(trail.getByTestId('scrub')).toBeVisible()
    expect((await trail.boundingBox())?.height).toBeLessThan(44)
    await page.getByTestId('trail-open').click()
    await expect(trail.getByTestId('state').first()).toBeVisible()
    await page.reload()
    await expect(trail.getByTestId('state').first()).toBeVisible()
  })
  test('a finger’s first tap makes the dial large, and moves nothing', async ({ browser }) => {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 900 }, hasTouch: true })).newPage()
    await openDemoCopy(page)
    const before = await bandColors(page)
    await page.getByTestId('ring').tap({ position: { x: 20, y: 60 } })
    await expect.poll(async () => (await page.getByTestId('dial').boundingBox())?.height ?? 0).toBeGreaterThan(220)
    expect(await bandColors(page)).toEqual(before)
    await page.context().close()
  })
})
