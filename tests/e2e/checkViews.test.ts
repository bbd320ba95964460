import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import { contrastOf } from '#core/color/contrast'
import { exactly, finding, goTo, labelIn, recolor } from './label'
import { bandColors, offeredBy, openDemoCopy, saved } from './workspace'

/* Mending together, values, print, and what Check says in the other steps. */

const view = (page: Page, name: string): Promise<void> => page.getByRole('tab', { name, exact: true }).click()
const aside = (page: Page): Promise<void> => page.mouse.move(5, 300)

test('what is ticked is mended together beside a locked swatch, as proofs in three strengths, and undone', async ({
  page,
}) => {
  await labelIn(page, '#f8f4ea #c9b3a4 #b8554f #8a8044')
  await exactly(page)
  await page.getByTestId('swatch').nth(1).focus()
  await page.keyboard.press('l')
  await expect(page.getByTestId('swatch').nth(1)).toHaveAttribute('aria-label', /locked/)
  await expect(page.getByTestId('mend-all')).toContainText(/Fix \d together/)
  const boxes = page.getByRole('checkbox', { name: /^Fix with the others/ })
  await expect(finding(page, 'lettering').first().getByTestId('fix').first()).toBeVisible() // the list has come to rest
  const ticked = await boxes.count()
  await boxes.first().uncheck()
  await expect(page.getByTestId('mend-all')).toContainText(ticked === 2 ? 'the selected one' : `Fix ${ticked - 1}`)
  await boxes.first().check()
  const [before, findings] = [await bandColors(page), await page.getByTestId('finding').count()]
  await page.getByTestId('mend-all').click()
  await expect(page.getByTestId('mended')).toHaveCount(3)
  const proof = page.getByTestId('mended').first()
  const wanted = await offeredBy(proof)
  expect(wanted[1]).toBe('#c9b3a4')
  expect(wanted).not.toEqual(before)
  await proof.hover()
  await expect.poll(() => bandColors(page)).toEqual(wanted)
  await aside(page)
  await expect.poll(() => bandColors(page)).toEqual(before)
  await proof.click()
  await aside(page)
  await expect.poll(() => bandColors(page)).toEqual(wanted)
  await expect.poll(() => page.getByTestId('finding').count()).toBeLessThan(findings)
  await page.keyboard.press('Control+z')
  await expect.poll(() => bandColors(page)).toEqual(before)
  await expect(page.getByTestId('finding')).toHaveCount(findings)
})

test('with everything locked nothing is moved, and a message says why @full', async ({ page }) => {
  await labelIn(page, '#f8f4ea #c9b3a4 #b8554f #8a8044')
  await exactly(page)
  for (let i = 0; i < 4; i++) {
    await page.getByTestId('swatch').nth(i).focus()
    await page.keyboard.press('l')
  }
  await expect(finding(page, 'lettering').first()).toContainText('No single change fixes this.')
  await page.getByTestId('mend-all').click()
  await expect(page.getByTestId('unsettled')).toContainText('Its swatches are locked.')
  await expect(page.getByTestId('mended')).toHaveCount(0)
})

test('two that merge for a color-blind reader are told apart by a fix, and the accent stands out by another @full', async ({
  page,
}) => {
  await labelIn(page, '#f8f4ea #202020 #2e4f7f #e8b040')
  await exactly(page)
  await recolor(page, 2, '#c0504d')
  await recolor(page, 3, '#7f7a3a')
  await expect(finding(page, 'vision').first().getByTestId('fix').first()).toBeVisible()
  const before = await finding(page, 'vision').count()
  await finding(page, 'vision').first().getByTestId('fix').first().click()
  await aside(page)
  await expect(finding(page, 'vision')).toHaveCount(before - 1)
  await page.keyboard.press('Control+z')
  await expect(finding(page, 'vision')).toHaveCount(before)
  // an accent that is only another tone of what dominates
  await recolor(page, 3, '#efe6cf')
  await expect(finding(page, 'accent')).toBeVisible()
  const advice = finding(page, 'accent').getByTestId('fix').first()
  await expect(advice).toBeVisible()
  await advice.click()
  await aside(page)
  await expect(finding(page, 'accent')).toHaveCount(0)
})

