import { expect, test, type Page } from '@playwright/test'
import { bandColors, newProject, saved, startFrom } from './workspace'

/** Words of this run alone: the tests share a database. */
const word = (): string => `w${Math.random().toString(36).slice(2, 9)}`

const setBase = async (page: Page, text: string): Promise<void> => {
  await startFrom(page, 'Base color')
  await page.getByTestId('base-field').fill(text)
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await bandColors(page))[0]).toBe(text)
}

const putOnShelf = async (page: Page, name: string, tags = ''): Promise<void> => {
  await startFrom(page, 'Shelf')
  await page.getByTestId('put-on-shelf').click()
  await page.getByTestId('shelf-name').fill(name)
  await page.getByTestId('shelf-tags').fill(tags)
  await page.getByTestId('shelf-put').click()
  await expect(page.getByTestId('notices')).toContainText(`“${name}” is on the shelf.`)
  await expect(page.getByTestId('shelf-dialog')).toBeHidden()
}

const found = (page: Page, name: string) => page.getByTestId('shelf-scheme').filter({ hasText: name })

test('a scheme is put on the shelf and found from another project by half a word, tag, folder and color', async ({
  page,
}) => {
  const mine = word()
  await newProject(page, 'Terracotta house')
  await setBase(page, '#e07a5f')
  const colors = await bandColors(page)
  await startFrom(page, 'Shelf')
  await page.getByTestId('put-on-shelf').click()
  await page.getByTestId('shelf-name').fill(`Warm ${mine}`)
  await page.getByTestId('shelf-tags').fill(`${mine}tag, Warm, warm`)
  await page.getByLabel('Note').fill('For the bakery')
  await page.getByLabel('Folder', { exact: true }).last().selectOption({ label: 'A new folder…' })
  await page.getByLabel('Name of the new folder').fill(`Clients ${mine}`)
  await page.getByTestId('shelf-put').click()
  await expect(page.getByTestId('notices')).toContainText('is on the shelf')
  await setBase(page, '#0f6d5f')
  await putOnShelf(page, `Sea ${mine}`)
  await saved(page)

  await newProject(page, 'Another house')
  await startFrom(page, 'Shelf')
  await page.getByTestId('shelf-words').fill(mine.slice(0, 6))
  await expect(found(page, `Warm ${mine}`)).toBeVisible()
  await expect(page.getByTestId('shelf-total')).toHaveText('2 schemes')
  await page.getByTestId('shelf-words').fill(`${mine} baker`)
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')
  await page.getByTestId('shelf-words').fill(mine)
  await page.getByTestId('shelf-near').fill('#dd7a60')
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')
  await page.getByTestId('shelf-near').fill('')
  await page.getByTestId('shelf-folder').selectOption({ label: `Clients ${mine} (1)` })
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')
  await page.getByLabel('Tag', { exact: true }).selectOption({ label: `${mine}tag (1)` })
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')

  const warm = found(page, `Warm ${mine}`)
  await expect(warm).toHaveAttribute('data-colors', colors.join())
  await warm.click()
  await page.getByRole('button', { name: 'Use as is' }).click()
  await page.mouse.move(5, 5)
  await expect.poll(() => bandColors(page)).toEqual(colors)
})

test('a scheme that was used is saved over, or as a new one; what it was is kept', async ({ page, request }) => {
  const mine = word()
  await newProject(page, 'Over')
  await setBase(page, '#e07a5f')
  await putOnShelf(page, `First ${mine}`)
  await setBase(page, '#2e4f7f')
  await startFrom(page, 'Shelf')
  await page.getByTestId('put-on-shelf').click()
  await page.getByTestId('save-over').click()
  await expect(page.getByTestId('notices')).toContainText(`Saved over “First ${mine}”`)
  await page.getByTestId('shelf-words').fill(mine)
  await expect(page.getByTestId('shelf-total')).toHaveText('1 scheme')
  await expect(found(page, `First ${mine}`)).toHaveAttribute('data-colors', /^#2e4f7f/)
  const page1 = (await (await request.get(`/api/shelf?words=${mine}`)).json()) as { schemes: Array<{ id: string }> }
  const versions = (await (await request.get(`/api/shelf/${page1.schemes[0]?.id}/versions`)).json()) as Array<{
    version: number
    swatches: Array<{ hex: string }>
  }>
  expect(versions.map(({ version, swatches }) => [version, swatches[0]?.hex])).toEqual([[1, '#e07a5f']])

  await found(page, `First ${mine}`).click()
  await page.getByTestId('shelf-versions').getByRole('button', { name: 'Bring back' }).click()
  await expect(page.getByTestId('notices')).toContainText('is what it was before')
  await expect(found(page, `First ${mine}`)).toHaveAttribute('data-colors', /^#e07a5f/)
  await expect(page.getByTestId('shelf-versions').getByRole('listitem')).toHaveCount(2)
})

test('several are tagged, moved and taken off at once, each with its way back', async ({ page }) => {
  const mine = word()
  await newProject(page, 'Several')
  for (const [name, hex] of [
    ['One', '#e07a5f'],
    ['Two', '#0f6d5f'],
    ['Three', '#2e4f7f'],
  ] as const) {
    await setBase(page, hex)
    await putOnShelf(page, `${name} ${mine}`)
  }
  await page.getByTestId('shelf-words').fill(mine)
  await expect(page.getByTestId('shelf-total')).toHaveText('3 schemes')
  for (const name of ['One', 'Two']) {
    await found(page, `${name} ${mine}`).click()
    await page.getByLabel(`Pick ${name} ${mine}`).check()
  }
  await page.getByLabel('A tag for what is picked').fill(`Pair ${mine}`)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('notices')).toContainText('Tagged 2 schemes')
  await page.getByTestId('shelf-words').fill(`pair ${mine}`)
  await expect(page.getByTestId('shelf-total')).toHaveText('2 schemes')
  await page.getByRole('button', { name: 'Take off the shelf' }).click()
  await expect(page.getByTestId('notices')).toContainText('2 schemes were taken off the shelf.')
  await expect(page.getByTestId('shelf-total')).toHaveText('0 schemes')
  await page.getByTestId('notices').getByRole('button', { name: 'Undo' }).last().click()
  await expect(page.getByTestId('shelf-total')).toHaveText('2 schemes')
  await page.getByTestId('shelf-words').fill(mine)
  await expect(page.getByTestId('shelf-total')).toHaveText('3 schemes')
})
