import { execFileSync } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { TAKEN_BY } from '#core/extract/extract'
import type { Sql } from 'postgres'
import { apply } from '#core/commands/commands'
import { knownInks } from '#core/commands/known'
import { newProject } from '#core/scheme/create'
import type { StoredProject } from '#core/document/project'
import { receiveSvg } from '../../server/artwork/receive'
import { storeArtwork } from '../../server/db/artwork'
import { connect } from '../../server/db/connect'
import { createProject, findProject } from '../../server/db/projects'
import { batchTime, FLAT_ART, largeFile, rasterQuality, rasterTimes, ribbonTimes, spotlightTimes } from './remap'
import { serve } from '../e2e/server'
import { type Dragged, dragTimes, scriptsUntilCompose, sheetTimes, trailCost } from './compose'
import { measureFrames, percentile, type FrameTimes } from './frame'
import { drawings, keepingTimes, keptOver, KEYS, rasterOf, SCHEMES, type Way } from './keeping'
import { backupTimes, deskTimes } from './desks'
import { DIMENSIONS, growthOf } from './growth'
import { pictureTimes, reviewTimes } from './reviewing'
import { readerTimes, uploadTimes } from './serving'
import { scrollTimes, shelfTimes } from './shelf'
import { MEANT_FIGURES, meantFigures, meantTimes } from './meant'
import { icons, intakeTimes, openingTime, saveCost } from './brand'
import { emptyTimes, inkListTimes, readingTimes, realBatchTime } from './waiting'
import { demoId, firstLoads, openAndLeave } from './house'
import { knownPaintings } from './knownPaintings'
import { FIGURES, paintedFigures, paintings, paintingTimes } from './painting'
import { photographs, takenFigures } from './byEye'
import { dealFigures, dealsApart, dealTime, derivingTime, drawnInks, PLANS, schemeFigures, strongLost } from './schemes'
import { archiveTimes, lineUpTimes, pageTimes, serverBlocks } from './handingOver'
import { generatedSvg } from './generated'
import { pdfFigures, writingTime } from './pdf'
import { checkTimes, proofTableTime } from './checking'
import { coverageOf, GENERATED, generatedPicture, palettesExact, timesOf } from './pictures'

/*
 * Prints the figures of docs/benchmarks.md:
 * npm run bench [-- reading|pictures|schemes|browser|compose|remap|keeping|meant|painting|house|brand|check|handover|growth|serving|shelf|
 * reviews|reviewPictures|desks|waiting|backup|pdf [ADDRESS]]
 */

const megabytes = (text: string): number => Buffer.byteLength(text) / 1e6

const percent = (value: number): string => `${(value * 100).toFixed(1)}%`
const row = (...cells: Array<string | number>): void => console.log(`| ${cells.join(' | ')} |`)
const whole = (value: number): string => value.toFixed(0)
const tenth = (value: number): string => value.toFixed(1)

/** A file is cleaned, read, measured and mapped as the server takes it in: how long it takes, in seconds. */
const takenIn = async (text: string): Promise<number> => {
  const start = performance.now()
  await receiveSvg('bench.svg', new TextEncoder().encode(text))
  return (performance.now() - start) / 1000
}

const reading = async (): Promise<void> => {
  row('file', 'MB', 'bare parse MB/s', 'read MB/s', 'read / bare parse', 'remap and write MB/s')
  row('---', '---:', '---:', '---:', '---:', '---:')
  for (const { name, megabytes: size, bare, read, write } of await readingTimes()) {
    const perSecond = (ms: number): string => tenth((size / ms) * 1000)
    row(name, size.toFixed(2), perSecond(bare), perSecond(read), tenth(read / bare), perSecond(write))
  }
  console.log()
  row('taken in: cleaned, read, measured, mapped', 'MB', 'seconds')
  row('---', '---:', '---:')
  for (const [name, shapes, inks] of [
    ['10,000 shapes, 64 inks', 10_000, 64],
    ['10,000 shapes, 1,000 inks', 10_000, 1000],
    ['100,000 shapes, 64 inks', 100_000, 64],
    ['100,000 shapes, 5,000 inks', 100_000, 5000],
  ] as const) {
    const text = generatedSvg(shapes, inks)
    row(name, tenth(megabytes(text)), tenth(await takenIn(text)))
  }
}

