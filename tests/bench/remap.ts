import { execFile } from 'node:child_process'
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import sharp from 'sharp'
import { hexOfRgb, type Hex } from '#core/color/convert'
import { rasterInks } from '#core/raster/inks'
import { paintRaster } from '#core/raster/paint'
import { reducePicture } from '#core/raster/reduce'
import { unmix } from '#core/raster/unmix'
import { compared, recolored, rendered } from '../raster'
import { framesOf, onPage, type FrameTimes, type TimingPage } from './frame'
import { generatedSvg } from './generated'

/* Measurements of remapping: batches, large files, ribbons, the spotlight, raster pictures. */

const run = promisify(execFile)

/**
 * A batch over copies of the demo's artwork and generated files: how many files and megabytes, and how long it takes,
 * in seconds.
 */
export const batchTime = async (): Promise<{ files: number; megabytes: number; seconds: number }> => {
  const folder = mkdtempSync(join(tmpdir(), 'plumbago-batch-'))
  const [from, to] = [join(folder, 'in'), join(folder, 'out')]
  mkdirSync(from)
  const demo = readdirSync('demo/artwork').filter(name => name.endsWith('.svg'))
  for (let i = 0; i < 40; i++) for (const name of demo) copyFileSync(`demo/artwork/${name}`, join(from, `${i}-${name}`))
  for (let i = 0; i < 12; i++) writeFileSync(join(from, `generated-${i}.svg`), generatedSvg(4000, 32))
  const names = readdirSync(from)
  const megabytes = names.reduce((sum, name) => sum + statSync(join(from, name)).size, 0) / 1e6
  const start = performance.now()
  await run('bin/plumbago', ['batch', from, '--map', '#222a52=#503010,#d45d48=#2080a0', '-o', to], { maxBuffer: 1e8 })
  const seconds = (performance.now() - start) / 1000
  rmSync(folder, { recursive: true })
  return { files: names.length, megabytes, seconds }
}

/** The most memory, in megabytes, a process needs to remap a file of 20 MB, and how long it takes, in seconds. */
export const largeFile = async (): Promise<{ megabytes: number; peak: number; seconds: number }> => {
  const folder = mkdtempSync(join(tmpdir(), 'plumbago-large-'))
  const text = generatedSvg(242_000, 64)
  writeFileSync(join(folder, 'large.svg'), text)
  const start = performance.now()
  const script =
    `process.argv.splice(1, 1, 'plumbago'); process.on('exit', () => console.log('peak ' + ` +
    'process.resourceUsage().maxRSS)); await import(' +
    `${JSON.stringify(join(process.cwd(), 'bin/plumbago.ts'))})`
  writeFileSync(join(folder, 'measured.mjs'), script)
  const { stdout } = await run(
    process.execPath,
    [
      '--import',
      import.meta.resolve('tsx'),
      join(folder, 'measured.mjs'),
      'remap',
      join(folder, 'large.svg'),
      '--map',
      '#000000=#ffffff',
      '-o',
      join(folder, 'out.svg'),
    ],
    { maxBuffer: 1e8 },
  )
  const seconds = (performance.now() - start) / 1000
  rmSync(folder, { recursive: true })
  return { megabytes: Buffer.byteLength(text) / 1e6, peak: Number(stdout.match(/peak (\d+)/)?.[1]) / 1024, seconds }
}

const openRemap = async (
  page: Parameters<Parameters<typeof onPage>[0]>[0],
  address: string,
  id: string,
): Promise<void> => {
  await page.goto(`${address}/project/${id}/remap`)
  await page.getByTestId('ribbons').waitFor({ timeout: 60_000 })
  await page.locator('[data-ink]').nth(3).waitFor()
}

/**
 * Moving an ink over other swatches and back, and a whole family, each move to its painted frame; the settled merge.
 */
export const ribbonTimes = (
  address: string,
  id: string,
): Promise<{ ink: FrameTimes; family: FrameTimes; merge: number }> =>
  onPage(async page => {
    await openRemap(page, address, id)
    const dragged = async (): Promise<FrameTimes> => {
      const from = await page.locator('[data-ink]').nth(1).boundingBox()
      if (!from) throw new Error('There is no ink.')
      await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
      await page.mouse.down()
      const times = await framesOf(page, () =>
        page.evaluate(() => {
          const places = [...document.querySelectorAll('[data-swatch]')].map(each => each.getBoundingClientRect())
          return (globalThis as TimingPage).timeFrames(120, i => {
            const box = places[i % places.length] as DOMRect
            window.dispatchEvent(
              new PointerEvent('pointermove', {
                clientX: box.x + box.width / 2,
                clientY: box.y + box.height / 2,
                bubbles: true,
                pointerId: 1,
              }),
            )
          })
        }),
      )
      await page.keyboard.press('Escape')
      await page.mouse.up()
      return times
    }
    const ink = await dragged()
    await page.getByRole('checkbox', { name: 'Families together' }).check()
    const family = await dragged()
    await page.getByRole('checkbox', { name: 'Families together' }).uncheck()
    const button = page.locator('[data-swatch]').nth(0)
    await button.focus()
    await page.keyboard.press('Enter')
    await page
      .getByRole('menuitem', { name: /^Merge into/ })
      .first()
      .waitFor()
    const merge = await page.evaluate(async () => {
      const item = [...document.querySelectorAll<HTMLElement>('[role=menuitem]')].find(each =>
        each.getAttribute('aria-label')?.startsWith('Merge into'),
      )
      const start = performance.now()
      item?.click()
      await new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve)))
      return performance.now() - start
    })
    return { ink, family, merge }
  })

