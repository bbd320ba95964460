import { readdirSync, readFileSync } from 'node:fs'
import { css } from '#core/color/parse'
import type { Hex } from '#core/color/convert'
import type { Swatch } from '#core/document/scheme'
import type { HarmonyKind } from '#core/harmony/harmony'
import type { Role } from '#core/harmony/proportion'
import { coverage } from '#core/interaction/band'
import type { Pixels } from '#core/picture/pixels'
import { figuresOf } from '#core/remap/figures'
import { graphOf } from '#core/remap/graph'
import { holdColors, HOLD } from '#core/remap/hold'
import { matchKeeping } from '#core/remap/matchPicture'
import { MEANT, type Meant } from '#core/remap/intent'
import { uniteInks } from '#core/remap/unite'
import { meantShares } from '#core/remap/search'
import { wornFigures } from '#core/remap/wornFigures'
import { FIRST_HARMONY, newProject } from '#core/scheme/create'
import type { InkArea } from '#core/remap/inks'
import { drawings, SCHEMES, timed } from './keeping'
import { paintings, recolored } from './painting'
import { schemeOfColors } from '../../bin/remapFile'
import { receiveSvg } from '../../server/artwork/receive'

/* How schemes are worn: shares, roles and hues, over drawings, paintings and the demo's set. */

const BASES: ReadonlyArray<readonly [Hex, HarmonyKind]> = [
  ['#e07a5f', 'split complementary'],
  ['#0f6d5f', 'triadic'],
  ['#2b2b2b', 'analogous'],
  ['#f3d9e0', 'complementary'],
  ['#3b5bdb', 'square'],
  ['#f2c14e', 'split complementary'],
  ['#7a3e9d', 'monochromatic'],
  ['#c1272d', 'triadic'],
]
const derived = (): Swatch[][] =>
  BASES.map(
    ([hex, kind]) =>
      newProject('bench', { hex, hue: css(hex)?.hue ?? 0, typed: hex }, { ...FIRST_HARMONY, kind }).scheme,
  )
const schemeNamed = (name: string): Swatch[] => schemeOfColors((SCHEMES[name] ?? []).map(hex => ({ hex, name: null })))
const given = (): Swatch[][] =>
  ['three', 'five even', 'six warm', 'one hue', 'four darks and a light', 'eight mixed'].map(name => schemeNamed(name))

/** A picture that can be seen in other colors. */
interface Piece {
  inks: readonly InkArea[]
  before: Pixels
  render: (colors: ReadonlyMap<Hex, Hex>) => Promise<Pixels>
}

/** Where inks go, and what they become. */
interface Worn {
  targets: ReadonlyMap<Hex, string>
  colors: ReadonlyMap<Hex, Hex>
}

/** Figures of a worn scheme at some positions of the controls; `of` are all inks that are matched together. */
const wornIn = (of: readonly InkArea[], scheme: readonly Swatch[], meant: Meant): Worn => {
  const targets = matchKeeping(of, scheme, { ...meant, seed: 0, byHand: new Map() })
  const hexOf = new Map(scheme.map(({ id, hex }) => [id, hex]))
  const graph = graphOf(of)
  const wanted = graph.nodes.map(({ hex }) => ({ hex: hexOf.get(targets.get(hex) ?? '') ?? hex, fixed: false }))
  const out = holdColors(graph, wanted, HOLD.rest)
  return { targets, colors: new Map(graph.nodes.map(({ hex }, i) => [hex, out[i] as Hex])) }
}

/** The figures: what each is called, and whether a high one is bad. */
export const MEANT_FIGURES = [
  ['dominant absent', true],
  ['accent over dominant', true],
  ['share distance', true],
  ['told apart by hue', false],
  ['swatches used', false],
  ['exact', false],
  ['edges kept', false],
  ['strong lost', true],
  ['off the scheme', true],
  ['hue turned, in degrees', true],
] as const
type Row = ReadonlyArray<number | null>
/** A dominant swatch that covers less is absent. */
const ABSENT = 0.02