const pictures = async (): Promise<void> => {
  const signed = (part: number): string => `${part > 0 ? '+' : ''}${tenth(part * 100)}%`
  const demo = ['harbor-at-dusk', 'folded-kite-fabric', 'weathered-hull'].map(name => ({
    name,
    bytes: readFileSync(`demo/references/${name}.jpg`),
    accent: null,
  }))
  const small = await Promise.all(
    GENERATED.map(async ({ seed, accent }) => ({
      name: `generated ${seed}, 1 MP`,
      bytes: await generatedPicture(seed, 1224, accent),
      accent,
    })),
  )
  const large = await Promise.all(
    [1, 2].map(async seed => ({
      name: `generated ${seed}, 12 MP`,
      bytes: await generatedPicture(seed, 4243, null),
      accent: null,
    })),
  )
  row('picture', 'decode ms', 'extract 8: least ms', 'middle ms', 'lean: least ms', 'middle ms')
  row('---', '---:', '---:', '---:', '---:', '---:')
  const read = []
  for (const { name, bytes, accent } of [...demo, ...small.slice(0, 3), ...large, ...small.slice(3)]) {
    const { decode, extract, lean, picture } = await timesOf(bytes)
    read.push({ name, picture, accent })
    row(name, whole(decode), tenth(extract.min), tenth(extract.middle), tenth(lean.min), tenth(lean.middle))
  }
  console.log()
  row('picture', 'k', 'found', 'mean', 'of the limit', 'p95', 'limit p95', 'least ΔE between', 'ΔE to the accent')
  row('---', '---:', '---:', '---:', '---:', '---:', '---:', '---:', '---:')
  for (const { name, picture, accent } of read) {
    for (const k of [5, 8]) {
      const { mean, max, limit, apart, count, accent: away } = coverageOf(picture, k, accent)
      row(
        name,
        k,
        count,
        tenth(mean),
        signed(mean / limit.mean - 1),
        tenth(max),
        tenth(limit.max),
        tenth(apart),
        away === null ? '' : tenth(away),
      )
    }
  }
  console.log()
  row('five colors', 'two near-blacks or near-whites', 'two colorful', 'vivid thing of 0.1% taken', 'coverage')
  row('---', '---:', '---:', '---:', '---:')
  const photos = await photographs()
  for (const by of TAKEN_BY) {
    const { pictures: all, ends, colorful, things, coverage } = takenFigures(photos, by)
    row(by, `${ends} of ${all}`, colorful.join(' of '), `${things} of 10`, signed(coverage - 1))
  }
  console.log()
  row('random palettes of five blocks read exactly', `${await palettesExact(40)} of 40`)
}

const firstLoad = async (address: string): Promise<void> => {
  const html = await (await fetch(address)).text()
  const folder = '.output/public/_nuxt'
  const scripts = new Set([...html.matchAll(/\/_nuxt\/([\w-]+\.js)/g)].map(match => match[1] ?? ''))
  const size = (names: Iterable<string>): number =>
    [...names].reduce((sum, name) => sum + gzipSync(readFileSync(`${folder}/${name}`)).length, 0) / 1000
  row('first load: entry script, gzip', `${whole(size(scripts))} kB`)
  row('first load of Compose until it stands: scripts, gzip', `${whole(size(await scriptsUntilCompose(address)))} kB`)
  const all = readdirSync(folder).filter(name => name.endsWith('.js'))
  row('all scripts of the pages, gzip', `${whole(size(all.filter(name => !name.includes('.worker-'))))} kB`)
  row('the workers, gzip', `${whole(size(all.filter(name => name.includes('.worker-'))))} kB`)
}

