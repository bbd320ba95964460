import { expect, type Page } from '@playwright/test'

/* The picture on the stage: its pixels, and who paints them. */

/** The canvas the picture on the stage is painted on. */
export const canvas = (page: Page) => page.getByTestId('picture').locator('canvas[data-painted-by]')
/** Takes the pointer off everything. */
export const aside = (page: Page): Promise<void> => page.mouse.move(360, 20)

/** Every fifth pixel of the picture on the stage, row by row. */
export const pixelsOf = (page: Page): Promise<number[]> =>
  canvas(page).evaluate(element => {
    const { width, height } = element as HTMLCanvasElement
    const copy = new OffscreenCanvas(width, height)
    const context = copy.getContext('2d')
    context?.drawImage(element as HTMLCanvasElement, 0, 0)
    const data = context?.getImageData(0, 0, width, height).data ?? new Uint8ClampedArray()
    const seen: number[] = []
    for (let y = 2; y < height; y += 5)
      for (let x = 2; x < width; x += 5) for (let n = 0; n < 4; n++) seen.push(data[(y * width + x) * 4 + n] ?? 0)
    return seen
  })
/** The color of the stage's picture at a part of its width and height. */
export const colorAt = (page: Page, x: number, y: number): Promise<string> =>
  canvas(page).evaluate(
    (element, [across, down]) => {
      const { width, height } = element as HTMLCanvasElement
      const copy = new OffscreenCanvas(width, height)
      const context = copy.getContext('2d')
      context?.drawImage(element as HTMLCanvasElement, 0, 0)
      const [r, g, b] = context?.getImageData(Math.floor(across * width), Math.floor(down * height), 1, 1).data ?? [
        0, 0, 0,
      ]
      return `#${[r, g, b].map(value => (value ?? 0).toString(16).padStart(2, '0')).join('')}`
    },
    [x, y] as const,
  )
/** Difference of two colors in the channel where it is largest. */
export const apart = (one: string, other: string): number =>
  Math.max(
    ...[1, 3, 5].map(at => Math.abs(parseInt(one.slice(at, at + 2), 16) - parseInt(other.slice(at, at + 2), 16))),
  )
/** Waits until the picture has a color at a place, give or take what the brush shows there. */
export const hasColor = (page: Page, place: readonly [number, number], wanted: string): Promise<void> =>
  expect.poll(async () => apart(await colorAt(page, ...place), wanted)).toBeLessThan(24)
/** Largest difference of two lists of channels. */
export const farthest = (one: readonly number[], other: readonly number[]): number =>
  one.reduce(
    (max, value, i) => Math.max(max, Math.abs(value - (other[i] ?? -99))),
    one.length === other.length ? 0 : 999,
  )
/** Where a part of the width and height of the picture is on the page. */
export const point = async (page: Page, x: number, y: number): Promise<{ x: number; y: number }> => {
  const box = await page.getByTestId('picture').boundingBox()
  if (!box) throw new Error('There is no picture.')
  return { x: box.x + box.width * x, y: box.y + box.height * y }
}
/** Lets the page have WebGL though this machine draws it without a graphics card, or takes it away. */
export const withWebGL = (page: Page, there: boolean): Promise<unknown> =>
  page.addInitScript(allowed => {
    const own = HTMLCanvasElement.prototype.getContext
    HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement, kind: string, options: object = {}) {
      return kind === 'webgl2' && !allowed
        ? null
        : (Reflect.apply(own, this, [
            kind,
            { ...options, failIfMajorPerformanceCaveat: false },
          ]) as RenderingContext | null)
    } as typeof own
  }, there)
/** Shows the demo's large picture in Remap, and waits until it is taken apart. */
export const showLoft = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'Show Kite loft' }).click()
  await expect(canvas(page)).toBeVisible()
  await expect(page.getByTestId('unmixing')).toBeHidden({ timeout: 60_000 })
  await aside(page)
}
