import type { CDPSession, Page } from '@playwright/test'

/** A place on the screen. */
export interface Spot {
  x: number
  y: number
}

/** Fingers on a page, as the browser has them from a screen: what scrolls or zooms takes them away from what is dragged. */
export interface Fingers {
  /** One finger from place to place, in steps of a frame. */
  drag: (from: Spot, to: Spot) => Promise<void>
  /** Two fingers about a place, from so far apart to so far. */
  pinch: (about: Spot, from: number, to: number) => Promise<void>
}

const STEPS = 12

export const fingersOn = async (page: Page): Promise<Fingers> => {
  const session: CDPSession = await page.context().newCDPSession(page)
  const touch = async (type: 'touchStart' | 'touchMove' | 'touchEnd', spots: readonly Spot[]): Promise<void> => {
    await session.send('Input.dispatchTouchEvent', { type, touchPoints: spots.map((spot, id) => ({ ...spot, id })) })
    await page.evaluate(() => new Promise(requestAnimationFrame))
  }
  const along = async (at: (part: number) => Spot[]): Promise<void> => {
    await touch('touchStart', at(0))
    for (let step = 1; step <= STEPS; step++) await touch('touchMove', at(step / STEPS))
    // a finger that rests before it leaves flings nothing; the tap after a fling would only end that
    await page.waitForTimeout(250)
    await touch('touchMove', at(1))
    await touch('touchEnd', [])
  }
  const between = (from: number, to: number, part: number): number => from + (to - from) * part
  return {
    drag: (from, to) => along(part => [{ x: between(from.x, to.x, part), y: between(from.y, to.y, part) }]),
    pinch: ({ x, y }, from, to) =>
      along(part => {
        const half = between(from, to, part) / 2
        return [
          { x: x - half, y },
          { x: x + half, y },
        ]
      }),
  }
}