const routes = async (address: string, url: string): Promise<void> => {
  const sql = connect(url)
  try {
    await sql`delete from projects where summary->>'name' like 'Bench%'`
    const document = newProject('Bench')
    const made = await Promise.all(
      Array.from({ length: 1000 }, (_, i) => createProject(sql, { ...document, name: `Bench ${i}` })),
    )
    const timed = async (path: string): Promise<number> => {
      const times: number[] = []
      for (let i = 0; i < 220; i++) {
        const start = performance.now()
        await (await fetch(`${address}${path}`)).arrayBuffer()
        if (i >= 20) times.push(performance.now() - start)
      }
      return times.sort((one, other) => one - other)[190] ?? NaN
    }
    row('list of projects with 1,000 stored, 95th percentile', `${tenth(await timed('/api/projects'))} ms`)
    row('one project, 95th percentile', `${tenth(await timed(`/api/projects/${made[500]?.id}`))} ms`)
  } finally {
    await sql.end()
  }
}

/** Runs work against the built app on a database of its own. */
const served = async (
  work: (address: string, url: string, pid: number) => Promise<void>,
  more: NodeJS.ProcessEnv = {},
): Promise<void> => {
  const url = execFileSync('bin/cluster', ['start', 'bench-postgres'], { encoding: 'utf8' }).trim()
  execFileSync('node', ['--import', 'tsx', 'bin/prepare-database.ts'], { env: { ...process.env, DATABASE_URL: url } })
  const app = await serve(url, 4198, more)
  try {
    row('measure', 'figure')
    row('---', '---:')
    await work(app.address, url, app.pid)
  } finally {
    await app.stop()
    execFileSync('bin/cluster', ['stop', 'bench-postgres'])
  }
}

/** The demo's project with the poster, and one with 10,000 shapes. */
const composeProjects = async (sql: Sql): Promise<{ poster: StoredProject; many: StoredProject }> => {
  const [row] = await sql<
    Array<{ id: string }>
  >`select id from projects where summary->>'name' = 'Breezeholm kite festival'`
  const poster = row && (await findProject(sql, row.id))
  if (!poster) throw new Error('The demo is not there.')
  const received = await receiveSvg('generated.svg', new TextEncoder().encode(generatedSvg(10_000, 64)))
  await storeArtwork(sql, received)
  const { hash, width, height, inks } = received.file
  const empty = newProject('Bench 10,000 shapes')
  return {
    poster,
    many: await createProject(
      sql,
      apply(
        empty,
        { do: 'add artwork', artwork: [{ kind: 'svg', id: 'a1', name: 'Generated', hash, width, height }] },
        knownInks(inks),
      ),
    ),
  }
}

const compose = (): Promise<void> =>
  served(async (address, url) => {
    const sql = connect(url)
    try {
      await sql`delete from projects where summary->>'name' like 'Bench%'`
      const { poster, many } = await composeProjects(sql)
      for (const [name, id] of [
        ['the demo poster', poster.id],
        ['10,000 shapes', many.id],
      ] as const) {
        const { half, max, changes } = await dragTimes(address, id, 'ring')
        row(`drag on the ring to painted frame, ${name}: median of ${changes}`, `${tenth(half)} ms`)
        row('the same: 95th percentile', `${tenth(max)} ms`)
      }
      const { first, last } = await sheetTimes(address, poster.id)
      row('a sheet of 24 proofs of the poster: first proof', `${whole(first)} ms`)
      row('the same: last proof', `${whole(last)} ms`)
      const { answer, bytes, stored, reopened, bare } = await trailCost(address, sql, poster.document)
      row('a trail of 500 states: answer', `${whole(answer)} ms, ${whole(bytes / 1000)} kB`)
      row('the same: stored', `${whole(stored / 1000)} kB`)
      row(
        'the same: from the address to its states on the screen (a project without a trail)',
        `${whole(reopened)} ms (${whole(bare)} ms)`,
      )
    } finally {
      await sql.end()
    }
  })

const DRAGGED: Readonly<Record<Dragged, string>> = {
  ring: 'the base on the ring',
  tone: 'the base in the tone field',
  joint: 'a joint of shares',
  slider: 'a slider of the whole scheme',
}

