import { readFile } from 'node:fs/promises'
import { expect, test, type Download, type Locator, type Page } from '@playwright/test'
import { unzipSync } from 'fflate'
import { angleOf } from '#core/color/wheel'
import { connect } from '../../server/db/connect'
import { isAccessible } from './accessible'
import { fingersOn, type Spot } from './hands'
import { ownDatabase, type OwnDatabase, serve, startWorker, type Served } from './server'
import { bandColors, dragTo, offeredBy, recoloredFrom, restingColors, throttle } from './workspace'

/*
 * The whole job, from an empty database to files that are handed over, as four people do it: with a mouse on a laptop,
 * with a finger on a tablet, with the keyboard alone, and at 200% with the system's colors.
 */

const PORT = Number(process.env.TEST_PORT ?? 4190) + 21
let served: Served
let url = ''
let database: OwnDatabase
let worker: ReturnType<typeof startWorker>

test.use({ baseURL: `http://127.0.0.1:${PORT}` })

test.beforeAll(async () => {
  database = await ownDatabase('walks', { empty: true })
  url = database.url
  served = await serve(url, PORT)
  worker = startWorker(url)
})
test.beforeEach(async () => {
  const sql = connect(url)
  await sql`truncate projects cascade`
  await sql.end()
})
test.afterAll(async () => {
  worker.kill()
  await served.stop()
  await database.drop()
})

const middle = async (what: Locator, scrolls = true): Promise<Spot> => {
  if (scrolls) await what.scrollIntoViewIfNeeded()
  const box = await what.boundingBox()
  if (!box) throw new Error('It is not on the screen.')
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}
const step = (page: Page, name: string): Locator =>
  page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name })
const tab = (page: Page, name: string): Locator => page.getByTestId('bench').getByRole('tab', { name })

/** Looks for the poster in an archive that was handed over: in the colors on the stage, and otherwise as it came. */
const posterIn = async (page: Page, download: Download): Promise<void> => {
  const files = unzipSync(await readFile(await download.path()))
  const [path = ''] = Object.keys(files).filter(each => each.endsWith('poster.svg'))
  const poster = Buffer.from(files[path] ?? []).toString()
  const bare = (svg: string): string => svg.replace(/#[\da-f]{6}/g, '#')
  const source = await readFile('demo/artwork/poster.svg', 'utf8')
  expect(bare(poster)).toBe(bare(source))
  expect(new Set(poster.match(/#[\da-f]{6}/g))).toEqual(new Set(await restingColors(page)))
}
const POSTER = 'demo/artwork/poster.svg'
const PICTURE = 'demo/references/folded-kite-fabric.jpg'

/** Makes a project from the poster, by mouse. */
const startFromPoster = async (page: Page, name: string): Promise<void> => {
  await page.getByTestId('new-project-button').click()
  await page.getByLabel('Name of the new project').fill(name)
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: /^Artwork/ }).click(),
  ])
  await chooser.setFiles(POSTER)
}

