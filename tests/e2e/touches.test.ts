import { expect, test, type Page } from '@playwright/test'
import { bandColors, dragTo, middleOf, openDemoCopy, paintOf, restingColors, saved } from './workspace'
import { showFiles } from './label'

const rgb = (hex: string): string => `rgb(${[1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16)).join(', ')})`

/** A point of the page within the first shape that a selector finds on the stage. */
const pointIn = (page: Page, selector: string): Promise<{ x: number; y: number }> =>
  page.getByTestId('artwork').evaluate((host, within) => {
    for (const shape of host.shadowRoot?.querySelectorAll(within) ?? []) {
      const { left, top, width, height } = shape.getBoundingClientRect()
      for (let i = 1; i < 40; i++) {
        const [x, y] = [left + width * ((i * 0.37) % 1), top + height * ((i * 0.61) % 1)]
        if (host.shadowRoot?.elementFromPoint(x, y) === shape) return { x, y }
      }
    }
    throw new Error(`There is no point within ${within}.`)
  }, selector)
const pickedOnStage = (page: Page): Promise<number> =>
  page.getByTestId('artwork').evaluate(host => host.shadowRoot?.querySelectorAll('[data-picked]').length ?? 0)
const countOf = async (page: Page): Promise<number> =>
  Number((await page.getByTestId('picked').textContent())?.match(/\d+/)?.[0] ?? 0)

test.beforeEach(async ({ page }) => {
  await openDemoCopy(page, 'remap')
  await page.getByRole('tab', { name: 'Touch-ups' }).click()
})

test('shapes are picked by a click, with Shift, by ink, by group, by rectangle, by loop and by keys', async ({
  page,
}) => {
  const at = await pointIn(page, '#lighthouse rect')
  await page.mouse.click(at.x, at.y)
  await expect(page.getByTestId('picked')).toHaveText('1 shape selected')
  expect(await pickedOnStage(page)).toBe(1)
  await page.keyboard.down('Shift')
  await page.mouse.click(at.x, at.y)
  await expect(page.getByTestId('picked')).toContainText('Pick shapes')
  await page.mouse.click(at.x, at.y)
  await page.keyboard.up('Shift')
  await page.getByRole('button', { name: 'Same ink' }).click()
  await expect.poll(() => countOf(page)).toBeGreaterThan(10)
  await page.getByRole('button', { name: 'None' }).click()
  await page.mouse.click(at.x, at.y)
  await page.getByRole('button', { name: 'Whole group' }).click()
  await expect.poll(() => countOf(page)).toBeGreaterThan(3)
  const box = await page.getByTestId('artwork').boundingBox()
  if (!box) throw new Error('There is no artwork.')
  const part = (x: number, y: number) => ({ x: box.x + box.width * x, y: box.y + box.height * y })
  await page.getByRole('radio', { name: 'Rectangle' }).click()
  await dragTo(page, part(0.02, 0.45), part(0.25, 0.72))
  const within = await countOf(page)
  expect(within).toBeGreaterThan(5)
  expect(await pickedOnStage(page)).toBe(within)
  await page.getByRole('radio', { name: 'Lasso' }).click()
  await page.mouse.move(part(0.6, 0.55).x, part(0.6, 0.55).y)
  await page.mouse.down()
  for (const [x, y] of [
    [0.99, 0.55],
    [0.99, 0.72],
    [0.6, 0.72],
  ] as const)
    await page.mouse.move(part(x, y).x, part(x, y).y, { steps: 5 })
  await expect(page.getByTestId('drawn')).toBeVisible()
  await page.mouse.up()
  await expect.poll(() => countOf(page)).toBeGreaterThan(5)
  await page.getByRole('button', { name: 'None' }).click()
  await page.getByTestId('stage').focus()
  await page.keyboard.press('PageDown')
  await page.keyboard.press('Shift+PageDown')
  await expect(page.getByTestId('picked')).toHaveText('2 shapes selected')
})