/** What nobody should wait for: main thread for a change and frames, beside an empty page's, in one run. */
const waiting = (): Promise<void> =>
  served(async (address, url) => {
    const sql = connect(url)
    const frames = (name: string, { main, half, max }: FrameTimes): void =>
      row(name, `${tenth(main)} ms`, `${tenth(half)} ms`, `${tenth(max)} ms`)
    try {
      await sql`delete from projects where summary->>'name' like 'Bench%'`
      const { poster, many } = await composeProjects(sql)
      row('each a change, one a frame', 'main thread', 'to the painted frame: middle', '95th percentile')
      row('---', '---:', '---:', '---:')
      frames('an empty page', await emptyTimes(address))
      for (const [name, id] of [
        ['demo poster', poster.id],
        ['10,000 shapes', many.id],
      ] as const) {
        for (const what of ['ring', 'tone', 'joint', 'slider'] as const) {
          const times = await dragTimes(address, id, what)
          const shown =
            times.painted === null ? '' : `; ${times.painted} of ${times.changes + 10} painted by the worker`
          frames(`${DRAGGED[what]}, ${name}${shown}`, times)
        }
        const { ink, family } = await ribbonTimes(address, id)
        frames(`an ink over swatches, ${name}`, ink)
        frames('the same with its family', family)
        frames(`spotlight from ink to ink, ${name}`, await spotlightTimes(address, id))
      }
      for (const inks of [46, 5000]) frames(`a list of ${inks} inks, scrolled`, await inkListTimes(address, sql, inks))
      console.log()
      row('measure', 'figure')
      row('---', '---:')
      const { worked, workedBare, reopened } = await trailCost(address, sql, poster.document)
      row('a project of 500 states until it can be worked', `${whole(worked)} ms`)
      row('the same of none; until the states stand', `${whole(workedBare)} ms; ${whole(reopened)} ms`)
      await firstLoad(address)
      for (const { name, bare, read } of await readingTimes())
        row(`reading beside the bare parse, compiled: ${name}`, (read / bare).toFixed(2))
      for (const times of [1, 4]) {
        const { files, megabytes: size, seconds, cores } = await realBatchTime(times)
        row(
          `batch by a fixed map: ${files} real files, ${whole(size)} MB, with starting up`,
          `${tenth(size / seconds / cores)} MB per core and second`,
        )
      }
    } finally {
      await sql.end()
    }
  })

const inBrowser = (): Promise<void> =>
  served(async (address, url) => {
    await firstLoad(address)
    await routes(address, url)
    for (const [shapes, inks] of [
      [600, 48],
      [10_000, 64],
    ] as const) {
      const { half, max, changes } = await measureFrames(address, shapes, inks)
      row(
        `hue change to painted frame, ${shapes.toLocaleString('en')} shapes, ${inks} inks: median of ${changes}`,
        `${tenth(half)} ms`,
      )
      row('the same: 95th percentile', `${tenth(max)} ms`)
    }
  })

const remap = async (): Promise<void> => {
  row('measure', 'figure')
  row('---', '---:')
  const batch = await batchTime()
  row(
    `batch of ${batch.files} files, ${tenth(batch.megabytes)} MB, on all cores, with starting up`,
    `${tenth(batch.files / batch.seconds)} files/s, ${tenth(batch.megabytes / batch.seconds)} MB/s`,
  )
  const large = await largeFile()
  row(
    `remap of a file of ${tenth(large.megabytes)} MB: most memory`,
    `${whole(large.peak)} MB, ${tenth(large.seconds)} s`,
  )
  const quality = await rasterQuality()
  row('raster: flat art remapped against the same drawn anew, mean ΔE2000', `${quality.mean.toFixed(3)}`)
  row('the same: within 2 pixels of an edge', `${quality.edges.toFixed(3)}`)
  for (const [name, svg] of [
    ['flat art', FLAT_ART],
    ['the painted loft', null],
  ] as const) {
    const { inks, find, stage, full, paintStage, paintFull } = await rasterTimes(svg)
    row(`raster of 12 MP, ${name}: finding its ${inks} inks`, `${whole(find)} ms`)
    row('the same: taken apart at the size of the stage; in full', `${whole(stage)} ms; ${whole(full)} ms`)
    row('the same: a change at the size of the stage, in the worker, middle of nine', `${tenth(paintStage)} ms`)
    row('the same: painted in full', `${whole(paintFull)} ms`)
  }
  await served(async (address, url) => {
    const sql = connect(url)
    try {
      await sql`delete from projects where summary->>'name' like 'Bench%'`
      const { poster, many } = await composeProjects(sql)
      for (const [name, id] of [
        ['the demo poster', poster.id],
        ['10,000 shapes', many.id],
      ] as const) {
        const { ink, family, merge } = await ribbonTimes(address, id)
        row(
          `an ink dragged over swatches to painted frame, ${name}: median; 95th percentile`,
          `${tenth(ink.half)} ms; ${tenth(ink.max)} ms`,
        )
        row('the same with its family', `${tenth(family.half)} ms; ${tenth(family.max)} ms`)
        row('two swatches merged, settled', `${tenth(merge)} ms`)
        const light = await spotlightTimes(address, id)
        row(
          'spotlight from one ink to the next: median; 95th percentile',
          `${tenth(light.half)} ms; ${tenth(light.max)} ms`,
        )
      }
    } finally {
      await sql.end()
    }
  })
}