/** The hold dragged from end to end and back, each step to its painted frame. */
export const holdTimes = (address: string, id: string): Promise<FrameTimes> =>
  onPage(async page => {
    await openRemap(page, address, id)
    const slider = page.getByRole('slider', { name: 'Hold' })
    await slider.waitFor()
    return framesOf(page, () =>
      slider.evaluate((element: HTMLInputElement) =>
        (globalThis as TimingPage).timeFrames(120, i => {
          element.value = `${Math.abs(100 - ((i * 7) % 200))}`
          element.dispatchEvent(new Event('input', { bubbles: true }))
        }),
      ),
    )
  })

/** From the pointer on an ink to the spotlight on the screen. */
export const spotlightTimes = (address: string, id: string): Promise<FrameTimes> =>
  onPage(async page => {
    await openRemap(page, address, id)
    return framesOf(page, () =>
      page.evaluate(() => {
        const inks = [...document.querySelectorAll('[data-ink]')]
        let last: Element | undefined
        return (globalThis as TimingPage).timeFrames(120, i => {
          last?.dispatchEvent(new PointerEvent('pointerleave'))
          last = inks[i % inks.length]
          last?.dispatchEvent(new PointerEvent('pointerenter'))
        })
      }),
    )
  })

/** Flat art of six colors, with thin lines. */
export const FLAT_ART =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 300">' +
  '<rect width="400" height="300" fill="#f2e6d0"/>' +
  Array.from({ length: 60 }, (_, i) => {
    const fill = ['#c8402a', '#24486e', '#f0b840', '#1b1b24', '#3f8f7a'][i % 5]
    const stroke = ['#24486e', '#c8402a', '#f2e6d0'][i % 3]
    const circle = `<circle cx="${(i * 67) % 400}" cy="${(i * 41) % 300}" r="${6 + ((i * 7) % 26)}" fill="${fill}"/>`
    const line = `M${(i * 53) % 400} ${(i * 29) % 300}l40 18`
    return `${circle}<path d="${line}" stroke="${stroke}" stroke-width="${1 + (i % 4)}"/>`
  }).join('') +
  '</svg>'
const TARGETS = new Map<Hex, Hex>([
  ['#f2e6d0', '#102038'],
  ['#c8402a', '#7fd0c0'],
  ['#24486e', '#f4d8e4'],
  ['#f0b840', '#b02a70'],
  ['#1b1b24', '#f8f4c0'],
  ['#3f8f7a', '#e07030'],
])

/**
 * Known flat art rendered, remapped as pixels, against the same art rendered in the new colors: ΔE2000 over all
 * pixels, and within two of an edge.
 */
export const rasterQuality = async (): Promise<{ mean: number; edges: number }> => {
  const source = await rendered(FLAT_ART, 1200)
  const inks = rasterInks(source)
  const out = new Uint8ClampedArray(source.data.length)
  paintRaster(unmix(source, inks), inks, [{ colors: inks.map(hex => TARGETS.get(hex) ?? hex), opacity: 1 }], null, out)
  return compared(source, { ...source, data: out }, await rendered(recolored(FLAT_ART, TARGETS), 1200))
}

/**
 * A picture of 12 megapixels: finding its inks, taking it apart for the stage and in full, painting it at the size of
 * the stage (middle of nine) and in full; in milliseconds.
 */
export const rasterTimes = async (
  svg: string | null,
): Promise<{ inks: number; find: number; stage: number; full: number; paintStage: number; paintFull: number }> => {
  const resized = svg
    ? await rendered(svg, 4000)
    : await sharp('demo/artwork/kite-loft.png')
        .resize(4000, 3000)
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true })
        .then(({ data, info }) => ({ width: info.width, height: info.height, data }))
  const timed = <Result>(work: () => Result): [Result, number] => {
    const start = performance.now()
    const result = work()
    return [result, performance.now() - start]
  }
  const [inks, find] = timed(() => rasterInks(resized))
  const small = reducePicture(resized, 1280)
  const [stageTaken, stage] = timed(() => unmix(small, inks))
  const [fullTaken, full] = timed(() => unmix(resized, inks))
  const rows = (i: number): Parameters<typeof paintRaster>[2] => [
    {
      colors: inks.map((_, n) =>
        hexOfRgb(((n * 37 + i * 11) % 200) / 255, ((n * 91 + i * 5) % 200) / 255, ((n * 53 + i * 3) % 200) / 255),
      ),
      opacity: 1,
    },
  ]
  const out = new Uint8ClampedArray(small.data.length)
  const changes = Array.from(
    { length: 9 },
    (_, i) => timed(() => paintRaster(stageTaken, inks, rows(i), null, out))[1],
  ).sort((one, other) => one - other)
  const [, paintFull] = timed(() =>
    paintRaster(fullTaken, inks, rows(1), null, new Uint8ClampedArray(resized.data.length)),
  )
  return { inks: inks.length, find, stage, full, paintStage: changes[4] ?? NaN, paintFull }
}
