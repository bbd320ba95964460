import type { Page } from '@playwright/test'
import type { Sql } from 'postgres'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import { lookOf } from '#core/document/project'
import type { Project } from '#core/document/project'
import type { TrailState } from '#core/document/trail'
import { createProject, saveProject } from '../../server/db/projects'
import { framesOf, onPage, percentile, type FrameTimes, type TimingPage } from './frame'

/** Opens a project in Compose and waits until its artwork and first proofs are there. */
const openIn = async (page: Page, address: string, id: string): Promise<void> => {
  await page.goto(`${address}/project/${id}/compose`)
  await page.getByTestId('artwork').locator('svg').first().waitFor({ timeout: 120_000 })
  await page.getByTestId('proofs').locator('canvas').first().waitFor({ timeout: 60_000 })
}

/** The names of the scripts a browser that knows nothing fetches for the demo project until Compose stands. */
export const scriptsUntilCompose = (address: string): Promise<string[]> =>
  onPage(async page => {
    const [{ id } = { id: '' }] = (await (await fetch(`${address}/api/projects?limit=1`)).json()) as Array<{
      id: string
    }>
    const names = new Set<string>()
    page.on('request', request => {
      const name = /\/_nuxt\/([\w-]+\.js)$/.exec(new URL(request.url()).pathname)?.[1]
      if (name && !page.isClosed()) names.add(name)
    })
    await page.goto(`${address}/project/${id}/compose`)
    await page.getByTestId('compose').waitFor()
    return [...names]
  })

/** The things dragged in measurements: the base on the hue ring or in the tone field, a joint of the band, a slider of the whole scheme. */
export type Dragged = 'ring' | 'tone' | 'joint' | 'slider'

/** Counts how often the worker that paints what passes by has painted the stage, from its call on; null where it paints nothing. */
const countPaintings = async (page: Page): Promise<() => Promise<number | null>> => {
  const worker = page.workers().find(each => each.url().includes('passing'))
  await worker?.evaluate(() => {
    const { prototype } = OffscreenCanvasRenderingContext2D
    const { putImageData } = prototype
    Object.assign(globalThis, { painted: 0 })
    prototype.putImageData = function (this: OffscreenCanvasRenderingContext2D, ...given: unknown[]) {
      ;(globalThis as unknown as { painted: number }).painted++
      return (putImageData as (...all: unknown[]) => void).apply(this, given)
    }
  })
  return async () =>
    worker ? await worker.evaluate(() => (globalThis as unknown as { painted: number }).painted) : null
}

/**
 * Drags something one move a frame, and measures each from the pointer event until the page has painted its frame; and how many of
 * the moves the worker has painted on the stage.
 */
export const dragTimes = (
  address: string,
  id: string,
  what: Dragged,
  changes = 120,
): Promise<FrameTimes & { painted: number | null }> =>
  onPage(async page => {
    await openIn(page, address, id)
    if (what === 'slider') {
      await page.getByRole('tab', { name: 'Whole scheme' }).click()
      await page.getByRole('slider', { name: 'Brightness' }).first().waitFor()
    }
    await page.getByTestId('dial').hover({ position: { x: 5, y: 5 } })
    const drag = (count: number): Promise<number[]> =>
      page.evaluate(
        async ({ what, count }) => {
          const { timeFrames } = globalThis as TimingPage
          const one = (selector: string): Element => {
            const found = document.querySelector(selector)
            if (!found) throw new Error(`There is no ${selector}.`)
            return found
          }
          if (what === 'slider') {
            const slider = one('input[type=range][aria-label=Brightness]') as HTMLInputElement
            const taken = await timeFrames(count, i => {
              slider.value = String(-40 + ((i * 7) % 80))
              slider.dispatchEvent(new Event('input', { bubbles: true }))
            })
            slider.value = '0'
            slider.dispatchEvent(new Event('change', { bubbles: true }))
            return taken
          }
          const target = one(
            { ring: '[data-test=target-s1]', tone: '[data-test=tone-s1]', joint: '[data-joint="0"]' }[what],
          )
          const around = (what === 'ring' ? one('[data-test=ring]') : target).getBoundingClientRect()
          const [x, y] = [around.left + around.width / 2, around.top + around.height / 2]
          const at = (i: number): PointerEventInit => ({
            ...{ bubbles: true, pointerId: 1 },
            clientX:
              x + (what === 'ring' ? Math.sin(i * 0.11) * 80 : what === 'tone' ? -(i % 30) : ((i * 3) % 90) - 45),
            clientY: y + (what === 'ring' ? -Math.cos(i * 0.11) * 80 : what === 'tone' ? i % 25 : 0),
          })
          target.dispatchEvent(new PointerEvent('pointerdown', at(0)))
          const taken = await timeFrames(count, i => window.dispatchEvent(new PointerEvent('pointermove', at(i))))
          window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' })) // the project stays as it is
          return taken
        },
        { what, count },
      )
    await drag(10) // whatever paints is there from now on
    await page.waitForTimeout(1500)
    const painted = await countPaintings(page)
    const times = await framesOf(page, () => drag(changes))
    return { ...times, painted: await painted() }
  })