test('on two papers colors take other inks and look otherwise, on stage and band through the steps', async ({
  page,
}) => {
  await labelIn(page, '#f8f4ea #202020 #0000ff #00c040')
  await exactly(page)
  await expect(finding(page, 'print').first()).toContainText(/prints (duller|darker|lighter) on coated paper/)
  await view(page, 'Print')
  const row = page.getByTestId('print-row').nth(2)
  await expect(row).toContainText(/9\d 8\d 0 0/) // its profile
  await expect(row).toContainText('100 100 0 0') // the plain formula
  const printed = (): Promise<string | null> => row.locator('[data-printed]').getAttribute('data-printed')
  const coated = await printed()
  await page.getByLabel('Paper', { exact: true }).selectOption('uncoated')
  await expect.poll(printed).not.toBe(coated)
  await page.getByLabel(/Rendering intent/).selectOption('absolute')
  await page.getByRole('checkbox', { name: 'Black point compensation' }).uncheck()
  await expect
    .poll(() => page.getByTestId('print-row').first().locator('[data-printed]').getAttribute('data-printed'))
    .not.toBe('#f8f4ea')
  await page.locator('[data-eyes=paper]').click()
  /** Difference of the band's third swatch from `wanted` in the channel where it is largest. */
  const off = async (wanted: string): Promise<number> => {
    const box = (await page.getByTestId('swatch').nth(2).boundingBox()) ?? { x: 0, y: 0 }
    const shot = await page.screenshot({ clip: { x: box.x + 20, y: box.y + 14, width: 2, height: 2 } })
    const pixel = await sharp(shot).removeAlpha().raw().toBuffer()
    return Math.max(...[1, 3, 5].map((at, i) => Math.abs(parseInt(wanted.slice(at, at + 2), 16) - (pixel[i] ?? 0))))
  }
  await expect.poll(async () => off((await printed()) ?? '')).toBeLessThanOrEqual(5)
  const paper = (await printed()) ?? ''
  for (const step of ['2', '3']) {
    await page.keyboard.press(step)
    await expect.poll(() => off(paper)).toBeLessThanOrEqual(5)
  }
  await page.keyboard.press('4')
  await page.getByRole('textbox', { name: 'Ink limit in percent' }).fill('200')
  await page.getByRole('textbox', { name: 'Ink limit in percent' }).press('Enter')
  await view(page, 'Findings')
  await expect(finding(page, 'ink').first()).toContainText('limit 200%')
  await saved(page)
  await page.reload()
  await view(page, 'Print')
  await expect(page.getByLabel('Paper', { exact: true })).toHaveValue('uncoated')
  await page.getByLabel('Paper', { exact: true }).selectOption('none')
  await expect(page.getByTestId('print')).toContainText('Choose a paper')
  await view(page, 'Findings')
  await expect(finding(page, 'print')).toHaveCount(0)
  await expect(page.getByTestId('eyes').locator('option[value=paper]')).toHaveCount(0)
})

test('without a profile a message says that print is not checked, and everything else is @full', async ({ page }) => {
  await page.route('**/press/*.icc', route => route.abort())
  await page.context().route('**/press/*.icc', route => route.abort())
  await labelIn(page, '#f8f4ea #202020 #0000ff #0000f0')
  await expect(page.getByTestId('check')).toContainText('Print could not be checked')
  await expect(finding(page, 'alike').first()).toBeVisible()
  await view(page, 'Print')
  await expect(page.getByTestId('print').getByRole('alert')).toContainText('Print colors could not be computed')
  await page.context().unroute('**/press/*.icc')
  await page.unroute('**/press/*.icc')
  await page.getByTestId('print').getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByTestId('print-row').first()).toContainText(/\d+ \d+ \d+ \d+/)
})

test('the gray picture in few values, how much each covers, and shares as they are and as they are meant @full', async ({
  page,
}) => {
  await labelIn(page, '#f8f4ea #202020 #2e4f7f #e8b040')
  await exactly(page)
  await view(page, 'Values')
  await expect(page.getByTestId('values').locator('canvas[role=img]')).toHaveCount(2)
  await expect(page.getByTestId('spread')).toContainText(/Dark \d+%, middle \d+%, light \d+% of the picture\./)
  await expect(page.getByTestId('shares').locator('li')).toHaveCount(4)
  await page.locator('[data-eyes=three]').click()
  const grays = async (): Promise<number> => {
    const box = (await page.getByTestId('artwork').boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 }
    const clip = { x: box.x + box.width * 0.2, y: box.y + 4, width: box.width * 0.7, height: box.height * 0.75 }
    const { data, info } = await sharp(await page.screenshot({ clip }))
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    const seen = new Map<number, number>()
    let colorful = 0
    for (let at = 0; at < data.length; at += info.channels) {
      colorful = Math.max(colorful, Math.abs((data[at] ?? 0) - (data[at + 2] ?? 0)))
      seen.set(data[at] ?? 0, (seen.get(data[at] ?? 0) ?? 0) + 1)
    }
    expect(colorful).toBeLessThanOrEqual(1)
    return [...seen.values()].filter(count => count > 60).length
  }
  await expect.poll(grays).toBe(3)
  await page.keyboard.press('b')
  await expect(page.getByTestId('eyes')).toHaveValue('everyone')
})

