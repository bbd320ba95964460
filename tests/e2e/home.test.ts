import { expect, test } from '@playwright/test'
import { isAccessible } from './accessible'
import { newProject, saved } from './workspace'

test('projects are made, renamed, duplicated and deleted, and each can be taken back', async ({ page }) => {
  await newProject(page, 'Harbor signs')
  await saved(page)
  await page.getByRole('link', { name: 'All projects' }).click()
  const named = (name: string) => page.getByRole('link', { name: `Open ${name}`, exact: true })
  const choose = async (name: string, what: string): Promise<void> => {
    await page.getByRole('button', { name: `Choices for ${name}`, exact: true }).click()
    await page.getByRole('menuitem', { name: what }).click()
  }
  await expect(named('Harbor signs')).toBeVisible()

  await choose('Harbor signs', 'Rename')
  await page.getByLabel('Project name').fill('Pier signs')
  await page.keyboard.press('Enter')
  await expect(named('Pier signs')).toBeVisible()
  await page.getByTestId('notices').getByRole('button', { name: 'Undo' }).click()
  await expect(named('Harbor signs')).toBeVisible()

  await choose('Harbor signs', 'Duplicate')
  await expect(named('Harbor signs copy')).toBeVisible()
  await choose('Harbor signs copy', 'Delete')
  await expect(named('Harbor signs copy')).toHaveCount(0)
  await page.getByTestId('notices').getByText('Deleted').locator('..').getByRole('button', { name: 'Undo' }).click()
  await expect(named('Harbor signs copy')).toBeVisible()
  await page.reload()
  await expect(named('Harbor signs copy')).toBeVisible()
  // and, when the notice is gone, for 30 days
  await choose('Harbor signs copy', 'Delete')
  await expect(named('Harbor signs copy')).toHaveCount(0)
  await page.reload()
  await page.getByTestId('home-more').click()
  await page.getByRole('menuitem', { name: 'Deleted…' }).click()
  const gone = page.getByTestId('deleted-one').filter({ hasText: 'Harbor signs copy' })
  await expect(gone.getByTestId('days-left')).toHaveText('30 days left')
  await isAccessible(page)
  await gone.getByRole('button', { name: 'Restore Harbor signs copy' }).click()
  await expect(gone).toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(named('Harbor signs copy')).toBeVisible()
})

test('a project that is not there says so and leads back', async ({ page }) => {
  await page.goto('/project/00000000-0000-4000-8000-000000000000/compose')
  await expect(page.getByRole('alert')).toContainText('There is no such project.')
  await page.getByRole('link', { name: 'All projects' }).click()
  await expect(page.getByRole('heading', { name: 'Projects' })).toBeVisible()
})

test('the surround is one switch and is remembered @full', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('radio', { name: 'Surround: night' }).click()
  await page.reload()
  await expect(page.locator('html')).toHaveAttribute('data-surround', 'night')
  expect(await page.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe('rgb(26, 26, 26)')
})

test('projects stand in three orders, and the one chosen is remembered @full', async ({ page }) => {
  const word = `Row ${Date.now().toString(36)}`
  for (const name of ['zinnia', 'aster', 'mallow']) {
    await newProject(page, `${word} ${name}`)
    await saved(page)
  }
  await page.goto('/')
  await page.getByTestId('home-words').fill(word)
  const names = async (): Promise<string[]> =>
    (
      await page.getByRole('link', { name: `Open ${word}` }).evaluateAll(all => all.map(each => each.ariaLabel ?? ''))
    ).map(label => label.replace(`Open ${word} `, ''))
  const order = page.getByRole('combobox', { name: 'Order of the projects' })
  await expect.poll(names).toEqual(['mallow', 'aster', 'zinnia'])
  await order.selectOption('name')
  await expect.poll(names).toEqual(['aster', 'mallow', 'zinnia'])
  await order.selectOption('changed')
  // what is renamed has changed last, and comes first
  await page.getByRole('button', { name: `Choices for ${word} zinnia`, exact: true }).click()
  await page.getByRole('menuitem', { name: 'Rename' }).click()
  await page.getByLabel('Project name').fill(`${word} poppy`)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('link', { name: `Open ${word} poppy` })).toBeVisible()
  await page.reload()
  await page.getByTestId('home-words').fill(word)
  await expect.poll(names).toEqual(['poppy', 'mallow', 'aster'])
  await order.selectOption('made')
  await expect.poll(names).toEqual(['mallow', 'aster', 'poppy'])
  await page.reload()
  await expect(order).toHaveValue('made')
})

test('the demo is started over beside what there is, and that is taken back @full', async ({ page }) => {
  await page.goto('/')
  const demo = page.getByTestId('project-card').filter({ hasText: 'Breezeholm calendar' })
  await page.getByTestId('home-words').fill('Breezeholm calendar')
  await expect(demo.first()).toBeVisible()
  await page.waitForTimeout(400) // the list is the one that was looked for
  const before = await demo.count()
  await page.getByTestId('home-more').click()
  await page.getByRole('menuitem', { name: 'Start over from the demo' }).click()
  await expect(demo).toHaveCount(before + 1)
  await page.getByTestId('notices').getByRole('button', { name: 'Undo' }).click()
  await expect(demo).toHaveCount(before)
})

test.describe('on first use', () => {
  test.use({ storageState: { cookies: [], origins: [] } })
  test('one hint at a time stands at its place, and is gone for good when it was put away', async ({ page }) => {
    await newProject(page, 'First minute')
    const first = page.getByTestId('hint-band')
    await expect(first).toBeVisible()
    await expect(page.getByTestId('hint-stage')).toBeHidden()
    await first.getByRole('button', { name: 'Got it' }).click()
    await expect(page.getByTestId('hint-stage')).toBeVisible()
    await page.getByTestId('hint-stage').getByRole('button', { name: 'No more hints' }).click()
    await expect(page.getByRole('note')).toHaveCount(0)
    await page.reload()
    await expect(page.getByTestId('project-name')).toBeVisible()
    await expect(page.getByRole('note')).toHaveCount(0)
  })
})

test('Help leads to the guide: a tour by task with its pictures, for readers of screens too; nothing is logged as wrong', async ({
  page,
}) => {
  const wrong: string[] = []
  page.on('console', message => message.type() === 'error' && wrong.push(message.text()))
  await page.goto('/')
  await page.getByRole('button', { name: 'Help' }).click()
  const [guide] = await Promise.all([page.waitForEvent('popup'), page.getByTestId('open-guide').click()])
  await expect(guide.getByRole('heading', { name: 'Guide', level: 1 })).toBeVisible()
  const tasks = guide.getByRole('navigation', { name: 'Tasks' }).getByRole('link')
  expect(await tasks.count()).toBeGreaterThan(7)
  await tasks.filter({ hasText: 'Recolor an icon set' }).click()
  await expect(guide.getByRole('heading', { name: 'Recolor an icon set' })).toBeInViewport()
  const picture = guide.getByRole('img', { name: 'All artwork on a wall' })
  await picture.scrollIntoViewIfNeeded()
  await expect.poll(() => picture.evaluate(image => (image as HTMLImageElement).naturalWidth)).toBeGreaterThan(1000)
  await isAccessible(guide)
  expect(wrong).toEqual([])
})
