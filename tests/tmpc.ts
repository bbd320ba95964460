import { chromium } from '@playwright/test'
const main = async () => {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu'] })
  const page = await browser.newPage({ viewport: { width: 1100, height: 900 } })
  page.on('console', m => console.log('CON', m.text().slice(0,300)))
  await page.goto('file:///tmp/oz/contents.html')
  await page.screenshot({ path: '/tmp/c1.png' })
  await browser.close()
}
main()