test('a touch-up is previewed, follows when the scheme changes, stays after a reload, and is removed', async ({
  page,
}) => {
  const at = await pointIn(page, '#lighthouse rect')
  await page.mouse.click(at.x, at.y)
  const before = await paintOf(page, '#lighthouse [data-picked]')
  // a swatch that the shape's ink does not come to by itself
  const chip = page.locator('[data-paint="s2"]')
  const swatch = async (): Promise<string> => rgb((await bandColors(page))[1] ?? '')
  await chip.hover()
  await expect.poll(() => paintOf(page, '#lighthouse [data-picked]')).toBe(await swatch())
  await page.mouse.move(400, 20)
  await expect.poll(() => paintOf(page, '#lighthouse [data-picked]')).toBe(before)
  await chip.click()
  await expect(page.getByTestId('touches')).toContainText('1 shape')
  const shape = await page
    .getByTestId('artwork')
    .evaluate(host => host.shadowRoot?.querySelector('[data-picked]')?.getAttribute('data-shape') ?? '')
  /** What a shape says for itself: what it is painted with by hand, at most. */
  const styleOf = (host: Element, place: string): string =>
    host.shadowRoot?.querySelector(`[data-shape="${place}"]`)?.getAttribute('style') ?? ''
  await expect.poll(() => page.getByTestId('artwork').evaluate(styleOf, shape)).toContain('fill')
  await page.keyboard.press('2')
  await page.locator('[data-proof="analogous"]').click()
  await page.getByTestId('stage').hover({ position: { x: 20, y: 300 } })
  await expect.poll(() => paintOf(page, `[data-shape="${shape}"]`)).toBe(await swatch())
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('artwork').locator('svg').first()).toBeVisible()
  await expect.poll(() => paintOf(page, `[data-shape="${shape}"]`)).toBe(await swatch())
  await page.keyboard.press('3')
  await page.getByRole('button', { name: /^Pick the 1 shape of fill/ }).click()
  await expect(page.getByTestId('picked')).toHaveText('1 shape selected')
  await page.getByRole('button', { name: /^Remove fill/ }).click()
  await expect(page.getByTestId('touches')).toBeHidden()
  await expect.poll(() => page.getByTestId('artwork').evaluate(styleOf, shape)).not.toContain('fill')
  await expect.poll(() => paintOf(page, `[data-shape="${shape}"]`)).not.toBe(await swatch())
})

test('a rung, a stroke and an opacity are set by hand, and the download has them @full', async ({ page }) => {
  const at = await pointIn(page, '#lighthouse rect')
  await page.mouse.click(at.x, at.y)
  const shape = await page
    .getByTestId('artwork')
    .evaluate(host => host.shadowRoot?.querySelector('[data-picked]')?.getAttribute('data-shape') ?? '')
  const style = (name: string): Promise<string> =>
    page
      .getByTestId('artwork')
      .evaluate(
        (host, [within, property]) =>
          getComputedStyle(host.shadowRoot?.querySelector(`[data-shape="${within}"]`) as Element).getPropertyValue(
            property,
          ),
        [shape, name] as const,
      )
  await page.getByRole('radio', { name: 'Shades' }).click()
  const rung = page.locator('[data-paint="s1 1"]')
  const hex = (await rung.getAttribute('title')) ?? ''
  await rung.click()
  await expect.poll(() => style('fill')).toBe(rgb(hex))
  await page.getByRole('radio', { name: 'Stroke', exact: true }).click()
  await page.locator('[data-paint="s2"]').click()
  await expect.poll(() => style('stroke')).toBe(rgb((await bandColors(page))[1] ?? ''))
  await page.getByLabel('Opacity in percent').fill('40')
  await page.getByLabel('Opacity in percent').press('Enter')
  await expect.poll(() => style('opacity')).toBe('0.4')
  await expect(page.getByTestId('touches').getByRole('listitem')).toHaveCount(3)
  await page.keyboard.press('Escape')
  await page.getByTestId('stage').focus()
  await page.keyboard.press('5')
  await showFiles(page)
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Download Poster as SVG' }).click()
  const chunks: Buffer[] = []
  for await (const chunk of await (await download).createReadStream()) chunks.push(chunk as Buffer)
  expect(Buffer.concat(chunks).toString()).toContain(`fill:${hex};stroke:${(await bandColors(page))[1]};opacity:0.4`)
})

