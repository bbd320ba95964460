import { expect, test, type Page } from '@playwright/test'
import { newProject, startFrom } from './workspace'

/** Drawings that try to leave their frame, each in its own way. */
const ESCAPES: Readonly<Record<string, string>> = {
  'a rule that fixes it to the window':
    '<style>rect { position: fixed !important } svg { position: fixed !important; inset: 0; width: 100vw !important; ' +
    'height: 100vh !important; z-index: 9999 }</style><rect width="100" height="100" fill="#ff0000"/>',
  'a rule for its host':
    '<style>:host { position: fixed !important; inset: 0 !important; width: 100vw !important; ' +
    'height: 100vh !important; z-index: 9999 !important; contain: none !important; pointer-events: all !important }' +
    '</style><rect width="100" height="100" fill="#ff0000"/>',
  'a rule that hides its host':
    '<style>:host, :host-context(body), :is(:host) { display: none !important; opacity: 0 !important }' +
    '@media all { :host { visibility: hidden !important } }</style><rect width="100" height="100" fill="#ff0000"/>',
  'shadows and outlines':
    '<style>* { filter: drop-shadow(0 0 900px #ff0000) drop-shadow(-900px 0 0 #ff0000); outline: 9000px solid #ff0000; ' +
    'box-shadow: 0 0 0 9000px #ff0000 }</style><rect width="100" height="100" fill="#ff0000"/>',
  'drawings within that overflow':
    '<svg overflow="visible" width="10" height="10"><svg overflow="visible" style="overflow:visible!important">' +
    '<rect x="-9000" y="-9000" width="18000" height="18000" fill="#ff0000"/></svg></svg>',
  'geometry outside its view box': '<rect x="-9000" y="-9000" width="18000" height="18000" fill="#ff0000"/>',
}

const drawn = (name: string): { name: string; mimeType: string; buffer: Buffer } => ({
  name: 'escape.svg',
  mimeType: 'image/svg+xml',
  buffer: Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100" overflow="visible">${ESCAPES[name]}</svg>`,
  ),
})

/** What the pointer would meet in the top line, on the bench and in the band: whether it is artwork. */
const caught = (page: Page): Promise<boolean[]> =>
  page.evaluate(() =>
    ['header', '[data-test=bench]', '[data-test=band]'].flatMap(selector => {
      const box = document.querySelector(selector)?.getBoundingClientRect()
      if (!box) return [true]
      return [0.02, 0.25, 0.5, 0.75, 0.98].flatMap(x =>
        [0.1, 0.5, 0.9].map(y => {
          const visited = document.elementFromPoint(box.left + box.width * x, box.top + box.height * y)
          return visited === null || visited.shadowRoot !== null || visited.closest(selector) === null
        }),
      )
    }),
  )

/** The part of the top line's, bench's and band's pixels that are the drawing's red. */
const reddened = async (page: Page): Promise<number> => {
  const png = (await page.screenshot()).toString('base64')
  return page.evaluate(async source => {
    const picture = new Image()
    picture.src = `data:image/png;base64,${source}`
    await picture.decode()
    const canvas = new OffscreenCanvas(picture.width, picture.height)
    const context = canvas.getContext('2d')
    context?.drawImage(picture, 0, 0)
    const counts = ['header', '[data-test=bench]'].map(selector => {
      const box = document.querySelector(selector)?.getBoundingClientRect()
      if (!box || !context) return 1
      const { data } = context.getImageData(box.left + 1, box.top + 1, box.width - 2, 12)
      let red = 0
      for (let i = 0; i < data.length; i += 4) if (data[i]! > 240 && data[i + 1]! < 15 && data[i + 2]! < 15) red++
      return red / (data.length / 4)
    })
    return Math.max(...counts)
  }, png)
}

for (const [i, name] of Object.keys(ESCAPES).entries())
  test(`artwork stays in its frame: ${name}${i ? ' @full' : ''}`, async ({ page }) => {
    await newProject(page, 'Frames')
    await startFrom(page, 'Artwork')
    await page.getByTestId('artwork-file').setInputFiles(drawn(name))
    await expect(page.getByRole('button', { name: 'Show escape' })).toBeVisible()
    await expect(page.getByTestId('artwork').locator('rect')).toHaveCount(1)
    await expect(page.getByTestId('artwork')).toBeVisible()
    await page.keyboard.press('3')
    await page.getByRole('tab', { name: 'Ribbons' }).click()
    await page.getByRole('combobox', { name: 'Blacks, whites and grays' }).focus()
    for (const key of ['1', '2', '3', '4']) {
      await page.keyboard.press(key)
      await page.mouse.move(640, 300)
      await page.waitForTimeout(150)
      expect(await caught(page), `step ${key}`).not.toContain(true)
      expect(await reddened(page), `step ${key}`).toBeLessThan(0.01)
    }
  })

test('links in artwork go nowhere, and nothing of it takes the focus', async ({ page, context }) => {
  await newProject(page, 'Links')
  await startFrom(page, 'Artwork')
  await page.getByTestId('artwork-file').setInputFiles({
    name: 'links.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 100 100">' +
        '<a href="#one"><path d="M0 0h60v100H0z" fill="#e07a5f"/></a>' +
        '<a xlink:href="#two"><path d="M40 0h60v100H40z" fill="#0f6d5f" tabindex="0" autofocus=""/></a>' +
        '</svg>',
    ),
  })
  const shapes = page.getByTestId('artwork').locator('path')
  await expect(shapes).toHaveCount(2)
  const address = page.url()
  const opened: string[] = []
  context.on('page', each => opened.push(each.url()))
  for (const shape of await shapes.all())
    for (const [button, modifiers] of [
      ['left', []],
      ['middle', []],
      ['left', ['Control']],
      ['left', ['Shift']],
    ] as Array<['left' | 'middle', Array<'Control' | 'Shift'>]>) {
      await shape.click({ button, modifiers, force: true })
      await page.keyboard.press('Enter')
    }
  const within = await page.evaluate(
    () => document.querySelector('[data-test=artwork]')?.shadowRoot?.activeElement?.tagName ?? null,
  )
  expect({ address: page.url(), opened, within }).toEqual({ address, opened: [], within: null })
  expect(await shapes.first().evaluate(each => each.closest('a')?.outerHTML.includes('href'))).toBe(false)
})
