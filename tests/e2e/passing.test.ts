import { expect, test, type Locator, type Page } from '@playwright/test'
import sharp from 'sharp'
import { paintInkMap } from '#core/inkmap/inkmap'
import { unpackInkMap } from '#core/inkmap/codec'
import type { Project } from '#core/document/project'
import { bandColors, computedColors, openDemoCopy, saved } from './workspace'
import { farthest, pixelsOf, showLoft } from './onStage'

/* What passes by under a hand that drags: the same as what stands when it lets go. */

/** All pixels a canvas shows, whoever paints it. */
const allPixelsOf = (canvas: Locator): Promise<number[]> =>
  canvas.evaluate((element: HTMLCanvasElement) => {
    const pen = new OffscreenCanvas(element.width, element.height).getContext('2d')
    pen?.drawImage(element, 0, 0)
    return [...(pen?.getImageData(0, 0, element.width, element.height).data ?? [])]
  })
/** The part of two pictures of the page that is clearly different. */
const differing = async (one: Buffer, other: Buffer): Promise<number> => {
  const [data, there] = [
    await sharp(one).removeAlpha().raw().toBuffer(),
    await sharp(other).removeAlpha().raw().toBuffer(),
  ]
  expect(data.length).toBe(there.length)
  return [...data].filter((value, i) => Math.abs(value - (there[i] ?? 0)) > 60).length / data.length
}
const ringPoint = async (page: Page, angle: number): Promise<{ x: number; y: number }> => {
  const box = await page.getByTestId('ring').boundingBox()
  if (!box) throw new Error('There is no ring.')
  const far = (box.width * 96) / 244
  return {
    x: box.x + box.width / 2 + Math.sin((angle * Math.PI) / 180) * far,
    y: box.y + box.height / 2 - Math.cos((angle * Math.PI) / 180) * far,
  }
}
/** Takes the base in hand on the ring, and moves it until the worker paints what passes by. */
const takeBase = async (page: Page): Promise<void> => {
  await page.getByTestId('dial').hover({ position: { x: 4, y: 4 } })
  const target = await page.getByTestId('target-s1').boundingBox()
  if (!target) throw new Error('There is no base on the ring.')
  await page.mouse.move(target.x + target.width / 2, target.y + target.height / 2)
  await page.mouse.down()
  for (let angle = 30; await page.getByTestId('passing-ring').evaluate(each => each.matches('.invisible')); angle++) {
    const { x, y } = await ringPoint(page, angle)
    await page.mouse.move(x, y)
  }
}

test('a drag on the ring shows a drawing as it stands afterwards, pixel by pixel; names follow when the hand rests', async ({
  page,
}) => {
  const id = await openDemoCopy(page)
  const before = await bandColors(page)
  await takeBase(page)
  for (const angle of [200, 204, 208, 212]) {
    const { x, y } = await ringPoint(page, angle)
    await page.mouse.move(x, y)
  }
  // the hand rests: what is read and heard follows
  await expect.poll(() => bandColors(page)).not.toEqual(before)
  const passed = page.getByTestId('passing-stage')
  const [stage, band] = [await allPixelsOf(passed), await bandColors(page)]
  const drawn = await page.getByTestId('dial').screenshot()
  await page.mouse.up()
  await expect(passed).toHaveClass(/invisible/)
  expect(await bandColors(page)).toEqual(band)
  await saved(page)
  // and it is what the core makes of what is stored
  const stored = (await (await page.request.get(`/api/projects/${id}`)).json()) as { document: Project }
  const bytes = await (await page.request.get(`/api/artwork/${stored.document.artwork[0]?.hash}/map`)).body()
  const map = unpackInkMap(new Uint8Array(bytes))
  const standing = new Uint8ClampedArray(map.width * map.height * 4)
  paintInkMap(map, await computedColors(page), standing)
  expect(farthest(stage, [...standing])).toBeLessThanOrEqual(1)
  // targets are drawn where they stand
  await page.mouse.move(640, 20)
  await page.locator('body').evaluate(() => (document.activeElement as HTMLElement).blur())
  expect(await differing(drawn, await page.getByTestId('dial').screenshot())).toBeLessThan(0.01)
})

test('a drag shows a painting as it stands afterwards; called off, all is as before', async ({ page }) => {
  await openDemoCopy(page, 'remap')
  await showLoft(page)
  await page.keyboard.press('2')
  await takeBase(page)
  const { x, y } = await ringPoint(page, 200)
  await page.mouse.move(x, y)
  await page.waitForTimeout(500)
  const passed = await pixelsOf(page)
  const hexes = await bandColors(page)
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect.poll(() => bandColors(page)).not.toEqual(hexes)
  await expect.poll(async () => farthest(passed, await pixelsOf(page))).toBeGreaterThan(20)
  await takeBase(page)
  await page.mouse.move(x, y)
  await page.mouse.up()
  await expect.poll(() => bandColors(page)).toEqual(hexes)
  await expect.poll(async () => farthest(passed, await pixelsOf(page))).toBeLessThanOrEqual(1)
})

test('without canvases that workers paint, a drag previews the scheme as a whole @full', async ({ page }) => {
  await page.addInitScript(() => Reflect.deleteProperty(HTMLCanvasElement.prototype, 'transferControlToOffscreen'))
  await openDemoCopy(page)
  const before = await bandColors(page)
  const target = await page.getByTestId('target-s1').boundingBox()
  if (!target) throw new Error('There is no base on the ring.')
  await page.mouse.move(target.x + target.width / 2, target.y + target.height / 2)
  await page.mouse.down()
  const { x, y } = await ringPoint(page, 200)
  await page.mouse.move(x, y, { steps: 5 })
  await expect.poll(() => bandColors(page)).not.toEqual(before)
  const passed = await bandColors(page)
  await expect(page.getByTestId('passing-ring')).toHaveClass(/invisible/)
  await page.mouse.up()
  await expect.poll(() => bandColors(page)).toEqual(passed)
})
