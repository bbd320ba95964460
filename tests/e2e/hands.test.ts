import { expect, test, type Page } from '@playwright/test'
import { angleOf } from '#core/color/wheel'
import { bandColors, newProject, openDemoCopy, projectNamed, saved, startFrom } from './workspace'
import { showFiles } from './label'

/* Keys, focus, announcements, and what comes in anywhere. */

const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const { activeElement } = document
    return !activeElement || activeElement === document.body ? 'the page' : activeElement.tagName.toLowerCase()
  })
/** The focus goes on with the next frame: it is asked for after one, and again, as a frame can take long beside others. */
const notThePage = async (page: Page): Promise<void> => {
  await page.evaluate(() => new Promise(requestAnimationFrame))
  await expect.poll(() => focused(page)).not.toBe('the page')
}
const text = (page: Page) => page.getByTestId('announcement')

/** Drops files or a text somewhere on the page, as the browser tells it. */
const dropOn = async (
  page: Page,
  selector: string,
  what: { text?: string; file?: { name: string; type: string; content: string } },
): Promise<void> => {
  const data = await page.evaluateHandle(({ text, file }) => {
    const transfer = new DataTransfer()
    if (text) transfer.setData('text/plain', text)
    if (file) transfer.items.add(new File([file.content], file.name, { type: file.type }))
    return transfer
  }, what)
  await page.dispatchEvent(selector, 'dragenter', { dataTransfer: data })
  await page.dispatchEvent(selector, 'dragover', { dataTransfer: data })
  await page.dispatchEvent(selector, 'drop', { dataTransfer: data })
}
const DRAWING = {
  name: 'Flag of the quay.svg',
  type: 'image/svg+xml',
  content: '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path fill="#204060" d="M0 0h9v9z"/></svg>',
}

test('undo in a number field undoes the project, while typing it is the field’s', async ({ page }) => {
  await openDemoCopy(page)
  const before = await bandColors(page)
  const turn = page.getByRole('textbox', { name: /^Turn in degrees/ })
  await turn.fill('40')
  await turn.press('Enter')
  await expect
    .poll(async () => {
      const [from = '', to = ''] = [before[0], (await bandColors(page))[0]]
      return (angleOf('paint', to) - angleOf('paint', from) + 360) % 360
    })
    .toBeCloseTo(40, -1)
  await turn.press('Control+z')
  await expect.poll(() => bandColors(page)).toEqual(before)
  const now = await turn.inputValue()
  await turn.press('End')
  await turn.pressSequentially('7')
  await turn.press('Control+z')
  expect(await bandColors(page)).toEqual(before)
  await expect(turn).toHaveValue(now)
})

test('keys work on checkboxes, selects and sliders, and not in menus; they can be switched off', async ({ page }) => {
  await openDemoCopy(page, 'remap')
  await page.keyboard.press('2')
  const check = page.getByRole('checkbox', { name: 'All artwork' })
  await check.focus()
  await page.keyboard.press('d')
  await expect(page.getByTestId('deal-at')).toHaveText('1 of 1')
  await page.keyboard.press('3')
  await page.getByRole('tab', { name: 'Ribbons' }).click()
  await page.getByTestId('neutrals').focus()
  await page.keyboard.press('v')
  await expect(page.getByTestId('divider')).toBeVisible()
  await page.keyboard.press('v')
  await expect(page.getByTestId('divider')).toBeHidden()

  const undo = page.getByRole('button', { name: /^Undo/ })
  const could = await undo.getAttribute('title')
  await page.locator('[data-ink]').first().focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('menu')).toBeVisible()
  await page.keyboard.press('d')
  await page.keyboard.press('Escape')
  expect(await undo.getAttribute('title')).toBe(could)

  await page.keyboard.press('?')
  const help = page.getByTestId('keys')
  await expect(help).toBeVisible()
  await help.getByRole('searchbox', { name: 'Find a key' }).fill('divider')
  await expect(help.getByRole('definition')).toHaveText(['V'])
  await help.getByRole('checkbox', { name: 'Single-key shortcuts' }).uncheck()
  await help.getByRole('button', { name: 'Close' }).click()
  await page.keyboard.press('v')
  await expect(page.getByTestId('divider')).toBeHidden()
  await page.getByRole('button', { name: 'Help' }).click()
  await help.getByRole('checkbox', { name: 'Single-key shortcuts' }).check()
})

test('the focus never falls to the page, and what was done is announced', async ({ page }) => {
  await openDemoCopy(page)
  await page.getByTestId('proof').first().focus()
  await page.keyboard.press('3')
  await notThePage(page)
  await page.keyboard.press('2')
  await notThePage(page)

  await page.getByTestId('project-name').click()
  await page.getByLabel('Project name').fill('Kites, renamed')
  await page.keyboard.press('Enter')
  await notThePage(page)
  await expect(text(page)).toHaveText('Rename')

  const block = page.getByTestId('swatch').nth(2)
  await block.focus()
  await page.keyboard.press('l')
  await expect(text(page)).toHaveText('Lock')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('swatch-card')).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(block).toBeFocused()
  await page.keyboard.press('l')
  await page.keyboard.press('Delete')
  await expect(text(page)).toHaveText('Remove swatch')
  await notThePage(page)
  await page.getByTestId('notices').getByRole('button', { name: 'Undo' }).last().press('Enter')
  await expect(text(page)).toHaveText('Undid remove swatch')
  await notThePage(page)

  await page.getByTestId('proof').nth(1).click()
  await expect(text(page)).not.toHaveText('Undid remove swatch')
  await page.getByTestId('proof').nth(3).focus()
  await page.keyboard.press('m')
  await page.getByTestId('proof').nth(4).focus()
  await page.keyboard.press('m')
  await page.keyboard.press('c')
  await page.getByRole('button', { name: 'Unmark all' }).press('Enter')
  await notThePage(page)
})