test.describe('with a mouse on a laptop', () => {
  test.use({ viewport: { width: 1280, height: 665 } })
  test('from artwork to files, over an ordinary network', async ({ page }) => {
    test.setTimeout(200_000)
    await throttle(page, { megabits: 10, latency: 40 })
    await page.goto('/')
    await expect(page.getByText('No projects yet.')).toBeVisible()
    await startFromPoster(page, 'By mouse')
    await expect(page.getByTestId('project-name')).toHaveText('By mouse')
    // who goes on meanwhile loses nothing: the poster comes in
    await tab(page, 'Base color').click()
    await step(page, 'Compose').click()
    await expect(page.getByTestId('stage')).toContainText('poster', { timeout: 60_000, ignoreCase: true })
    await step(page, 'Gather').click()
    await tab(page, 'Base color').click()
    await page.getByTestId('base-field').fill('#e07a5f')
    await page.getByRole('button', { name: 'Use', exact: true }).click()
    await expect.poll(async () => (await bandColors(page))[0]).toBe('#e07a5f')
    await expect(page.getByTestId('swatch').first()).toHaveAttribute('aria-label', /^terracotta/)

    await step(page, 'Compose').click()
    const before = await restingColors(page)
    const square = page.locator('[data-proof=square]')
    const offered = await offeredBy(square)
    await square.hover()
    await expect(page.getByTestId('live')).toBeVisible()
    await square.click()
    await expect.poll(() => bandColors(page)).toEqual(offered)
    await page.mouse.move(400, 20)
    await recoloredFrom(page, before)
    await page.getByTestId('dial-size').selectOption('large')
    const [target, ring] = [page.locator('[data-stop="0"]'), await middle(page.getByTestId('ring'))]
    const turned = await bandColors(page)
    const from = await middle(target)
    await dragTo(page, from, { x: 2 * ring.x - from.x, y: ring.y + 8 })
    await expect.poll(() => bandColors(page)).not.toEqual(turned)
    await page.keyboard.press('Control+z')
    await expect.poll(() => bandColors(page)).toEqual(turned)

    await step(page, 'Remap').click()
    const ink = page.locator('[data-ink]').first()
    const goal = page.getByTestId('ribbons').locator('[data-swatch]').nth(2)
    const [hex, id] = [await ink.getAttribute('data-ink'), await goal.getAttribute('data-swatch')]
    await dragTo(page, await middle(ink), await middle(goal))
    await tab(page, 'Inks').click()
    await page.getByRole('searchbox', { name: /^Find inks/ }).fill(hex ?? '')
    await expect(page.getByRole('combobox', { name: `Where ${hex} goes` })).toHaveValue(id ?? '')

    await step(page, 'Check').click()
    const fix = page.getByTestId('fix').first()
    await expect(fix.or(page.getByText('Nothing', { exact: false })).first()).toBeVisible({ timeout: 30_000 })
    if (await fix.count()) await fix.click()

    await step(page, 'Hand over').click()
    await page.getByTestId('freeze').click()
    await expect(page.getByTestId('colorway')).toHaveCount(1)
    await tab(page, 'Files').click()
    await page.getByTestId('choose-files').click()
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 120_000 }),
      page.getByTestId('write-files').click(),
    ])
    await posterIn(page, download)
  })
})

test.describe('with a finger on a tablet', () => {
  test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true })
  test('from a photo to files', async ({ page }) => {
    test.setTimeout(200_000)
    const fingers = await fingersOn(page)
    await page.goto('/')
    await page.getByTestId('new-project-button').tap()
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: /^A picture/ }).tap(),
    ])
    await chooser.setFiles(PICTURE)
    await expect(page.getByTestId('project-name')).toHaveText('folded-kite-fabric')
    await expect(page.locator('html')).toHaveAttribute('data-hand', 'finger')
    // another comes from the camera
    const [camera] = await Promise.all([page.waitForEvent('filechooser'), page.getByTestId('take-photo').tap()])
    expect(await camera.element().getAttribute('capture')).toBe('environment')
    await camera.setFiles('demo/references/harbor-at-dusk.jpg')
    await expect(page.locator('[data-test^="use-harbor"]')).toBeEnabled({ timeout: 60_000 })
    await page.locator('[data-test^="use-folded"]').tap()
    await expect(page.getByTestId('swatch').nth(3)).toBeVisible()
    // the board by finger
    const tile = page.locator('[data-test^="tile-"]').first()
    if (await tile.count()) {
      const was = await tile.getAttribute('style')
      const at = await middle(tile)
      await fingers.drag(at, { x: at.x + 60, y: at.y + 20 })
      await expect(tile).not.toHaveAttribute('style', was ?? '')
    }
    await tab(page, 'Artwork').tap()
    await page.getByTestId('artwork-file').setInputFiles(POSTER)
    await expect(page.getByTestId('stage')).toContainText('poster', { timeout: 60_000, ignoreCase: true })

    await step(page, 'Compose').tap()
    await page.locator('[data-proof=analogous]').tap()
    await page.getByTestId('dial-size').selectOption('large')
    const ring = await middle(page.getByTestId('ring'))
    const [from, before] = [await middle(page.locator('[data-stop="0"]')), await bandColors(page)]
    await fingers.drag(from, { x: 2 * ring.x - from.x, y: 2 * ring.y - from.y + 6 })
    const angle = async (): Promise<number> => angleOf('paint', (await bandColors(page))[0] ?? '')
    const was = angleOf('paint', before[0] ?? '')
    await expect.poll(async () => Math.abs((((await angle()) - was + 540) % 360) - 180)).toBeGreaterThan(150)

    await step(page, 'Remap').tap()
    const stage = await middle(page.getByTestId('stage'))
    const zoom = page.getByRole('button', { name: 'Fit the artwork' })
    await expect(zoom).toHaveText('fit')
    await fingers.pinch(stage, 80, 240)
    await expect(zoom).toHaveText(/^\s*[23]\d\d%/)
    const place = (): Promise<string | null> =>
      page.getByTestId('artwork').evaluate(art => getComputedStyle(art.closest('[style*=transform]') ?? art).transform)
    const panned = await place()
    await fingers.drag(stage, { x: stage.x + 70, y: stage.y + 50 })
    await expect.poll(place).not.toBe(panned)
    await zoom.tap()
    const ink = page.locator('[data-ink]').first()
    const goal = page.getByTestId('ribbons').locator('[data-swatch]').nth(2)
    const [hex, id] = [await ink.getAttribute('data-ink'), await goal.getAttribute('data-swatch')]
    await goal.scrollIntoViewIfNeeded()
    await fingers.drag(await middle(ink, false), await middle(goal, false))
    const name = (await goal.getAttribute('aria-label'))?.split(',')[0] ?? ''
    const moved = page.locator(`[data-ink="${hex}"]`) // it may stand farther down now
    await page.getByTestId('ribbons').hover()
    for (let n = 0; n < 20 && !(await moved.count()); n++) await page.mouse.wheel(0, 150)
    await expect(moved).toHaveAttribute('aria-label', new RegExp(name))
    await tab(page, 'Inks').tap()
    await page.getByRole('searchbox', { name: /^Find inks/ }).fill(hex ?? '')
    await expect(page.getByRole('combobox', { name: `Where ${hex} goes` })).toHaveValue(id ?? '')
    await tab(page, 'Touch-ups').tap()
    for (const how of ['Rectangle', 'Lasso']) {
      await page.getByRole('radio', { name: how }).tap()
      await fingers.drag({ x: stage.x - 70, y: stage.y - 60 }, { x: stage.x + 70, y: stage.y + 80 })
    }
    await page.getByRole('radio', { name: 'Rectangle' }).tap()
    await fingers.drag({ x: stage.x - 70, y: stage.y - 60 }, { x: stage.x + 70, y: stage.y + 80 })
    await expect(page.getByRole('button', { name: 'Same ink' })).toBeVisible()
    await page.locator('[data-paint]').nth(1).tap()
    await expect(page.getByTestId('touches')).toBeVisible()

    await step(page, 'Hand over').tap()
    await page.getByTestId('freeze').tap()
    await tab(page, 'Files').tap()
    await page.getByTestId('choose-files').tap()
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 120_000 }),
      page.getByTestId('write-files').tap(),
    ])
    expect(download.suggestedFilename()).toMatch(/\.zip$/)
    const files = unzipSync(await readFile(await download.path()))
    expect(Object.keys(files).some(path => path.endsWith('poster.svg'))).toBe(true)
  })
})

