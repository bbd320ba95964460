import { expect, test, type Page } from '@playwright/test'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { cleanSvg } from '#core/svg/clean'
import { decodeSvg, encodeSvg } from '#core/svg/encoding'
import { readSvg } from '#core/svg/read'
import { themedSvg } from '#core/svg/themedSvg'
import { Unreadable } from '#core/svg/unreadable'
import { writeSvg } from '#core/svg/write'
import { VECTORS, type Vector } from './vectors'

/** Number of files that are open side by side. */
const AT_ONCE = 5
/** Maximum time for a file to act, and the time one that should not is watched, in milliseconds. */
const PATIENCE = 5000
const WATCHED = 250

const GESTURES: Readonly<Record<NonNullable<Vector['gesture']>, (page: Page) => Promise<void>>> = {
  hover: async page => {
    await page.mouse.move(10, 10)
    await page.mouse.move(200, 200)
  },
  click: page => page.mouse.click(200, 200),
  enter: async page => {
    await page.keyboard.press('Tab')
    await page.keyboard.press('Enter')
  },
  press: async page => {
    await page.keyboard.press('Tab')
    await page.keyboard.press('a')
  },
}

/** A file as it leaves the house, in other colors, half of them themed; null where it is refused. */
const written = ({ bytes }: Vector, themed: boolean): Uint8Array | null => {
  try {
    const file = decodeSvg(bytes)
    const reading = readSvg(cleanSvg(file.text).markup)
    const text = themed
      ? themedSvg(
          reading,
          () => '#3366cc',
          () => 'sea',
        ).text
      : writeSvg(reading, () => '#3366cc')
    return encodeSvg({ ...file, text })
  } catch (error) {
    if (error instanceof Unreadable) return null
    throw error
  }
}

/** Requests of a file when it is opened from disk and touched: everything but the file itself. */
const askedBy = async (
  page: Page,
  path: string,
  gesture: Vector['gesture'],
  patience: number,
  isEnough: (asked: readonly string[]) => boolean,
): Promise<string[]> => {
  const asked: string[] = []
  const take = (address: string): void => {
    if (address !== `file://${path}`) asked.push(address)
  }
  page.on('request', request => take(request.url()))
  page.on('popup', popup => {
    take('another page')
    void popup.close()
  })
  page.on('dialog', dialog => {
    take(`dialog: ${dialog.message()}`)
    void dialog.dismiss()
  })
  await page.goto(`file://${path}`, { waitUntil: 'load' }).catch(() => null) // it may go elsewhere at once
  if (gesture) await GESTURES[gesture](page)
  for (let waited = 0; waited < patience && !isEnough(asked); waited += 25) await page.waitForTimeout(25)
  return asked
}

/** A fixed sample: of each kind the first, the middle and the last file. */
const SAMPLE = [...new Set(VECTORS.map(({ kind }) => kind))]
  .map(kind => [...VECTORS.entries()].filter(([, each]) => each.kind === kind))
  .flatMap(all => [0, all.length >> 1, all.length - 1].map(at => all[at]?.[0] ?? 0))

for (const kind of ['a sample of every kind', ...new Set(VECTORS.map(each => each.kind))])
  test(`what is written does nothing when it is opened: ${kind}${/sample/.test(kind) ? '' : ' @full'}`, async ({
    context,
  }) => {
    await context.route(/^https?:/, route => route.fulfill({ status: 200, body: '' }))
    const folder = await mkdtemp(join(tmpdir(), 'plumbago-vectors-'))
    const waiting = VECTORS.map((vector, i) => ({ vector, i })).filter(
      ({ vector, i }) => vector.kind === kind || (/sample/.test(kind) && SAMPLE.includes(i)),
    )
    const look = async (): Promise<void> => {
      for (let next = waiting.pop(); next; next = waiting.pop()) {
        const { vector, i } = next
        const open = async (name: string, bytes: Uint8Array, patience: number, enough: number): Promise<string[]> => {
          const path = join(folder, `${i}-${name}.svg`)
          await writeFile(path, bytes)
          const page = await context.newPage()
          try {
            return await askedBy(page, path, vector.gesture, patience, asked => asked.length >= enough)
          } finally {
            await page.close()
          }
        }
        const acted = await open('came', vector.bytes, PATIENCE, 1)
        expect.soft(acted.length, `as it came it acts: ${vector.name}`).toBeGreaterThan(0)
        const out = written(vector, i % 2 === 0)
        if (out) expect.soft(await open('written', out, WATCHED, Infinity), vector.name).toEqual([])
      }
    }
    try {
      await Promise.all(Array.from({ length: AT_ONCE }, look))
    } finally {
      await rm(folder, { recursive: true, force: true })
    }
  })

test('the files that act are many, of twelve kinds', () => {
  expect(VECTORS.length).toBeGreaterThanOrEqual(300)
  expect(new Set(VECTORS.map(({ kind }) => kind)).size).toBe(12)
  expect(new Set(VECTORS.map(({ bytes, gesture }) => `${gesture} ${bytes.toString('latin1')}`)).size).toBe(
    VECTORS.length,
  )
})
