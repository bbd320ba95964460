import { execFileSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { cleanSvg } from '#core/svg/clean'
import { decodeSvg } from '#core/svg/encoding'
import { measureInks, type InkSummary } from '#core/inkmap/measureInks'
import { readSvg } from '#core/svg/read'
import { sizeOf } from '#core/svg/size'
import { contactsOf } from '#core/inkmap/neighbors'
import { writeSvg } from '#core/svg/write'
import type { Hex } from '#core/color/convert'
import type { Pixels } from '#core/picture/pixels'
import { figuresOf, PREVIEW_WIDTH, type Figures } from '#core/remap/figures'
import { graphOf } from '#core/remap/graph'
import { holdColors, HOLD } from '#core/remap/hold'
import type { MatchSwatch } from '#core/remap/inks'
import { matchKeeping } from '#core/remap/matchPicture'
import { MEANT } from '#core/remap/intent'
import type { Match } from '#core/remap/match'
import type { Shading } from '#core/remap/shading'
import { measurePicture } from '#core/raster/measure'
import { paintRaster } from '#core/raster/paint'
import { reducePicture } from '#core/raster/reduce'
import { unmix } from '#core/raster/unmix'
import { planColors } from '../../bin/remapFile'
import { renderSvg } from '../../render/resvg'
import { percentile } from './frame'
import { generatedSvg } from './generated'

/* How well remapping keeps the picture, over the demo, the stand-ins and drawings of a free collection. */

/** Schemes of three to twelve swatches, also nearly equal in lightness, of one hue, very dark, very light. */
export const SCHEMES: Readonly<Record<string, readonly Hex[]>> = {
  'three': ['#f3e9d8', '#c8553d', '#1d3557'],
  'five even': ['#e07a5f', '#3d405b', '#81b29a', '#f2cc8f', '#f4f1de'],
  'six warm': ['#2b1d14', '#7a3b1e', '#c8662b', '#e9a23b', '#f4d58d', '#fbf3df'],
  'nearly equal in lightness': ['#b56b6b', '#8f8a3c', '#4f9a62', '#4f8fae', '#9a78b8'],
  'one hue': ['#0d2a3a', '#1f5673', '#4b89ac', '#93bdd4', '#dcebf2'],
  'four darks and a light': ['#161a2b', '#2c1f2e', '#1f3330', '#3b2a20', '#efe3cd'],
  'very dark': ['#0c0d12', '#1b1426', '#14262b', '#2b1a1a', '#33301c', '#3a2440'],
  'very light': ['#fffdf7', '#f6e3e3', '#e2efe3', '#e3e9f6', '#f4ecd0'],
  'eight mixed': ['#0b132b', '#3a506b', '#5bc0be', '#f4f4f8', '#ffb627', '#e4572e', '#7b2d26', '#a8c686'],
  'twelve': [
    '#111111',
    '#3d2c5e',
    '#245b8f',
    '#2f8f83',
    '#5fae4b',
    '#b7c93a',
    '#f2d13c',
    '#ee8f30',
    '#d9482b',
    '#a3274f',
    '#e8b4a0',
    '#f7f3ea',
  ],
}

const COLLECTION = '/usr/share/openclipart/svg'
/** So many drawings of the collection, evenly spread over it; none over so many bytes, none of fewer inks. */
const LARGEST = 400_000
const MIN_INKS = 6

interface Drawing {
  name: string
  inks: InkSummary[]
  before: Pixels
  render: (colors: ReadonlyMap<Hex, Hex>, wide?: number) => Promise<Pixels>
}

const open = async (path: string): Promise<Drawing | null> => {
  try {
    const { text } = decodeSvg(readFileSync(path))
    const { source } = cleanSvg(text)
    const reading = readSvg(source)
    const { width, height } = sizeOf(reading.markup)
    if (height > width * 3 || width > height * 6) return null
    const { inks } = await measureInks(reading, renderSvg, 256)
    if (inks.filter(({ area }) => area > 0.002).length < MIN_INKS) return null
    const render: Drawing['render'] = (colors, wide = PREVIEW_WIDTH) =>
      renderSvg(
        writeSvg(reading, ({ hex }) => colors.get(hex) ?? hex),
        { side: 'width', pixels: wide, crisp: false },
      )
    return { name: path.split('/').at(-1) ?? path, inks, before: await render(new Map()), render }
  } catch {
    return null // what the application refuses, or the renderer, is not remapped either
  }
}

/** Width of drawings drawn as raster artwork, in pixels: three times what is looked at. */
const DRAWN = PREVIEW_WIDTH * 3

/** A drawing as raster artwork: drawn, taken apart into the inks of its pixels, painted. */
const asRaster = async ({ name, render }: Drawing): Promise<Drawing> => {
  const { width, height, data } = await render(new Map(), DRAWN)
  const picture = { width, height, data }
  const { inks } = measurePicture(picture, 640, { manner: 'flat' })
  const hexes = inks.map(({ hex }) => hex)
  const taken = unmix(picture, hexes)
  const longest = Math.max(PREVIEW_WIDTH, Math.round((PREVIEW_WIDTH * height) / width))
  const paint = (colors: ReadonlyMap<Hex, Hex>): Promise<Pixels> => {
    const out = new Uint8ClampedArray(data.length)
    paintRaster(taken, hexes, [{ colors: hexes.map(hex => colors.get(hex) ?? hex), opacity: 1 }], null, out)
    const small = reducePicture({ width, height, data: out }, longest)
    return Promise.resolve({ ...small, data: Uint8Array.from(small.data) })
  }
  return { name, inks, before: await paint(new Map()), render: paint }
}

/** The drawings as raster artwork. */
export const rasterOf = async (all: readonly Drawing[]): Promise<Drawing[]> => {
  const found: Drawing[] = []
  for (const drawing of all) found.push(await asRaster(drawing))
  return found
}

/** The drawings of the collection, in order of their names; it is installed where it is not there. */
export const collected = (): string[] => {
  if (!existsSync(COLLECTION)) execFileSync('apt-get', ['install', '-y', 'openclipart-svg'], { stdio: 'ignore' })
  return (readdirSync(COLLECTION, { recursive: true, encoding: 'utf8' }) as string[])
    .filter(name => name.endsWith('.svg'))
    .sort()
    .map(name => join(COLLECTION, name))
}

/** The demo's drawings, and so many of the collection; others at another offset, in [0, 1). */
export const drawings = async (count: number, offset = 0): Promise<Drawing[]> => {
  const all = collected().filter(path => readFileSync(path).length < LARGEST)
  const found: Drawing[] = []
  for (const name of readdirSync('demo/artwork').filter(name => name.endsWith('.svg'))) {
    const drawing = await open(join('demo/artwork', name))
    if (drawing) found.push(drawing)
  }
  const step = all.length / (count * 3)
  for (let i = 0; found.length < count && i < count * 3; i++) {
    const drawing = await open(all[Math.floor((i + offset) * step)] as string)
    if (drawing) found.push(drawing)
  }
  return found
}

export interface Way {
  match: Match
  shading: Shading
  hold?: number
}

/** A drawing in a scheme. */
export const colorsIn = (inks: readonly InkSummary[], scheme: readonly Hex[], way: Way): ReadonlyMap<Hex, Hex> =>
  planColors(
    {
      kind: 'scheme',
      colors: scheme.map(hex => ({ hex, name: null })),
      match: way.match,
      shading: way.shading,
      hold: way.hold ?? HOLD.rest,
      meant: MEANT,
      seed: 0,
      neutrals: 'inks',
      tolerance: 0,
      restrict: null,
    },
    inks,
  )

/** The figures, in their order. */
export const KEYS = ['edgesKept', 'strongLost', 'offScheme', 'exact', 'swatchesUsed', 'value'] as const
const BAD_HIGH = new Set<string>(['strongLost', 'offScheme'])

/** The figures of every drawing in every scheme: the mean of each, and of its worst tenth. */
export const keptOver = async (
  all: readonly Drawing[],
  way: Way,
): Promise<Array<[figure: string, mean: number, worst: number]>> => {
  const found: Figures[] = []
  for (const scheme of Object.values(SCHEMES))
    for (const drawing of all) {
      const after = await drawing.render(colorsIn(drawing.inks, scheme, way))
      found.push(figuresOf(drawing.before, after, scheme))
    }
  return KEYS.map(key => {
    const values = found.flatMap(figures => figures[key] ?? []).sort((a, b) => (BAD_HIGH.has(key) ? b - a : a - b))
    const mean = (some: readonly number[]): number =>
      some.reduce((sum, value) => sum + value, 0) / Math.max(1, some.length)
    return [key, mean(values), mean(values.slice(0, Math.max(1, Math.round(values.length / 10))))]
  })
}

const TIMES = 40
const WARM = 20
export const timed = (once: (round: number) => void): [half: number, max: number] => {
  const took = Array.from({ length: WARM + TIMES }, (_, round) => {
    const start = performance.now()
    once(round)
    return performance.now() - start
  }).slice(WARM)
  return [percentile(took, 0.5), percentile(took, 0.95)]
}
const swatchesOf = (scheme: string): MatchSwatch[] =>
  (SCHEMES[scheme] ?? []).map((hex, i) => ({ id: `s${i}`, hex, share: 1 }))

/** Time that neighbors, matching and the hold take in the core: middle and 95th percentile, in ms. */
export const keepingTimes = async (
  poster: Drawing | undefined,
): Promise<Array<[what: string, half: number, max: number]>> => {
  const match = (inks: readonly InkSummary[], scheme: string, seed: number): Map<Hex, string> =>
    matchKeeping(inks, swatchesOf(scheme), { ...MEANT, seed, byHand: new Map() })
  const found: Array<[string, number, number]> = []
  for (const scheme of poster ? ['five even', 'twelve'] : []) {
    const { inks } = poster as Drawing
    const graph = graphOf(inks)
    const to = match(inks, scheme, 0)
    const swatches = swatchesOf(scheme)
    const wanted = graph.nodes.map(({ hex }) => ({
      hex: swatches.find(({ id }) => id === to.get(hex))?.hex ?? hex,
      fixed: false,
    }))
    const text = `the poster, ${inks.length} inks, ${swatches.length} swatches`
    found.push([`matching ${text}`, ...timed(seed => match(inks, scheme, seed))])
    found.push([`the hold of ${text}, dragged`, ...timed(round => holdColors(graph, wanted, (round % TIMES) / TIMES))])
  }
  const many = readSvg(generatedSvg(10_000, 500))
  const { map, inks } = await measureInks(many, renderSvg, 256)
  if (map)
    found.push([
      'neighbors of 10,000 shapes in 500 inks, from their map',
      ...timed(() => contactsOf(map, many.inks.length)),
    ])
  const { data, info } = await sharp('demo/artwork/kite-loft.png')
    .resize(4000, 3000)
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const loft = measurePicture({ ...info, data }, 640, { manner: 'flat' })
  found.push([
    'neighbors of a picture of 12 megapixels, from its map',
    ...timed(() => contactsOf(loft.map, loft.inks.length)),
  ])
  found.push(['matching 500 inks, 12 swatches', ...timed(seed => match(inks, 'twelve', seed))])
  return found
}