test('a swatch let go on a shape colors it; Escape on the way calls it off', async ({ page }) => {
  await page.getByRole('tab', { name: 'Ribbons' }).click()
  const [from, to] = [await middleOf(page, '[data-swatch-id=s5]'), await pointIn(page, '#lighthouse rect')]
  const order = await bandColors(page)
  const before = await restingColors(page)
  const at = (): Promise<string> =>
    page.evaluate(
      ({ x, y }) =>
        getComputedStyle(document.querySelector('[data-test=artwork]')?.shadowRoot?.elementFromPoint(x, y) as Element)
          .fill,
      to,
    )
  await page.mouse.move(from.x, from.y)
  await expect(page.getByTestId('band').locator('ol[data-sorts]')).toBeVisible()
  await page.mouse.down()
  await page.mouse.move(from.x, from.y - 40, { steps: 4 })
  await page.mouse.move(to.x, to.y, { steps: 6 })
  await expect.poll(at).toBe(rgb(order[4] ?? ''))
  await page.mouse.up()
  await page.mouse.move(400, 20)
  await expect.poll(at).toBe(rgb(order[4] ?? ''))
  expect(await bandColors(page)).toEqual(order)
  expect(await restingColors(page)).toEqual(before)
  await page.getByRole('tab', { name: 'Touch-ups' }).click()
  await expect(page.getByTestId('touches').getByRole('listitem')).toHaveCount(1)
  const other = await middleOf(page, '[data-swatch-id=s4]')
  await page.mouse.move(other.x, other.y)
  await page.mouse.down()
  await page.mouse.move(other.x, other.y - 40, { steps: 4 })
  await page.mouse.move(to.x, to.y, { steps: 6 })
  await expect.poll(at).toBe(rgb(order[3] ?? ''))
  await page.keyboard.press('Escape')
  await expect.poll(at).toBe(rgb(order[4] ?? ''))
  await page.mouse.up()
  expect(await bandColors(page)).toEqual(order)
  await expect(page.getByTestId('touches').getByRole('listitem')).toHaveCount(1)
})

test('while colors pass by, what is touched up shows through the map that stands over the artwork @full', async ({
  page,
}) => {
  const at = await pointIn(page, '#lighthouse rect')
  await page.mouse.click(at.x, at.y)
  await page.locator('[data-paint]').nth(1).click()
  await expect(page.getByTestId('touches').locator('li')).toHaveCount(1)
  await page.keyboard.press('2')
  const turn = page.getByRole('slider', { name: 'Turn' })
  await turn.waitFor()
  /** Coverage of the map there, 0 to 255, and, in the middle of the sky, where nothing is painted by hand. */
  const covers = (): Promise<number[]> =>
    page.getByTestId('live').evaluate((canvas, place) => {
      const { width, height } = canvas as HTMLCanvasElement
      const box = canvas.getBoundingClientRect()
      const pen = (canvas as HTMLCanvasElement).getContext('2d')
      const alpha = (x: number, y: number): number => pen?.getImageData(x, y, 1, 1).data[3] ?? -1
      return [
        alpha(((place.x - box.left) / box.width) * width, ((place.y - box.top) / box.height) * height),
        alpha(width / 2, height * 0.02),
      ]
    }, at)
  await expect
    .poll(async () => {
      await turn.evaluate((slider: HTMLInputElement) => {
        slider.value = String((Number(slider.value) + 40) % 160)
        slider.dispatchEvent(new Event('input', { bubbles: true }))
      })
      return (await page.getByTestId('live').count()) ? covers() : []
    })
    .toEqual([0, 255])
})