/** A whole brand at once: icons of a free set by the hundred. */
const brand = (): Promise<void> =>
  served(async (address, _, pid) => {
    for (const count of (process.argv[3] ?? '150,1000').split(',').map(Number)) {
      const taken = await intakeTimes(address, icons(count), pid)
      row(
        `${count} icons until all are added; until those in sight are painted`,
        `${tenth(taken.added)} s; ${tenth(taken.painted)} s`,
      )
      row('the same: most memory of the page; of the server', `${whole(taken.page)} MB; ${whole(taken.server)} MB`)
      row('opening that project until the first proof stands', `${tenth(await openingTime(address, taken.id))} s`)
      const { half, max, main } = await dragTimes(address, taken.id, 'ring')
      row(
        'drag on the ring: main thread; frame at the median; 95th percentile',
        `${tenth(main)} ms; ${tenth(half)} ms; ${tenth(max)} ms`,
      )
      const { ms, kB } = await saveCost(address, taken.id)
      row('a save: time; sent', `${whole(ms)} ms; ${whole(kB)} kB`)
    }
  })

/** The weight of the whole app: of this build, or, with an address given, of another that is served there. */
const house = async (): Promise<void> => {
  const measured = async (address: string): Promise<void> => {
    const { half, max } = await dragTimes(address, await demoId(address), 'ring')
    row('drag on the ring, demo poster: median; 95th percentile', `${tenth(half)} ms; ${tenth(max)} ms`)
    for (const [step, size] of Object.entries(await firstLoads(address)))
      row(`first load of ${step} until it stands: scripts, gzip`, `${whole(size)} kB`)
    const taken = await openAndLeave(address)
    const [second = 0, last = 0] = [taken[1], taken.at(-1)]
    row('page and workers, two projects opened and left twice', `${whole(second)} MB`)
    row('the same, twenty times', `${whole(last)} MB, ${whole((last / second - 1) * 100)}% more`)
  }
  const address = process.argv[3]
  if (address) await measured(address)
  else await served(measured)
}

/** Figures of how the matchings keep the picture, over many drawings in many schemes, beside the hold. */
const keeping = async (): Promise<void> => {
  const all = await drawings(Number(process.argv[3] ?? 24))
  const ways: ReadonlyArray<readonly [string, Way]> = [
    ['by values, relative', { match: 'values', shading: 'relative' }],
    ['picture, flat', { match: 'picture', shading: 'flat' }],
    ...[0, 0.25, 0.5, 0.75, 1].map(
      hold => [`picture, held at ${hold * 100}%`, { match: 'picture', shading: 'held', hold }] as const,
    ),
  ]
  row(`${all.length} drawings in ${Object.keys(SCHEMES).length} schemes: mean (worst tenth)`, ...KEYS)
  const say = async (name: string, some: typeof all, way: Way): Promise<void> => {
    const figures = await keptOver(some, way)
    row(name, ...figures.map(([, mean, worst]) => `${percent(mean)} (${percent(worst)})`))
  }
  for (const [name, way] of ways) await say(name, all, way)
  const pictures = await rasterOf(all)
  await say('as raster artwork, picture, flat', pictures, { match: 'picture', shading: 'flat' })
  await say('as raster artwork, picture, held at 50%', pictures, { match: 'picture', shading: 'held' })
  row('time', 'middle', '95th of 100')
  for (const [name, half, max] of await keepingTimes(all[0])) row(name, `${tenth(half)} ms`, `${tenth(max)} ms`)
}