test.describe('with the keyboard alone', () => {
  /** Tabs until something has the focus, counting: nothing main is farther than so many stops. */
  const tabTo = async (page: Page, what: Locator, max = 12): Promise<void> => {
    const element = await what.first().elementHandle()
    for (let stops = 1; stops <= max; stops++) {
      await page.keyboard.press('Tab')
      if (await element?.evaluate(each => each === document.activeElement)) return
    }
    throw new Error(`It is more than ${max} stops away: ${what.toString()}`)
  }
  /** Puts the focus where it is on a page just opened: before everything. */
  const fromStart = (page: Page): Promise<void> =>
    page.evaluate(() => {
      document.body.tabIndex = -1
      document.body.focus()
      document.body.removeAttribute('tabindex')
    })
  const focused = (page: Page): Locator => page.locator(':focus')

  test('from a color to files, no main thing more than 12 stops away, previews before Enter', async ({ page }) => {
    test.setTimeout(200_000)
    await page.goto('/')
    await tabTo(page, page.getByTestId('new-project-button'))
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('new-project')).toBeVisible()
    await expect(page.getByLabel('Name of the new project')).toBeFocused()
    await page.keyboard.type('By keyboard')
    await tabTo(page, page.getByRole('button', { name: /^A color/ }), 2)
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('project-name')).toHaveText('By keyboard')
    await expect(page.getByTestId('bench').locator('h2').first()).toBeVisible()

    // past what stands before: artwork, bench, scheme
    await fromStart(page)
    await tabTo(page, page.getByRole('button', { name: 'To the bench' }), 3)
    await page.keyboard.press('Enter')
    await expect(focused(page)).toHaveAttribute('role', 'tab')
    await tabTo(page, page.getByTestId('base-field'), 2)
    await page.keyboard.press('Control+a')
    await page.keyboard.type('#0f6d5f')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await bandColors(page))[0]).toBe('#0f6d5f')
    await expect(page.getByTestId('announcement')).toHaveText(/base color/i)

    // the tab row is one stop, with arrows inside
    await page.keyboard.press('Shift+Tab')
    await page.keyboard.press('End')
    await expect(page.getByRole('tab', { name: 'Artwork', selected: true })).toBeFocused()
    await tabTo(page, page.getByRole('button', { name: 'Add artwork…' }), 2)
    const chosen = page.waitForEvent('filechooser')
    await expect(async () => {
      await page.keyboard.press('Enter')
      await Promise.race([chosen, page.waitForTimeout(2000).then(() => Promise.reject(new Error('No chooser yet.')))])
    }).toPass()
    await (await chosen).setFiles(POSTER)
    await expect(page.getByTestId('stage')).toContainText('poster', { timeout: 60_000, ignoreCase: true })

    await page.keyboard.press('2')
    await expect(page.locator('[data-proof]').nth(8)).toBeVisible()
    await page.keyboard.press('F6')
    await page.keyboard.press('F6')
    await page.keyboard.press('F6')
    // wherever the focus was, three times round has been at each of the three
    for (let n = 0; n < 3 && !(await focused(page).evaluate(each => Boolean(each.closest('[data-test=band]')))); n++)
      await page.keyboard.press('F6')
    const first = page.getByTestId('swatch').first()
    await expect(first).toBeFocused()
    await page.keyboard.press('ArrowRight')
    await expect(page.getByTestId('swatch').nth(1)).toBeFocused()
    const share = async (): Promise<number> => parseInt(await page.getByTestId('swatch').nth(1).innerText(), 10)
    const had = await share()
    await page.keyboard.press('Shift+ArrowDown')
    await expect.poll(share).toBe(Math.max(1, had - 10)) // a hundredth is left
    await page.keyboard.press('l')
    await expect(page.getByTestId('swatch').nth(1)).toHaveAttribute('aria-label', /locked/)
    await page.keyboard.press('l')

    // the ring is one stop, the base first; page keys go on
    await page.keyboard.press('F6')
    await page.keyboard.press('F6')
    await tabTo(page, page.locator('[data-stop="0"]'), 12)
    await expect(page.locator('[data-stop="0"]')).toBeFocused()
    await expect(focused(page)).toHaveAttribute('aria-label', /^Base on the hue ring/)
    await page.keyboard.press('PageDown')
    await expect(page.locator('[data-stop="0"]')).not.toBeFocused()
    // in the field every swatch is reached, those of equal tone, too
    await page.keyboard.press('Tab')
    const reached = new Set<string>()
    for (let n = 0; n < 5; n++) {
      reached.add((await focused(page).getAttribute('data-test')) ?? '')
      await expect(focused(page)).toHaveAttribute('aria-valuetext', /saturation \d+%, brightness \d+%/)
      await page.keyboard.press('PageDown')
    }
    expect(reached.size).toBe(await page.getByTestId('swatch').count())
    // proofs: arrows preview, Enter adopts
    const colors = await restingColors(page)
    for (let n = 0; n < 20 && !(await focused(page).getAttribute('data-proof')); n++) await page.keyboard.press('Tab')
    await page.keyboard.press('End')
    await page.keyboard.press('ArrowLeft')
    await expect(page.getByTestId('live')).toBeVisible()
    const offered = await offeredBy(focused(page))
    await page.keyboard.press('Enter')
    await expect.poll(() => bandColors(page)).toEqual(offered)
    await recoloredFrom(page, colors)
    await expect(focused(page)).toHaveAttribute('aria-pressed', 'true')

    await page.keyboard.press('3')
    await page.getByTestId('ribbons').waitFor()
    // how inks are matched: arrows preview, and nothing is taken before Enter
    const match = page.getByRole('radiogroup', { name: 'Matching' })
    await fromStart(page)
    await tabTo(page, page.getByRole('button', { name: 'To the bench' }), 3)
    await page.keyboard.press('Enter')
    for (let n = 0; n < 12 && !(await match.locator(':focus').count()); n++) await page.keyboard.press('Tab')
    await expect(match.getByRole('radio', { name: 'Picture' })).toBeFocused()
    const shown = await restingColors(page)
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('ArrowRight')
    await expect(page.getByTestId('live')).toBeVisible()
    await expect(match.getByRole('radio', { name: 'Picture' })).toHaveAttribute('aria-checked', 'true')
    await page.keyboard.press('Enter')
    await expect(match.getByRole('radio', { name: 'Area' })).toHaveAttribute('aria-checked', 'true')
    await recoloredFrom(page, shown)
    // ribbons: inks are one stop, Enter opens where one goes
    for (let n = 0; n < 14 && !(await focused(page).getAttribute('data-ink')); n++) await page.keyboard.press('Tab')
    await page.keyboard.press('ArrowDown')
    const ink = (await focused(page).getAttribute('data-ink')) ?? ''
    expect(ink).toMatch(/^#/)
    await page.keyboard.press('Delete')
    await expect(page.locator(`[data-ink="${ink}"]`)).toHaveAttribute('aria-label', /left as is/)
    // the divider
    await page.keyboard.press('v')
    const divider = page.getByTestId('divider')
    await fromStart(page)
    await tabTo(page, page.getByRole('button', { name: 'To the artwork' }), 3)
    await page.keyboard.press('Enter')
    await tabTo(page, divider, 3)
    for (const [key, at] of [
      ['Home', '0'],
      ['PageUp', '10'],
      ['End', '100'],
      ['PageDown', '90'],
    ] as const) {
      await page.keyboard.press(key)
      await expect(divider).toHaveAttribute('aria-valuenow', at)
    }
    await page.keyboard.press('Escape')
    await expect(divider).toHaveCount(0)
    await expect(page.getByTestId('toggle-divider')).toBeFocused()

    await page.keyboard.press('5')
    await page.getByTestId('freeze').waitFor()
    await fromStart(page)
    await tabTo(page, page.getByRole('button', { name: 'To the bench' }), 3)
    await page.keyboard.press('Enter')
    await tabTo(page, page.getByTestId('freeze'), 3)
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('colorway')).toHaveCount(1)
    await expect(page.getByTestId('announcement')).not.toHaveText('')
    await page.keyboard.press('Shift+Tab')
    await page.keyboard.press('ArrowRight')
    await expect(page.getByRole('tab', { name: 'Files', selected: true })).toBeFocused()
    await tabTo(page, page.getByTestId('choose-files'), 3)
    await page.keyboard.press('Enter')
    const write = page.getByTestId('write-files')
    await expect(write).toBeVisible()
    for (let n = 0; n < 60 && !(await write.evaluate(each => each === document.activeElement)); n++)
      await page.keyboard.press('Tab')
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 120_000 }),
      page.keyboard.press('Enter'),
    ])
    await posterIn(page, download)
  })
})

