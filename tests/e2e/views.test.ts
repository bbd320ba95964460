import { expect, test, type Page } from '@playwright/test'
import { isAccessible } from './accessible'
import { leaveView, openView, STEPS, type View, VIEWS } from './views'
import { bandColors, offeredBy, openDemoCopy } from './workspace'

// the longest of all files: both workers take its tests
test.describe.configure({ mode: 'parallel' })

/* Every view, once each in every surround and size: for readers of screens, for fingers, and nothing cut or off the edge. */

/** Lettering that shows what does not read is no text of the page. */
const SAMPLES = '[data-sample]'

const overAllViews = async (
  page: Page,
  look: (name: string) => Promise<void>,
  views: readonly View[] = VIEWS,
): Promise<void> => {
  for (const view of views) {
    await test.step(view.name, async () => {
      await openView(page, view)
      await look(view.name)
      await leaveView(page)
    })
  }
}

test.describe('nothing stands in the way of readers of screens, and letters have contrast in every surround', () => {
  /** All rules on paper; contrast in the other surrounds, too, unless the test of all of them does it. */
  const look = async (page: Page, within = 'body', without?: string, surrounds = true): Promise<void> => {
    await isAccessible(page, within, without)
    if (surrounds) await looksElsewhere(page, within, without)
  }
  const looksElsewhere = async (page: Page, within = 'body', without?: string): Promise<void> => {
    const surround = (value: string): Promise<void> =>
      page.evaluate(name => void (document.documentElement.dataset.surround = name), value)
    for (const other of ['gray', 'night']) {
      await surround(other)
      await isAccessible(page, within, without, 'contrast')
    }
    await surround('paper')
  }
  test('on Home and in what opens over it', async ({ page }) => {
    await page.goto('/')
    await expect(page.getByTestId('project-card').first()).toBeVisible()
    await look(page)
    await page.getByTestId('new-project-button').click()
    await expect(page.getByTestId('new-project')).toBeVisible()
    await look(page, '[data-test=new-project]')
  })
  for (const step of STEPS)
    test(`in the views of ${step}`, async ({ page }) => {
      await openDemoCopy(page)
      if (step === 'compose') {
        await page.keyboard.press('?')
        await expect(page.getByTestId('keys')).toBeVisible()
        await look(page, '[data-test=keys]')
        await page.keyboard.press('Escape')
      }
      const views = VIEWS.filter(view => view.step === step)
      await overAllViews(page, name => look(page, 'body', SAMPLES, name === views[0]?.name), views)
    })
  test('in every view, in gray and at night @full', async ({ page }) => {
    test.setTimeout(300_000)
    await openDemoCopy(page)
    await overAllViews(page, () => looksElsewhere(page, 'body', SAMPLES))
  })
})

/** Controls smaller than so many pixels, with their labels. */
const smallerThan = (page: Page, min: number): Promise<string[]> =>
  page.evaluate(min => {
    const pressed =
      'button, a, input, select, textarea, summary, [role=slider], [role=radio], [role=tab], [role=option], [tabindex="0"]'
    return [...document.querySelectorAll<HTMLElement>(pressed)].flatMap(each => {
      const own = each.getBoundingClientRect()
      const label = each.closest('label')?.getBoundingClientRect()
      const [width, height] = [Math.max(own.width, label?.width ?? 0), Math.max(own.height, label?.height ?? 0)]
      const shown =
        own.width > 0 && own.bottom > 0 && own.top < innerHeight && !each.closest('[inert], .sr-only, .skips')
      // inks of the ribbons are as high as their area, and swell when they are pointed at
      return shown &&
        !each.matches('[data-ink]') &&
        !each.matches('.sr-only') &&
        (width < min - 0.5 || height < min - 0.5)
        ? [
            `${each.getAttribute('data-test') ?? each.getAttribute('aria-label') ?? each.outerHTML.slice(0, 60)}: ${width} × ${height}`,
          ]
        : []
    })
  }, min)

/** Text that is cut, and text or the bench off the edge. */
const cutOrOff = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('body *')].flatMap(each => {
      const [style, box] = [getComputedStyle(each), each.getBoundingClientRect()]
      const words = each.textContent?.trim().slice(0, 40) ?? ''
      if (!box.width || box.bottom < 0 || box.top > innerHeight || each.closest('[inert], .sr-only, .skips')) return []
      const tells = [...each.childNodes].some(node => node.nodeType === Node.TEXT_NODE && node.textContent?.trim())
      const hides = style.overflowX === 'hidden' || style.overflowX === 'clip'
      const isCut = each.scrollWidth > each.clientWidth + 1 || each.scrollHeight > each.clientHeight + 2
      const bench = each.dataset.test === 'bench' && each.scrollWidth > each.clientWidth + 1
      // a long name somebody gave ends in an ellipsis, and its title says it whole
      const hasTitle = style.textOverflow === 'ellipsis' && each.title === each.textContent?.trim()
      return [
        ...(tells && hides && isCut && !hasTitle ? [`cut: ${words}`] : []),
        ...(tells && box.right > innerWidth + 1 ? [`off the edge: ${words}`] : []),
        ...(bench ? ['the bench goes on to the side'] : []),
      ]
    }),
  )