test('a proof that was just adopted can be marked; surround and Original answer keys @full', async ({ page }) => {
  await openDemoCopy(page)
  await page.getByTestId('harmony-triadic').click()
  await page.keyboard.press('m')
  await expect(page.getByRole('button', { name: 'Mark triadic to compare' })).toHaveAttribute('aria-pressed', 'true')

  await page.getByRole('radio', { name: 'Surround: paper' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.locator('html')).toHaveAttribute('data-surround', 'gray')
  await page.keyboard.press('ArrowLeft')
  await expect(page.locator('html')).toHaveAttribute('data-surround', 'paper')

  await page.keyboard.press('3')
  const original = page.getByRole('button', { name: /^Original/ })
  await original.focus()
  await page.keyboard.down('Enter')
  await expect(original).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.up('Enter')
  await expect(original).toHaveAttribute('aria-pressed', 'false')
})

test('a message with Undo stays while it is pointed at @full', async ({ page }) => {
  await openDemoCopy(page)
  await page.clock.install()
  await page.getByTestId('swatch').nth(2).focus()
  await page.keyboard.press('Delete')
  const undo = page.getByTestId('notices').getByRole('button', { name: 'Undo' })
  await undo.hover()
  await page.clock.runFor(30_000)
  await expect(undo).toBeVisible()
  await page.mouse.move(640, 300)
  await page.clock.runFor(9_000)
  await expect(undo).toBeHidden()
})

test('what is dropped or pasted anywhere in the workspace is taken', async ({ page }) => {
  await openDemoCopy(page, 'remap')
  await dropOn(page, '[data-test=band]', { file: DRAWING })
  await expect(page).toHaveURL(/\/gather$/)
  await expect(page.getByRole('button', { name: 'Show Flag of the quay' })).toBeVisible()
  await page.keyboard.press('5')
  await dropOn(page, '[data-test=stage]', { text: '#112233 #aa5500 #eeeedd' })
  await expect.poll(() => bandColors(page)).toEqual(['#112233', '#aa5500', '#eeeedd'])
  await page.keyboard.press('2')
  await page.evaluate(() => navigator.clipboard.writeText('#445566, #ddbb00'))
  await page.getByTestId('stage').focus()
  await page.keyboard.press('Control+v')
  await expect.poll(() => bandColors(page)).toEqual(['#445566', '#ddbb00'])
})

test('what is dropped on Home becomes a project of its own @full', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Projects' })).toBeVisible()
  await dropOn(page, 'main', { file: DRAWING })
  await expect(page.getByTestId('project-name')).toHaveText('Flag of the quay')
  await expect(page.getByRole('button', { name: 'Show Flag of the quay' })).toBeVisible()
  await expect(page.getByTestId('artwork').locator('path')).toHaveCount(1)
})

test('addresses that lead nowhere say so, unknown steps lead to the first; every step has its title', async ({
  page,
}) => {
  const id = await projectNamed(page, 'Breezeholm kite festival')
  await page.goto(`/project/${id}/nonsense`)
  await expect(page).toHaveURL(new RegExp(`/project/${id}/gather$`))
  await expect(page).toHaveTitle('Gather · Breezeholm kite festival · Plumbago')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Breezeholm kite festival: Gather')
  await page.keyboard.press('5')
  await expect(page).toHaveTitle('Hand over · Breezeholm kite festival · Plumbago')
  // a project that is opened begins at its heading, and the first Tab leads to the steps
  await newProject(page, 'Begins at its heading')
  await page.goto('/')
  await page.getByRole('link', { name: 'Open Begins at its heading' }).click()
  await expect(page.getByTestId('heading')).toBeFocused()
  await page.keyboard.press('Tab')
  await expect(page.getByRole('navigation', { name: 'Steps' }).locator(':focus')).toHaveCount(1)
  await page.goto('/nowhere/at/all')
  await expect(page.getByTestId('error')).toContainText('There is nothing at this address')
  await page.getByRole('button', { name: 'All projects' }).click()
  await expect(page.getByRole('heading', { name: 'Projects' })).toBeVisible()
})

test('artwork taken out says which touch-ups and exceptions go with it, and both come back @full', async ({ page }) => {
  await openDemoCopy(page, 'remap')
  await page.getByRole('tab', { name: 'Ribbons' }).click()
  await page.getByRole('checkbox', { name: 'Only this one' }).check()
  await page.locator('[data-ink]').first().focus()
  await page.keyboard.press('Delete')
  await saved(page)
  await page.keyboard.press('1')
  await startFrom(page, 'Artwork')
  await page.getByRole('button', { name: 'Remove Poster' }).click()
  const notices = page.getByTestId('notices')
  await expect(notices).toContainText('Removed “Poster” from the project, with')
  await expect(notices).toContainText('exception')
  await notices.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('button', { name: 'Show Poster' })).toBeVisible()
})

test('the name of a file keeps letters of all scripts @full', async ({ page }) => {
  await newProject(page, '凧祭り')
  await page.keyboard.press('5')
  await showFiles(page)
  const download = page.waitForEvent('download')
  await page.getByTestId('download-scheme').click()
  expect((await download).suggestedFilename()).toBe('凧祭り.css')
})