/**
 * From the key that deals until the first and the last of 24 proofs are painted, in milliseconds: the middle of
 * several deals.
 */
export const sheetTimes = (address: string, id: string, runs = 7): Promise<{ first: number; last: number }> =>
  onPage(async page => {
    await openIn(page, address, id)
    const all: Array<{ first: number; last: number }> = []
    for (let run = 0; run < runs; run++) {
      all.push(
        await page.evaluate(async () => {
          const seen = (): string[] =>
            [...document.querySelectorAll<HTMLElement>('[data-proof^=deal]')].map(each => each.dataset.proof ?? '')
          const before = new Set(seen())
          const start = performance.now()
          window.dispatchEvent(new KeyboardEvent('keydown', { key: 'd' }))
          const found = { first: 0, last: 0 }
          while (!found.last) {
            await new Promise(resolve => requestAnimationFrame(() => requestAnimationFrame(resolve)))
            const fresh = seen().filter(key => !before.has(key)).length
            if (fresh && !found.first) found.first = performance.now() - start
            if (fresh === 24) found.last = performance.now() - start
          }
          return found
        }),
      )
      await page.waitForTimeout(200)
    }
    return {
      first: percentile(
        all.map(({ first }) => first),
        0.5,
      ),
      last: percentile(
        all.map(({ last }) => last),
        0.5,
      ),
    }
  })

/**
 * What a trail of so many states costs: its answer in bytes and milliseconds, its size in the database, and from the
 * address to the first state on the screen.
 */
export const trailCost = async (
  address: string,
  sql: Sql,
  project: Project,
  count = 500,
): Promise<Record<'answer' | 'bytes' | 'stored' | 'worked' | 'workedBare' | 'reopened' | 'bare', number>> => {
  const looks = Array.from({ length: count }, (_, i) =>
    lookOf(
      apply(
        project,
        { do: 'compose', harmony: { turn: (i % 360) - 180, ...(i % 7 === 0 ? { kind: 'triadic' as const } : {}) } },
        NOTHING_KNOWN,
      ),
    ),
  )
  const put = looks.map(
    (look, i): TrailState => ({
      id: `t${i}`,
      parent: i ? `t${i - 1}` : null,
      time: new Date(Date.UTC(2026, 10, 1, 0, i)).toISOString(),
      did: 'turn',
      kept: null,
      look,
    }),
  )
  const marked = { ...project, name: 'Bench trail', state: `t${count - 1}` }
  const { id } = await createProject(sql, marked)
  await saveProject(sql, id, 1, marked, { put, remove: [] })
  const bare = await createProject(sql, { ...project, name: 'Bench no trail', state: null })
  const times: number[] = []
  let bytes = 0
  for (let i = 0; i < 15; i++) {
    const start = performance.now()
    bytes = (await (await fetch(`${address}/api/projects/${id}/trail`)).arrayBuffer()).byteLength
    times.push(performance.now() - start)
  }
  const [{ stored } = { stored: 0 }] = await sql<Array<{ stored: number }>>`
    select (select coalesce(sum(pg_column_size(trail.*)), 0) from trail where project_id = ${id})
      + (select coalesce(sum(pg_column_size(trail_targets.*)), 0) from trail_targets where project_id = ${id}) as stored`
  /** Until it can be worked, with artwork and proofs there; until what is looked for of its trail is there. */
  const reopen = (which: string, what: string): Promise<{ worked: number; trail: number }> =>
    onPage(async page => {
      const [worked, trail]: [number[], number[]] = [[], []]
      for (let i = 0; i < 7; i++) {
        const start = performance.now()
        await page.goto(`${address}/project/${which}/compose`)
        const there = page.locator(what).first().waitFor()
        await page.getByTestId('artwork').locator('svg').first().waitFor()
        await page.getByTestId('proofs').locator('canvas').first().waitFor()
        worked.push(performance.now() - start)
        await there
        trail.push(performance.now() - start)
      }
      return { worked: percentile(worked, 0.5), trail: percentile(trail, 0.5) }
    })
  const [long, none] = [await reopen(id, '[data-test=state][aria-current]'), await reopen(bare.id, '[data-test=trail]')]
  return {
    answer: percentile(times, 0.5),
    bytes,
    stored: Number(stored),
    ...{ worked: long.worked, workedBare: none.worked, reopened: long.trail, bare: none.trail },
  }
}