test('a pair is marked as lettering, the ladder gives one that passes, and the band says black or white @full', async ({
  page,
}) => {
  await labelIn(page, '#f8f4ea #202020 #2e4f7f #e8b040')
  await exactly(page)
  await expect(finding(page, 'lettering')).toHaveCount(0)
  await view(page, 'Contrast')
  await expect(page.getByTestId('letters').first()).toContainText('Black text is easier to read on it: black 19.')
  await expect(page.getByTestId('letters').nth(1)).toContainText('White text is easier to read on it')
  await page.getByTestId('pair').nth(3).click()
  await page
    .getByRole('radiogroup', { name: /is used as lettering/ })
    .getByRole('radio', { name: 'yes' })
    .click()
  await view(page, 'Findings')
  await expect(finding(page, 'lettering')).toHaveCount(1)
  await view(page, 'Contrast')
  await page.getByTestId('pair').nth(3).click()
  const rung = page.locator('[data-test=nearest][data-from="from its ladder"][data-level="4.5"]').first()
  await rung.click()
  await aside(page)
  await expect
    .poll(async () => {
      const [one = '', , , other = ''] = await bandColors(page)
      return contrastOf(one, other)
    })
    .toBeGreaterThanOrEqual(4.5)
  await page
    .getByRole('radiogroup', { name: /is used as lettering/ })
    .getByRole('radio', { name: 'found' })
    .click()
  await view(page, 'Findings')
  await expect(finding(page, 'lettering')).toHaveCount(0)
})

test('proofs say how many findings of theirs are serious, and those with the fewest come first @full', async ({
  page,
}) => {
  await labelIn(page, '#f8f4ea #e8dcc0 #cfc8b8 #b8b080')
  await exactly(page)
  await goTo(page, 'Compose')
  await page.getByRole('tab', { name: 'Orders' }).click()
  await page.getByLabel('Order of the proofs').selectOption('fewest serious')
  const counts = (): Promise<number[]> =>
    page
      .getByTestId('proof')
      .evaluateAll(all =>
        all.map(each => Number(each.querySelector('[data-test=proof-serious]')?.textContent?.replace('▲', '') ?? 0)),
      )
  await expect.poll(async () => (await counts()).some(count => count > 0)).toBe(true)
  await expect
    .poll(async () => {
      const all = await counts()
      return all.every((count, i) => i === 0 || count >= (all[i - 1] ?? 0))
    })
    .toBe(true)
})

test('all of it goes by keyboard', async ({ page }) => {
  await labelIn(page, '#f8f4ea #e8dcc0 #cfc8b8 #b8b080')
  await exactly(page)
  await page.getByTestId('finding').first().getByTestId('fix').first().waitFor()
  const before = await bandColors(page)
  await page.getByRole('tab', { name: 'Findings' }).focus()
  const focused = (): Promise<string | null> =>
    page.evaluate(() => document.activeElement?.getAttribute('data-test') ?? null)
  const tabTo = async (what: string): Promise<void> => {
    for (let n = 0; n < 30 && (await focused()) !== what; n++) await page.keyboard.press('Tab')
    expect(await focused()).toBe(what)
  }
  await tabTo('mend-all')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('mended').first()).toBeVisible()
  await tabTo('mended')
  const mended = await offeredBy(page.locator(':focus'))
  expect(mended).not.toEqual(before)
  await expect.poll(() => bandColors(page)).toEqual(mended)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('mended')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect.poll(() => bandColors(page)).toEqual(before)
  await page.getByRole('tab', { name: 'Findings' }).focus()
  for (const name of ['Contrast', 'Vision', 'Values', 'Print']) {
    await page.keyboard.press('ArrowRight')
    await expect(page.getByRole('tab', { name, exact: true })).toBeFocused()
    await expect(page.getByRole('tab', { name, exact: true })).toHaveAttribute('aria-selected', 'true')
  }
})

test('nothing stands in the way of readers of screens in any view of Check @full', async ({ page }) => {
  await openDemoCopy(page, 'check')
  for (const surround of ['paper', 'night'])
    for (const name of ['Findings', 'Contrast', 'Vision', 'Values', 'Print']) {
      await page.evaluate(now => {
        document.documentElement.dataset.surround = now
      }, surround)
      await view(page, name)
      await page.waitForTimeout(150)
      const { violations } = await new AxeBuilder({ page })
        .include('[data-test=check]')
        .exclude('[data-sample]')
        .analyze()
      expect(violations.map(({ id, nodes }) => `${surround} ${name} ${id}: ${nodes[0]?.html.slice(0, 160)}`)).toEqual(
        [],
      )
    }
})