/** What swatches cover is counted by the inks that go to them, as the band shows it; all else in pixels. */
const rowOf = (piece: Piece, after: Pixels, scheme: readonly Swatch[], { targets }: Worn): Row => {
  const worn = wornFigures(piece.before, after, scheme)
  const covers = coverage(piece.inks, targets)
  const coverOf = (role: Role): number | null => {
    const swatch = scheme.find(each => each.role === role)
    return swatch ? (covers.get(swatch.id) ?? 0) : null
  }
  const [dominant, accent] = [coverOf('dominant'), coverOf('accent')]
  const shares = meantShares(scheme)
  const distance = scheme.reduce((sum, { id }, s) => sum + Math.abs((covers.get(id) ?? 0) - shares[s]!) / 2, 0)
  const stored = figuresOf(
    piece.before,
    after,
    scheme.map(({ hex }) => hex),
  )
  return [
    dominant === null ? null : Number(dominant < ABSENT),
    dominant === null || accent === null ? null : Number(accent > dominant),
    distance,
    worn.toldApart,
    stored.swatchesUsed,
    stored.exact,
    stored.edgesKept,
    stored.strongLost,
    stored.offScheme,
    worn.turned,
  ]
}

const over = async (
  pieces: readonly Piece[],
  schemes: readonly Swatch[][],
  meant: Meant,
  all?: readonly InkArea[],
): Promise<Row[]> => {
  const rows: Row[] = []
  for (const scheme of schemes) {
    const together = all && wornIn(all, scheme, meant)
    for (const piece of pieces) {
      const worn = together ?? wornIn(piece.inks, scheme, meant)
      rows.push(rowOf(piece, await piece.render(worn.colors), scheme, worn))
    }
  }
  return rows
}

/** The mean of each figure, and of its worst tenth. */
export type Means = Array<readonly [mean: number, worst: number]>
const meansOf = (rows: readonly Row[]): Means =>
  MEANT_FIGURES.map(([, badHigh], i) => {
    const values = rows.flatMap(row => row[i] ?? []).sort((one, other) => (badHigh ? other - one : one - other))
    const mean = (some: readonly number[]): number => some.reduce((sum, value) => sum + value, 0) / some.length
    return [mean(values), mean(values.slice(0, Math.max(1, Math.round(values.length / 10))))]
  })

const painted = async (): Promise<Piece[]> =>
  (await paintings(480, 5)).map(painting => {
    const pixels = ({ width, height, data }: { width: number; height: number; data: ArrayLike<number> }): Pixels => ({
      width,
      height,
      data: Uint8Array.from(data),
    })
    return {
      inks: painting.inks,
      before: pixels(painting.picture),
      render: colors => Promise.resolve(pixels(recolored(painting, colors))),
    }
  })

const CURVE = [0, 0.25, 0.5, 0.75, 1] as const

/** Tells all rows of the table, as they are found: what they are of, and the means of the figures. */
export const meantFigures = async (count: number, tell: (what: string, means: Means) => void): Promise<void> => {
  const pieces = await drawings(count, 0.5) // the weights were chosen on others
  const [own, others] = [derived(), given()]
  const all = uniteInks(pieces)
  const say = (what: string, found: readonly Row[]): void => tell(what, meansOf(found))
  say('derived schemes, each drawing by itself', await over(pieces, own, MEANT))
  say('six given schemes', await over(pieces, others, MEANT))
  say('derived schemes, all drawings as one set', await over(pieces, own, MEANT, all))
  say('derived schemes, paintings', await over(await painted(), own, MEANT))
  const few = own.slice(0, 4)
  for (const shares of CURVE) say(`Shares at ${shares * 100}%`, await over(pieces, few, { ...MEANT, shares }))
  for (const hues of CURVE) say(`Hues at ${hues * 100}%`, await over(pieces, few, { ...MEANT, hues }))
}

/** Time of matching: middle and 95th percentile, in ms. */
export const meantTimes = async (): Promise<Array<[what: string, half: number, max: number]>> => {
  const files = []
  for (const name of readdirSync('demo/artwork').filter(each => each.endsWith('.svg')))
    files.push((await receiveSvg(name, readFileSync(`demo/artwork/${name}`))).file)
  const set = uniteInks(files)
  const match = (inks: readonly InkArea[], scheme: readonly Swatch[]): void =>
    void matchKeeping(inks, scheme, { ...MEANT, seed: 0, byHand: new Map() })
  const twelve = schemeNamed('twelve')
  const [five = []] = derived()
  return [
    [`the demo's set, ${set.length} inks, 5 swatches`, ...timed(() => match(set, five))],
    [`the demo's set, 12 swatches`, ...timed(() => match(set, twelve))],
  ]
}