const meant = async (): Promise<void> => {
  row('', ...MEANT_FIGURES.map(([name]) => name))
  const text = (value: number, figure: number): string =>
    figure === MEANT_FIGURES.length - 1 ? `${tenth(value)}°` : percent(value)
  await meantFigures(Number(process.argv[3] ?? 24), (what, means) =>
    row(what, ...means.map(([mean, worst], i) => `${text(mean, i)} (${text(worst, i)})`)),
  )
  row('time', 'middle', '95th of 100')
  for (const [name, half, max] of await meantTimes()) row(name, `${tenth(half)} ms`, `${tenth(max)} ms`)
}

const painting = async (): Promise<void> => {
  row('picture', 'is', 'inks', ...FIGURES)
  for (const each of await paintings()) {
    const figures = paintedFigures(each).map(value => (value === null ? '' : `${(value * 100).toFixed(3)}%`))
    row(
      each.name.split('/').find(part => !/^(wallpapers|backgrounds|mate|nature)$/.test(part)) ?? '',
      each.manner,
      each.inks.length,
      ...figures,
    )
  }
  row('a known painting', 'inks', 'mean ΔE2000 to the truth')
  for (const [what, inks, mean] of knownPaintings()) row(what, inks, mean.toFixed(2))
  for (const [what, ms] of await paintingTimes()) row(what, `${whole(ms)} ms`)
}

const schemes = async (): Promise<void> => {
  const drawings = await drawnInks()
  row(
    'tone plan',
    'a pair of 4.5:1',
    'mean range',
    'a companion stronger',
    'a pair alike',
    'accent',
    'strong edges lost',
  )
  for (const plan of PLANS) {
    const { lettering, range, stronger, alike, accent } = schemeFigures(plan)
    const figures = [percent(lettering), range.toFixed(2), percent(stronger), percent(alike), percent(accent)]
    row(plan, ...figures, `${(strongLost(plan, drawings) * 100).toFixed(3)}%`)
  }
  const { lettering, range, stronger, alike, accent, light, dark, neutral } = dealFigures(1000)
  row('1,000 deals', percent(lettering), range.toFixed(2), percent(stronger), percent(alike), percent(accent))
  row('of them with a light, a dark, a neutral', percent(light), percent(dark), percent(neutral))
  const poster = drawings[5] as (typeof drawings)[number]
  const { chosen, first } = dealsApart(poster)
  row('the two most alike of 24 deals, in the picture: as chosen; the first 24', chosen.toFixed(3), first.toFixed(3))
  row('a deal of 24 on the poster, chosen, matched, painted and measured', `${whole(dealTime(poster))} ms`)
  row('deriving ten swatches', `${derivingTime().toFixed(2)} ms`)
}

const check = async (): Promise<void> => {
  const drawings = await drawnInks()
  row('on the poster, 40 random schemes', 'middle', '95th of 100')
  row('---', '---:', '---:')
  for (const count of [5, 12])
    for (const [what, half, max] of await checkTimes(drawings[5] ?? [], count))
      row(what, `${whole(half)} ms`, `${whole(max)} ms`)
  row('what a paper makes of 35,937 colors, once for the stage', `${whole(await proofTableTime())} ms`, '')
}

