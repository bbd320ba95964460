import { chromium, selectors } from '@playwright/test'
import { CHROMIUM } from './browser'

/* Takes the pictures of docs/screenshots from a running demo: npm run shots -- http://127.0.0.1:4180 [folder] */
const [address = 'http://127.0.0.1:4180', folder = 'docs/screenshots'] = process.argv.slice(2)
selectors.setTestIdAttribute('data-test')
const browser = await chromium.launch(CHROMIUM)
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
page.on('console', message => { if (message.type() === 'error') console.log(message.text()) })
page.on('pageerror', error => console.log(error.message))

const shot = async (name: string): Promise<void> => {
  await page.waitForTimeout(500)
  await page.screenshot({ path: `${folder}/${name}.png` })
}

await page.goto(address)
await page.getByTestId('project-card').first().waitFor()
await page.waitForFunction(() => [...document.images].every(({ complete, naturalWidth }) => complete && naturalWidth > 0))
await shot('home')
await page.getByTestId('project-card').first().getByRole('link').click()
await page.getByTestId('artwork').waitFor()
await page.keyboard.press('1')
const start = (what: string): Promise<void> => page.getByRole('radiogroup', { name: 'Start from' }).getByRole('radio', { name: what }).click()
await start('References')
await page.locator('[data-test^=strip-] i').nth(19).waitFor()
await shot('references')
await page.getByRole('button', { name: 'Look at Folded kite fabric' }).click()
await page.getByTestId('use-Folded kite fabric').click()
await page.getByTestId('stage').hover({ position: { x: 20, y: 300 } })
await page.locator('[data-test^=sample-]').nth(4).waitFor()
await shot('reference')
await page.getByTestId('swatch').nth(3).click()
await shot('swatch')
await page.keyboard.press('Escape')
await page.keyboard.press('Control+z')
await start('Inspiration')
await page.getByTestId('inspiration-scheme').nth(2).click()
await page.getByTestId('stage').hover({ position: { x: 20, y: 300 } })
await shot('inspiration')
await start('Base color')
for (const [key, name] of [['1', 'gather'], ['2', 'compose'], ['3', 'remap'], ['4', 'hand-over']] as const) {
  await page.keyboard.press(key)
  await shot(name)
}
await browser.close()
