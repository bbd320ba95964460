import type { Sql } from 'postgres'
import { framesOf, onPage, type FrameTimes, type TimingPage } from './frame'
import { labOf } from '#core/color/convert'
import { shelfQuerySchema, type ShelfQuery } from '#core/document/shelf'
import { dice } from '../../demo/draw'
import { findOnShelf, searchShelf } from '../../server/db/shelf'

/* How long it takes to find a scheme again among very many. */

const SCHEMES = 100_000
const BATCH = 4000
const WORDS = (
  'amber anchor apple arbor bakery basalt beacon birch bottle brick cedar chalk cinder clay clover cobalt copper coral dawn ' +
  'delta desert dune dusk ember fern field flint forest garden glass grain harbor hazel honey indigo iris ivory juniper kelp ' +
  'lagoon linen loam maple marble meadow mist moss mural nectar oak olive opal orchard paper pebble pepper pine plum poppy ' +
  'quarry quartz rain reed ribbon river rose saffron sage sand shale slate smoke spruce stone straw sugar summer tea thistle ' +
  'timber tulip umber valley velvet violet walnut wheat willow winter wool yarrow zinc'
).split(' ')

const at = (times: readonly number[], part: number): number =>
  [...times].sort((one, other) => one - other)[Math.floor((times.length - 1) * part)] ?? NaN

/** Fills the shelf with so many made-up schemes of five colors. */
const fill = async (sql: Sql): Promise<void> => {
  const roll = dice(7)
  const word = (): string => WORDS[Math.floor(roll() * WORDS.length)] ?? ''
  const hex = (): string =>
    `#${Math.floor(roll() * 0xffffff)
      .toString(16)
      .padStart(6, '0')}`
  for (let done = 0; done < SCHEMES; done += BATCH) {
    const rows = Array.from({ length: BATCH }, () => {
      const hexes = Array.from({ length: 5 }, hex)
      const name = `${word()} ${word()} ${word()}`
      const swatches = hexes.map(each => ({ hex: each, name: word(), role: 'supporting', share: 0.2 }))
      return {
        name,
        hexes,
        swatches: JSON.stringify(swatches),
        plain: `${name} ${swatches.map(each => each.name).join(' ')}`,
      }
    })
    const made = await sql<Array<{ id: string }>>`
      insert into shelf (name, tags, origin, swatches, plain, updated_at)
      select name, array[split_part(name, ' ', 1)], '{"kind":"file","title":"","project":null}', swatches::jsonb, plain,
        now() - random() * interval '900 days'
      from unnest(${rows.map(({ name }) => name)}::text[], ${rows.map(({ swatches }) => swatches)}::text[],
        ${rows.map(({ plain }) => plain)}::text[]) as given (name, swatches, plain) returning id`
    const points = rows.flatMap(({ hexes }, i) =>
      hexes.map(each => {
        const { l, a, b } = labOf(each)
        return { id: made[i]?.id ?? '', point: `(${l},${a},${b})` }
      }),
    )
    await sql`insert into shelf_colors (shelf_id, lab) select id, point::cube
      from unnest(${points.map(({ id }) => id)}::uuid[], ${points.map(({ point }) => point)}::text[]) as given (id, point)`
  }
  await sql`vacuum analyze shelf`
  await sql`vacuum analyze shelf_colors`
}

/** The middle and the 95th percentile of many searches of a kind, in milliseconds; how many answer in the middle. */
export const shelfTimes = async (
  sql: Sql,
): Promise<Array<{ what: string; middle: number; p95: number; found: number }>> => {
  const [{ count } = { count: 0 }] = await sql<Array<{ count: number }>>`select count(*)::int as count from shelf`
  if (count < SCHEMES) await fill(sql)
  const roll = dice(11)
  const word = (): string => WORDS[Math.floor(roll() * WORDS.length)] ?? ''
  const some = await sql<Array<{ id: string; hex: string; other: string }>>`
    select id, swatches -> 0 ->> 'hex' as hex, swatches -> 1 ->> 'hex' as other from shelf order by id limit 60`
  const any = (): (typeof some)[number] => some[Math.floor(roll() * some.length)] as (typeof some)[number]
  const kinds: Record<string, () => Partial<ShelfQuery>> = {
    'a word': () => ({ words: word() }),
    'half a word': () => ({ words: word().slice(0, 3) }),
    'two words': () => ({ words: `${word()} ${word()}` }),
    'letters within words': () => ({ words: word().slice(1, 5) }),
    'a tag': () => ({ tags: [word()] }),
    'near a color': () => ({ near: any().hex }),
    'near a color, with a word': () => ({ near: any().hex, words: word() }),
    'holding two colors': () => {
      const { hex, other } = any()
      return { holds: [hex, other] }
    },
    'holding three colors': () => ({ holds: [any().hex, any().hex, any().other] }),
    'fitting three colors': () => ({ fits: [any().hex, any().hex, any().other] }),
    'a folder and a word': () => ({ folder: 'none' as const, words: word() }),
    'nothing: the newest': () => ({}),
    'nothing: by name': () => ({ order: 'name' as const }),
  }
  const timed = async (work: () => Promise<number>): Promise<{ middle: number; p95: number; found: number }> => {
    const times: number[] = []
    const found: number[] = []
    for (let i = 0; i < 60; i++) {
      const began = performance.now()
      found.push(await work())
      if (i >= 10) times.push(performance.now() - began)
    }
    return { middle: at(times, 0.5), p95: at(times, 0.95), found: at(found, 0.5) }
  }
  const all = []
  for (const [what, query] of Object.entries(kinds))
    all.push({ what, ...(await timed(async () => (await searchShelf(sql, shelfQuerySchema.parse(query()))).total)) })
  all.push({
    what: 'one by its id: the plain index',
    ...(await timed(async () => ((await findOnShelf(sql, any().id)) ? 1 : 0))),
  })
  return all
}

/** Home with 1,000 schemes in sight: frames while the shelf is scrolled, beside those of scrolling a page with nothing but lines. */
export const scrollTimes = (address: string): Promise<{ shelf: FrameTimes; plain: FrameTimes; shown: number }> =>
  onPage(async page => {
    const scrolled = (selector: string): Promise<FrameTimes> =>
      framesOf(page, () =>
        page.evaluate(async of => {
          const place = document.querySelector(of)
          if (!place) throw new Error(`There is no ${of}.`)
          place.scrollTop = 0
          return (globalThis as TimingPage).timeFrames(120, i => {
            place.scrollTop = (i * 331) % Math.max(1, place.scrollHeight - place.clientHeight)
          })
        }, selector),
      )
    await page.goto(address)
    const schemes = page.getByTestId('shelf-scheme')
    await schemes.first().waitFor()
    for (let shown = 0; shown < 1000; shown = await schemes.count()) {
      await page.evaluate(() => document.querySelector('main > aside')?.scrollTo(0, 1e7))
      await page.waitForFunction(before => document.querySelectorAll('[data-test=shelf-scheme]').length > before, shown)
    }
    const [shown, times] = [await schemes.count(), await scrolled('main > aside')]
    await page.setContent(
      `<div id="plain" style="height:756px;overflow-y:auto">${'<p style="height:70px;margin:8px">A line</p>'.repeat(1000)}</div>`,
    )
    return { shelf: times, plain: await scrolled('#plain'), shown }
  })
