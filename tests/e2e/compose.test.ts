import { expect, test } from '@playwright/test'
import { angleOf } from '../../core/color/wheel'
import { bandColors, dragTo, openDemoCopy, saved, stageColors } from './workspace'

test.beforeEach(async ({ page }) => { await openDemoCopy(page) })

test('every harmony derives another scheme, shown in the artwork at once', async ({ page }) => {
  const seen = new Set<string>()
  for (const kind of ['monochromatic', 'analogous', 'complementary', 'triadic', 'tetradic', 'square', 'analogous with accent']) {
    const before = await stageColors(page)
    await page.getByTestId(`harmony-${kind}`).click()
    await expect.poll(() => stageColors(page)).not.toEqual(before)
    seen.add((await bandColors(page)).join())
  }
  expect(seen.size).toBe(7)
  await page.getByTestId('harmony-free').click()
  await expect(page.getByTestId('harmony-free')).toHaveAttribute('aria-checked', 'true')
})

test('wheel, spread, turn and count change the scheme; undo and redo step through them', async ({ page }) => {
  const states = [await bandColors(page)]
  const step = async (act: () => Promise<void>): Promise<void> => {
    await act()
    await expect.poll(() => bandColors(page)).not.toEqual(states.at(-1))
    states.push(await bandColors(page))
  }
  const number = (name: string) => page.getByRole('textbox', { name })
  const type = (name: string, value: string) => async (): Promise<void> => {
    await number(name).fill(value)
    await number(name).press('Enter')
    await number(name).blur()
  }
  await step(() => page.getByRole('radio', { name: 'perceptual' }).click())
  await step(type('Spread in degrees', '60'))
  await step(type('Turn in degrees', '45'))
  await step(type('Swatches', '9'))
  expect(states.at(-1)).toHaveLength(9)
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

test('the base dragged on the ring turns the shape; another hue opens the spread', async ({ page }) => {
  const ring = await page.getByTestId('ring').boundingBox()
  if (!ring) throw new Error('There is no ring.')
  const [x, y, radius] = [ring.x + ring.width / 2, ring.y + ring.height / 2, ring.width * 98 / 244]
  const spot = (angle: number): { x: number, y: number } => ({ x: x + Math.sin(angle * Math.PI / 180) * radius, y: y - Math.cos(angle * Math.PI / 180) * radius })
  const base = angleOf('paint', (await bandColors(page))[0] ?? '')
  await dragTo(page, spot(base), spot(base + 50))
  await expect(page.getByRole('textbox', { name: 'Turn in degrees' })).toHaveValue(/^(49|50|51)$/)
  await dragTo(page, spot(base + 50 + 180 - 34), spot(base + 50 + 180 - 60))
  await expect(page.getByRole('textbox', { name: 'Spread in degrees' })).toHaveValue(/^(59|60|61)$/)
  await page.getByTestId('target-s1').focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('textbox', { name: 'Turn in degrees' })).toHaveValue(/^(50|51|52)$/)
})

test('a free harmony moves one hue alone', async ({ page }) => {
  await page.getByTestId('harmony-free').click()
  const before = await bandColors(page)
  await page.getByTestId('target-s2').focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight')
  await expect.poll(async () => (await bandColors(page))[1]).not.toBe(before[1])
  expect((await bandColors(page))[0]).toBe(before[0])
  expect((await bandColors(page))[2]).toBe(before[2])
})
