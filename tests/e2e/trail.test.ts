import { expect, test, type Page } from '@playwright/test'
import { bandColors, offeredBy, openDemoCopy, OURS, saved } from './workspace'

const states = (page: Page) => page.getByTestId('state')
const harmony = async (page: Page, kind: string): Promise<string[]> => {
  const offered = await offeredBy(page.locator(`[data-proof=${kind}]`))
  await page.getByTestId(`harmony-${kind}`).getByRole('button').first().click()
  await page.getByTestId('stage').hover({ position: { x: 30, y: 30 } })
  await expect.poll(() => bandColors(page)).toEqual(offered)
  return offered
}

test('every change leaves a state; one goes back, branches without losing the later ones, and finds all of it again', async ({
  page,
}) => {
  await openDemoCopy(page)
  await expect(page.getByTestId('trail')).toContainText('Every change adds a state here')
  const start = await bandColors(page)
  const triadic = await harmony(page, 'triadic')
  const square = await harmony(page, 'square')
  await expect(states(page)).toHaveCount(3)
  await states(page).nth(0).hover()
  await expect.poll(() => bandColors(page)).toEqual(start)
  await page.getByTestId('stage').hover({ position: { x: 30, y: 30 } })
  await expect.poll(() => bandColors(page)).toEqual(square)
  await states(page).nth(1).click()
  await expect.poll(() => bandColors(page)).toEqual(triadic)
  await expect(states(page).nth(1)).toHaveAttribute('aria-current', 'step')
  const analogous = await harmony(page, 'analogous')
  await expect(states(page)).toHaveCount(4)
  await expect(states(page).nth(3)).toHaveClass(/branch/)
  await states(page).nth(2).click()
  await expect.poll(() => bandColors(page)).toEqual(square)
  await page.keyboard.press('Control+z')
  await expect.poll(() => bandColors(page)).toEqual(analogous)
  await saved(page)
  await page.reload()
  await expect(states(page)).toHaveCount(4)
  await expect(states(page).nth(3)).toHaveAttribute('aria-current', 'step')
  await states(page).nth(0).click()
  await expect.poll(() => bandColors(page)).toEqual(start)
})

test('the bar is scrubbed with pointer and keys @full', async ({ page }) => {
  await openDemoCopy(page)
  const seen = [await bandColors(page)]
  for (const kind of ['triadic', 'square', 'analogous', 'monochromatic']) seen.push(await harmony(page, kind))
  const box = await page.getByTestId('scrub').boundingBox()
  if (!box) throw new Error('There is no bar.')
  const at = (place: number): [number, number] => [box.x + (box.width * (place + 0.5)) / 5, box.y + 8]
  await page.mouse.move(...at(4))
  await page.mouse.down()
  for (const place of [3, 2, 1]) {
    await page.mouse.move(...at(place))
    await expect.poll(() => bandColors(page)).toEqual(seen[place])
  }
  await page.mouse.up()
  await expect(page.getByTestId('trail-at')).toHaveText('2 of 5')
  await expect.poll(() => bandColors(page)).toEqual(seen[1])
  await page.getByTestId('scrub').focus()
  await page.keyboard.press('ArrowRight')
  await expect.poll(() => bandColors(page)).toEqual(seen[2])
})

test('K keeps the state one is in, or a proof only pointed at; kept ones are renamed, found and compared @full', async ({
  page,
}) => {
  await openDemoCopy(page)
  const triadic = await harmony(page, 'triadic')
  await page.keyboard.press('k')
  await expect(page.getByTestId('notices')).toContainText('Kept “Triadic')
  await page.getByTestId('harmony-square').getByRole('button').first().hover()
  const square = (await page.locator('[data-proof=square]').getAttribute('data-colors'))?.split(',')
  await page.keyboard.press('k')
  await expect(page.getByTestId('notices')).toContainText('Kept “Square')
  await page.getByTestId('stage').hover({ position: { x: 30, y: 30 } })
  await expect.poll(() => bandColors(page)).toEqual(triadic)
  const name = page.getByLabel('Name of the kept state')
  await name.fill('For the client')
  await name.press('Enter')
  await page.getByLabel('Kept only').check()
  await expect(states(page)).toHaveCount(2)
  await states(page).nth(0).focus()
  await page.keyboard.press('m')
  await states(page).nth(1).focus()
  await page.keyboard.press('m')
  await page.keyboard.press('c')
  await expect(page.getByTestId('compared')).toHaveCount(2)
  await page.keyboard.press('Escape')
  await saved(page)
  await page.reload()
  await expect(page.getByLabel('Name of the kept state')).toHaveValue('For the client')
  await page.getByLabel('Kept only').check()
  await expect(states(page)).toHaveCount(2)
  await states(page).nth(1).click()
  await expect.poll(() => bandColors(page)).toEqual(square)
})

test('from the demo to a kept triadic scheme with a nudged accent @full', async ({ page }) => {
  const began = Date.now()
  await openDemoCopy(page)
  await page.getByTestId('harmony-triadic').getByRole('button').first().click()
  await page.locator('[data-test=swatch][aria-label*=accent]').click()
  const slider = page.getByTestId('swatch-card').getByRole('slider', { name: 'Brightness' })
  await slider.focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByTestId('notices')).toContainText('Kept “Triadic')
  await saved(page)
  test.info().annotations.push({
    type: 'took',
    description: `${((Date.now() - began) / 1000).toFixed(1)} s by a script that does not hesitate`,
  })
})

test('the trail comes along when a project is duplicated, and what was not saved yet is not lost @full', async ({
  page,
  context,
}) => {
  const id = await openDemoCopy(page)
  await harmony(page, 'triadic')
  await saved(page)
  const copy = (await (await page.request.post('/api/projects', { headers: OURS, data: { copyOf: id } })).json()) as {
    id: string
  }
  await context.route('**/api/projects/*', route =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  )
  await harmony(page, 'square')
  await expect(page.getByTestId('save-state')).not.toContainText('Saved')
  await page.reload()
  await expect(states(page)).toHaveCount(3)
  await context.unroute('**/api/projects/*')
  await saved(page)
  await page.reload()
  await expect(states(page)).toHaveCount(3)
  await page.goto(`/project/${copy.id}/compose`)
  await expect(states(page)).toHaveCount(2)
})
