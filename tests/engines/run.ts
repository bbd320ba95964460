import { execFileSync } from 'node:child_process'
import { setTimeout as pause } from 'node:timers/promises'
import { connect } from '../../server/db/connect'
import { serve } from '../e2e/server'
import { freshDatabase } from '../fleet/fleet'
import { firefox, webkit, type Driver } from './drivers'

/*
 * One short walk in two other engines, Firefox and WebKit: open the demo, adopt a harmony, see ribbons and findings, take a file
 * out. Ends with 1 where a step fails: npm run engines. Its packages are Debian's: firefox-esr,
 * webkit2gtk-driver, xvfb, xauth.
 */

const CLUSTER = 'engines-postgres'
/** The longest a step may take, in milliseconds. */
const PATIENCE = 60_000

const all = execFileSync('bin/cluster', ['start', CLUSTER], { encoding: 'utf8' }).trim()
const name = `engines_${process.pid}`
const admin = connect(all)
await admin.unsafe(`create database ${name}`)
const server = await serve(freshDatabase(CLUSTER, name), 4331)
let failed = 0

/** Notes what goes wrong in the page, and keeps what would be saved as a file. */
const WATCH = `(() => {
  window.wrong ??= []
  // a layout that takes two rounds is no error; WebKit says so all the same
  const isLayout = message => message.startsWith('ResizeObserver loop')
  window.addEventListener('error', ({ message }) => isLayout(message) || window.wrong.push(message))
  window.addEventListener('unhandledrejection', event => window.wrong.push(String(event.reason)))
  window.files ??= []
  const addressOf = URL.createObjectURL
  URL.createObjectURL = blob => {
    blob.text().then(text => window.files.push(text))
    return addressOf(blob)
  }
  return true
})()`
/** An element by a selector is clicked. */
const click = (selector: string): string => `(() => {
  const element = document.querySelector(${JSON.stringify(selector)})
  element?.click()
  return element !== null
})()`
const step = (title: string): string => click(`.step-mark[title^="${title}"]`)
const clickTab = (title: string): string => `(() => {
  const tab = [...document.querySelectorAll('[role=tab]')].find(each => each.textContent.trim() === ${JSON.stringify(title)})
  tab?.click()
  return tab !== undefined
})()`
/** Number of proofs that are painted: their canvases hold more than three colors. */
const PAINTED = `[...document.querySelectorAll('[data-test=proofs] canvas')].filter(canvas => {
  const { data } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height)
  return new Set(new Uint32Array(data.buffer)).size > 3
}).length`
const BAND = `JSON.stringify([...document.querySelectorAll('[data-test=band] .value')].map(each => each.textContent.trim()))`

const walk = async (browser: Driver): Promise<void> => {
  const until = async (what: string, expression: string): Promise<void> => {
    const end = Date.now() + PATIENCE
    let last: unknown = null
    while (Date.now() < end) {
      last = await browser.evaluate(`Boolean(${expression})`).catch(String)
      if (last === true) return console.log(`  ✓ ${what}`)
      await pause(200)
    }
    throw new Error(`${what}: ${String(last)}; ${JSON.stringify(await browser.evaluate('window.wrong'))}`)
  }
  await browser.open(server.address)
  await until('Home shows the demo', `document.querySelector('a[aria-label^="Open Breezeholm kite festival"]')`)
  await browser.evaluate(WATCH)
  await until('a project opens', click('a[aria-label^="Open Breezeholm kite festival"]'))
  await until('Compose is there', step('Compose'))
  await until('nine harmonies are painted', `${PAINTED} >= 9`)
  const before = await browser.evaluate<string>(BAND)
  await until('a harmony is adopted', click('[data-test^=harmony-] button.proof[aria-pressed=false]'))
  await until('the band follows', `${BAND} !== ${JSON.stringify(before)}`)
  await until('Remap is there', step('Remap'))
  await until('ribbons are drawn', `document.querySelectorAll('[data-test=ribbons] svg path').length > 5`)
  await until('Check is there', step('Check'))
  await until('findings are listed', `document.querySelector('[data-test=findings] li')`)
  await until('Hand over is there', step('Hand over'))
  await until('Files is there', clickTab('Files'))
  await until('a drawing goes out', click('[data-test^="svg-"]'))
  await until('it is an SVG', `window.files.some(text => text.includes('</svg>'))`)
  const wrong = await browser.evaluate<string[]>('window.wrong')
  if (wrong.length) throw new Error(`Something went wrong in the page: ${wrong.join('; ')}`)
}

for (const start of [firefox, webkit]) {
  let browser: Driver | null = null
  try {
    browser = await start()
    console.log(browser.name)
    await walk(browser)
  } catch (error) {
    failed++
    console.log(`  ✗ ${error instanceof Error ? error.message : String(error)}`)
  } finally {
    await browser?.close()
  }
}
await server.stop()
await admin.unsafe(`drop database if exists ${name} with (force)`)
await admin.end()
execFileSync('bin/cluster', ['stop', CLUSTER])
console.log(`${2 - failed} of 2 engines passed`)
process.exit(failed ? 1 : 0)