const handover = async (): Promise<void> => {
  row('handing over', 'figure', 'goal')
  row('---', '---:', '---:')
  const { archive, bare, memory, size } = await archiveTimes()
  row(
    '8 drawings × 5 colorways as SVG, PNG and the sheet, in one archive',
    `${tenth(archive)} s, ${tenth(size)} MB`,
    '',
  )
  row('beside the bare renderer for the same pictures', `${(archive / bare).toFixed(2)} of ${tenth(bare)} s`, '1.5')
  row('memory of the process meanwhile', `${whole(memory)} MB`, '')
  const sheet = await pageTimes()
  row('the sheet of the demo as PDF: the first; then', `${sheet.first.toFixed(2)} s; ${sheet.then.toFixed(2)} s`, '2 s')
  row('its size', `${sheet.size.toFixed(2)} MB`, '1 MB')
  await served(async (address, url) => {
    const { proofs, first, all } = await lineUpTimes(address)
    row(`a line-up of ${proofs} proofs: the first; all`, `${whole(first)} ms; ${whole(all)} ms`, '150; 500 ms')
    const blocks = await serverBlocks(url)
    row('longest block of the server at rest', `${tenth(blocks.rest)} ms`, '')
    row('the same while 15 and 20 MB come in and files are written', `${tenth(blocks.loaded)} ms`, '50 ms')
    row('saves of others meanwhile: middle; longest', `${tenth(blocks.half)} ms; ${tenth(blocks.max)} ms`, '')
  })
}

const growth = (): void => {
  row('what doubles twice', 'of', 'then ms', 'exponent of time', 'outcome')
  row('---', '---:', '---:', '---:', '---')
  const steep: string[] = []
  const wanted = new RegExp(process.argv[3] ?? '')
  for (const dimension of DIMENSIONS) {
    if (!wanted.test(dimension.name)) continue
    const { n, ms, exponent, text: outcome } = growthOf(dimension)
    row(`${dimension.kind}: ${dimension.name}`, n, whole(ms), exponent.toFixed(2), outcome === 'read' ? '' : outcome)
    if (exponent > 1.2) steep.push(dimension.name)
  }
  row(`${DIMENSIONS.length} dimensions; above 1.2`, '', '', '', steep.join(', ') || 'none')
}

const serving = (): Promise<void> =>
  served(async (address, _url, pid) => {
    row('200 readers for 20 s', 'answers', 'middle', '95th percentile', 'failed')
    row('---', '---:', '---:', '---:', '---:')
    for (const { route, count, middle, p95, failed } of await readerTimes(address))
      row(route, count, `${tenth(middle)} ms`, `${tenth(p95)} ms`, failed)
    console.log()
    const { memory, taken, refused, lost, seconds, saves, health } = await uploadTimes(address, pid)
    row('20 uploads of 19 MB at once', 'figure', 'goal')
    row('---', '---:', '---:')
    row('taken; asked to wait; lost', `${taken}; ${refused}; ${lost}`, 'lost: 0')
    row('until all are answered', `${whole(seconds)} s`, '')
    row('memory of the server and all it starts, most', `${whole(memory)} MB`, '1,000 MB')
    row('saves of others, 95th percentile', `${tenth(saves)} ms`, '200 ms')
    row('whether it is there, 95th percentile', `${tenth(health)} ms`, '50 ms')
  })

const reviews = (): Promise<void> =>
  served(
    async (address, url) => {
      const { answered, text: answers, lost, seen, heard, streams } = await reviewTimes(address, url)
      row('200 readers and 20 clients of a review for 60 s', 'a second', 'middle', '95th', '99th percentile', 'failed')
      row('---', '---:', '---:', '---:', '---:', '---:')
      for (const { what, perSecond, middle, p95, p99, failed } of answered)
        row(what, tenth(perSecond), `${tenth(middle)} ms`, `${tenth(p95)} ms`, `${tenth(p99)} ms`, failed)
      console.log()
      row('figure', 'goal', '')
      row('---', '---:', '---:')
      row('comments acknowledged; lost', `${answers}; ${lost}`, 'lost: 0')
      row(`sent to ${streams} listeners`, `${heard} of ${answers * streams}`, 'all')
      const [middle, p95, p99] = [0.5, 0.95, 0.99].map(part => whole(percentile(seen, part)))
      row('on the designer’s screen: middle; 95th; 99th percentile', `${middle}; ${p95}; ${p99} ms`, '300 ms')
    },
    { PLUMBAGO_PROXY: '1' },
  )