test.describe('at 200% with the system’s colors', () => {
  test.use({ viewport: { width: 640, height: 400 }, deviceScaleFactor: 2 })
  test('from artwork to files, the colors of the work stay and the focus shows', async ({ page }) => {
    test.setTimeout(200_000)
    await page.emulateMedia({ forcedColors: 'active' })
    await page.goto('/')
    await startFromPoster(page, 'Large')
    await expect(page.getByTestId('stage')).toContainText('poster', { timeout: 60_000, ignoreCase: true })
    // what is painted is what the swatch is, not what the system would have
    const painted = (): Promise<boolean[]> =>
      page.getByTestId('swatch').evaluateAll(all =>
        all.map(each => {
          const asked = document.createElement('i')
          asked.style.color = (each as HTMLElement).dataset.hex ?? ''
          asked.style.forcedColorAdjust = 'none'
          document.body.append(asked)
          const color = getComputedStyle(asked).color
          asked.remove()
          return getComputedStyle(each).backgroundColor === color
        }),
      )
    expect(new Set(await painted())).toEqual(new Set([true]))
    await page.getByTestId('swatch').first().focus()
    await page.keyboard.press('ArrowRight')
    expect(await page.locator(':focus').evaluate(each => getComputedStyle(each).outlineStyle)).toBe('solid')
    for (const name of ['Compose', 'Remap', 'Check']) {
      await step(page, name).click()
      await expect(page.getByTestId('bench').locator('h2').first()).toBeVisible()
      const bench = await page.getByTestId('bench').evaluate(each => each.scrollWidth - each.clientWidth)
      expect(bench).toBeLessThanOrEqual(1)
      await isAccessible(page, '[data-test=bench]', '[data-sample]')
    }
    await step(page, 'Compose').click()
    await page.locator('[data-proof=triadic]').click()
    await step(page, 'Hand over').click()
    await page.getByTestId('freeze').click()
    await tab(page, 'Files').click()
    await page.getByTestId('choose-files').click()
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 120_000 }),
      page.getByTestId('write-files').click(),
    ])
    await posterIn(page, download)
  })
})
