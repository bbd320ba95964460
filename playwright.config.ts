import { defineConfig } from '@playwright/test'
import { HINTS, HINTS_GONE } from './app/words/hints'
import { CHROMIUM } from './tests/browser'

const port = Number(process.env.TEST_PORT ?? 4190)

export default defineConfig({
  testDir: 'tests/e2e',
  // what bears @full in its title runs in `npm run test:full` alone: it takes long, or sees once more what unit tests hold
  ...(process.env.FULL ? {} : { grepInvert: /@full/ }),
  workers: 3,
  retries: 1, // for a machine that stands still for a while; what needed it is named at the end of the run
  timeout: 150_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', { outputFile: '.data/reports/playwright.json' }]],
  globalSetup: './tests/e2e/global-setup.ts',
  use: {
    // hints of the first minutes are put away, dial and trail are large, but where that is what is tested
    storageState: {
      cookies: [],
      origins: [
        {
          origin: `http://127.0.0.1:${port}`,
          localStorage: [
            { name: HINTS_GONE, value: JSON.stringify(HINTS) },
            { name: 'plumbago dial', value: JSON.stringify({ usual: 'large' }) },
            { name: 'plumbago trail open', value: JSON.stringify({ usual: true, low: true }) },
          ],
        },
      ],
    },
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 30_000, // what cannot be pressed by then never can
    testIdAttribute: 'data-test',
    launchOptions: CHROMIUM,
    permissions: ['clipboard-read', 'clipboard-write'],
    trace: process.env.TRACE ? 'retain-on-failure' : 'off', // TRACE=1 records every step, which takes time
  },
})