const reviewPictures = (): Promise<void> =>
  served(async (address, url) => {
    const { first, all } = await pictureTimes(address, url)
    row('a review of 5 colorways of 9 pieces', 'seconds', 'goal')
    row('---', '---:', '---:')
    row('the first picture; all 108', `${tenth(first)}; ${tenth(all)}`, '1; 12')
  })

const shelf = (): Promise<void> =>
  served(async (address, url) => {
    const sql = connect(url)
    try {
      row('a shelf of 100,000 schemes, asked by', 'found', 'middle', '95th percentile')
      row('---', '---:', '---:', '---:')
      for (const { what, found, middle, p95 } of await shelfTimes(sql))
        row(what, found, `${tenth(middle)} ms`, `${tenth(p95)} ms`)
      console.log()
      const { shelf: ours, plain, shown } = await scrollTimes(address)
      row(`Home scrolled with ${shown} schemes in sight`, 'middle', '95th percentile of frames')
      row('---', '---:', '---:')
      row('the shelf', `${tenth(ours.half)} ms`, `${tenth(ours.max)} ms`)
      row('a plain list of 1,000 lines', `${tenth(plain.half)} ms`, `${tenth(plain.max)} ms`)
    } finally {
      await sql.end()
    }
  })

const desks = async (): Promise<void> => {
  row(
    '200 readers and 20 designers for 60 s',
    'a second',
    'saves: middle, 95th, 99th',
    'reads: middle, 95th, 99th',
    'heard',
    'failed',
    '',
  )
  row('---', '---:', '---:', '---:', '---:', '---:', '---:')
  const three = ({ p50, p95, p99 }: { p50: number; p95: number; p99: number }): string =>
    `${whole(p50)}, ${whole(p95)}, ${whole(p99)} ms`
  for (const servers of [1, 3]) {
    const { perSecond, save, read, heard, errors, retried, connections } = await deskTimes(servers, 60)
    const failed = `${errors} (${retried} asked again)`
    const words = `${servers} ${servers === 1 ? 'server' : 'servers'}`
    row(
      words,
      tenth(perSecond),
      three(save),
      three(read),
      `${whole(heard.p95)} ms`,
      failed,
      `${connections} connections`,
    )
  }
  execFileSync('bin/cluster', ['stop', 'bench-postgres'])
}

const backups = async (): Promise<void> => {
  const { megabytes: size, rows } = await backupTimes()
  row(`a database of ${size} MB`, 'backed up', 'restored')
  row('---', '---:', '---:')
  for (const [what, out, back] of rows) row(what, `${whole(out)} MB/s`, `${whole(back)} MB/s`)
  execFileSync('bin/cluster', ['stop', 'bench-postgres'])
}

const pdf = async (): Promise<void> => {
  row(
    'PDF',
    'files; pages',
    'read or refused',
    'the same',
    'swapped',
    'back',
    'text, fonts, boxes',
    'reading / converter alone',
  )
  row('---', '---:', '---:', '---:', '---:', '---:', '---:', '---:')
  for (const [name, figures] of Object.entries(await pdfFigures())) {
    const { files, read, refused, failed, pages, same, swapped, exact, back, rest, reading: ratios } = figures
    const answered = read + [...refused.values()].reduce((sum, count) => sum + count, 0)
    row(
      ...[name, `${files}; ${pages}`, percent(answered / files), percent(same / pages)],
      ...[percent(exact / swapped), percent(back / swapped), percent(rest / read), tenth(percentile(ratios, 0.5))],
    )
    for (const each of failed) console.log(each)
  }
  const { seconds, megabytes: size } = await writingTime()
  console.log(`\n${tenth(size)} MB written in other colors: ${seconds.toFixed(2)} s`)
}

const parts: Record<string, () => void | Promise<void>> = {
  ...{
    reading,
    pictures,
    schemes,
    compose,
    remap,
    brand,
    keeping,
    meant,
    painting,
    house,
    check,
    handover,
    growth,
    serving,
    shelf,
    reviews,
    reviewPictures,
    desks,
    waiting,
    backup: backups,
    pdf,
  },
  browser: inBrowser,
}
for (const [name, part] of Object.entries(parts)) {
  if (process.argv[2] && process.argv[2] !== name) continue
  await part()
  console.log()
}
