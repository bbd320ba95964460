import type { Sql } from 'postgres'
import { shelfSwatches } from '#core/scheme/shelfSwatches'
import { makeFolder, putOnShelf } from '../server/db/shelf'

/** The demo's shelf, the one to stand last first: what each scheme is called, its tags, and its colors with their shares in percent. */
const FOLDERS: Readonly<Record<string, ReadonlyArray<readonly [name: string, tags: string, colors: string]>>> = {
  Ideas: [
    ['Old chart', 'paper, quiet', '#eadfc4 46 #c9b68b 22 #6b705c 14 #37474f 12 #9c3d2e 6'],
    ['Smokehouse', 'packaging, warm', '#ecd6b4 38 #c58b5c 24 #7d4f3a 18 #3b2a20 14 #9b2c1f 6'],
    ['Dune grass', 'quiet, summer', '#efebce 42 #d6ce93 24 #a3a380 18 #d8a48f 10 #8a5a5e 6'],
    ['Ice stand', 'packaging, summer', '#fde8e4 40 #f7c6c7 24 #a7d3d1 18 #5a7d7c 12 #e4572e 6'],
    ['Night market', 'poster, dark', '#1b1b2f 46 #3a2e5c 22 #e94f64 14 #f6c667 10 #f4ede4 8'],
    ['Sea buckthorn', 'packaging, warm', '#fff3d6 40 #ffb627 22 #e2711d 16 #5b7553 12 #2e3d2f 10'],
    ['Winter harbor', 'dark, quiet', '#0d1b2a 40 #415a77 24 #778da9 16 #e0e1dd 14 #c1666b 6'],
  ],
  Breezeholm: [
    ['Net menders', 'wayfinding', '#efe6c8 36 #1f4e4a 26 #3f7d6e 18 #a9c5a0 12 #c9613c 8'],
    ['Fog signal', 'wayfinding, quiet', '#e5e9ec 44 #b8c4cc 22 #6d7f8b 16 #2e3a42 12 #d7472f 6'],
    ['Weathered hull', 'print, quiet', '#c2dfe3 34 #9db4c0 24 #5c6b73 20 #b5523b 12 #2d2926 10'],
    ['Lighthouse', 'wayfinding', '#f6f3ea 44 #c2392b 22 #22313f 16 #8fa7b3 12 #e3b23c 6'],
    ['Ferry timetable', 'print', '#d9e2ec 42 #12355b 26 #2f6690 18 #f4b942 8 #f7f5ef 6'],
    ['Regatta', 'festival, poster', '#f7f7f2 36 #0b3954 24 #087e8b 20 #bfd7ea 12 #e85d4e 8'],
    ['Café awning', 'packaging, warm', '#f4f1de 38 #e07a5f 22 #3d405b 18 #81b29a 12 #f2cc8f 10'],
    ['Harbor at dusk', 'festival, poster', '#2b3a67 34 #496a81 24 #e8b796 20 #f2e9dc 14 #c8553d 8'],
    ['Kite day', 'festival, poster', '#f7f0dc 36 #0f6d5f 26 #f2a65a 18 #16302b 12 #eb5e55 8'],
  ],
}
const FAVORITES: ReadonlySet<string> = new Set(['Kite day', 'Lighthouse', 'Night market'])

/** Puts the demo's schemes on the shelf where nothing is on it. */
export const seedShelf = async (sql: Sql): Promise<void> => {
  const [any] = await sql`select 1 from shelf limit 1`
  if (any) return
  for (const [title, schemes] of Object.entries(FOLDERS)) {
    const { id } = await makeFolder(sql, title)
    for (const [name, tags, colors] of schemes)
      await putOnShelf(sql, {
        ...{ name, note: '', tags: tags.split(', '), folder: id, favorite: FAVORITES.has(name) },
        swatches: shelfSwatches(
          [...colors.matchAll(/(#\w{6}) (\d+)/g)].map(([, hex = '', share]) => ({ hex, share: Number(share) })),
        ),
        origin: { kind: 'band', title: '', project: null },
      })
  }
}