const SIZES = [
  { name: 'a low small window', viewport: { width: 1024, height: 600 }, min: 24 },
  { name: 'a laptop with the browser’s toolbars', viewport: { width: 1280, height: 665 }, min: 24 },
  { name: 'a tablet by finger', viewport: { width: 1024, height: 768 }, hasTouch: true, min: 40 },
] as const

for (const { name, min, ...device } of SIZES)
  test.describe(name, () => {
    test.use(device)
    test(`nothing is cut, off the edge or too small to press in any view${'hasTouch' in device ? '' : ' @full'}`, async ({
      page,
    }) => {
      test.setTimeout(300_000)
      await openDemoCopy(page)
      const found: string[] = []
      await overAllViews(page, async view => {
        await expect
          .poll(async () => [...(await cutOrOff(page)), ...(await smallerThan(page, min))], { timeout: 3000 })
          .toEqual([])
          .catch(async () => {
            for (const each of [...(await cutOrOff(page)), ...(await smallerThan(page, min))])
              found.push(`${view}: ${each}`)
          })
      })
      expect([...new Set(found)]).toEqual([])
    })
  })

test('a line says what a drag, a click and a key do here; it is put away, and brought back in Keys', async ({
  page,
}) => {
  await openDemoCopy(page)
  const line = page.getByTestId('foot-line')
  await expect(line).not.toBeEmpty()
  const compose = await line.textContent()
  await page.keyboard.press('3')
  await expect(line).not.toHaveText(compose ?? '')
  await page.getByRole('button', { name: /^Hide this line/ }).click()
  await expect(line).toHaveCount(0)
  await page.keyboard.press('2')
  await expect(page.getByTestId('compose')).toBeVisible()
  await expect(line).toHaveCount(0)
  await page.reload()
  await expect(page.getByTestId('compose')).toBeVisible()
  await expect(line).toHaveCount(0)
  await page.keyboard.press('?')
  await page.getByLabel('Tips at the foot of the bench').check()
  await page.keyboard.press('Escape')
  await expect(line).toHaveText(compose ?? '')
})

test('what is technical explains itself where it stands, by pointer and by keys', async ({ page }) => {
  await openDemoCopy(page, 'remap')
  await page.getByTestId('explain-Shading').click()
  await expect(page.getByText('All inks of a swatch become exactly that color')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('explain-Shading')).toBeFocused()
  await page.getByTestId('explain-Match').press('Enter')
  const meaning = page.getByRole('definition')
  await expect(meaning.first()).toBeVisible()
  expect(await meaning.count()).toBeGreaterThanOrEqual(4)
  await page.keyboard.press('Escape')
  await expect(meaning).toHaveCount(0)
  await page.keyboard.press('2')
  await page.getByTestId('explain-Wheel').click()
  await expect(page.getByRole('definition')).toHaveCount(3)
})

test('at 2560 by 1440 the room is used: as many proofs at once, all ribbons labeled @full', async ({ page }) => {
  await page.setViewportSize({ width: 2560, height: 1440 })
  await openDemoCopy(page)
  const bench = await page.getByTestId('bench').boundingBox()
  expect(bench?.width).toBeGreaterThan(800)
  const proofs = page.getByTestId('proofs').getByTestId('proof').or(page.locator('[data-proof]'))
  await expect(proofs.nth(8)).toBeInViewport()
  const beside = page.getByTestId('proofs-beside')
  await expect(beside.locator('[data-proof]')).toHaveCount(25)
  await expect(beside.locator('[data-proof]').last()).toBeInViewport({ ratio: 0.99 })
  const band = await bandColors(page)
  const varied = beside.locator('[data-proof]').nth(3)
  const offered = await offeredBy(varied)
  expect(offered).not.toEqual(band)
  await varied.hover()
  await expect.poll(() => bandColors(page)).toEqual(offered)
  await page.getByRole('tab', { name: 'Variations' }).click()
  await expect(page.getByTestId('proofs').locator('[data-proof]')).toHaveCount(25)
  await expect(beside.getByTestId('harmony-triadic')).toBeInViewport()
  await expect.poll(() => bandColors(page)).toEqual(band)
  const triadic = await offeredBy(beside.locator('[data-proof=triadic]'))
  await beside.getByTestId('harmony-triadic').getByRole('button').first().click()
  await expect.poll(() => bandColors(page)).toEqual(triadic)
  await page.setViewportSize({ width: 1280, height: 800 })
  await expect(beside).toHaveCount(0)
})

test('an ink of the ribbons, however little it covers, is 24 pixels high where it is pointed at or has the focus', async ({
  page,
}) => {
  await openDemoCopy(page, 'remap')
  const inks = page.locator('[data-ink]')
  await expect(inks.nth(40)).toBeInViewport()
  expect((await inks.nth(40).boundingBox())?.height).toBeLessThan(24)
  for (const at of [0, 13, 27, 40, 45]) {
    await inks.nth(at).hover()
    await expect.poll(async () => (await inks.nth(at).boundingBox())?.height).toBeGreaterThanOrEqual(24)
    expect(await inks.nth(at).evaluate(each => each.matches(':hover'))).toBe(true)
  }
  await page.getByTestId('stage').hover({ position: { x: 20, y: 20 } })
  await inks.nth(20).focus()
  await expect.poll(async () => (await inks.nth(20).boundingBox())?.height).toBeGreaterThanOrEqual(24)
})
