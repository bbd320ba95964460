import { hexOfLab, labOf, type Hex, type Lab } from '#core/color/convert'
import { accentOf } from './accent'
import { difference, isSameEnd, spaceCenters, type Same } from './apart'
import { assignPoints, clusterPoints, gridPoints, moveCenters, QUICK, sharesOf, THOROUGH, type Effort } from './cluster'
import { asVivid, isSameToEye, liftColorful, weighByEye, withColor } from './eye'
import { flatBlocks, type Block } from './flat'
import type { Source } from '#core/picture/picture'
import { placesOf, type Place } from './place'
import { seeded } from '#core/math/random'
import { standingOf } from './standing'
import { chromaOf, tallyPixels, type Points, type Tally } from './tally'

/** Number of swatches an extraction may be asked for. */
export const EXTRACTED = { min: 2, max: 12, usual: 5 } as const

/** The least ΔE2000 between two results: the usual one, and a wider one that costs coverage. */
export const APART = { usual: 7, wide: 12 } as const

/**
 * The ways of taking colors: by eye, as people pick them (varied, colorful, with what stands out, one dark and one light
 * at most); or faithful to what covers the picture.
 */
export const TAKEN_BY = ['eye', 'faithful'] as const
export type TakenBy = (typeof TAKEN_BY)[number]

/**
 * The request for an extraction: how many colors, how far apart (ΔE2000), by what they are taken, and colors that are
 * kept, beside which the others are found.
 */
export interface Wanted {
  count: number
  apart: number
  by?: TakenBy | undefined
  fixed?: readonly Hex[] | undefined
}

/** Where the lean pad stands: quiet (-1) to lively (1) across, dark (-1) to light (1) up; 0, 0 is at rest. */
export interface Lean {
  x: number
  y: number
}

/** The lean pad at rest. */
export const REST: Lean = { x: 0, y: 0 }

/** One extracted color and the part of the picture it stands for. */
export interface Found {
  hex: Hex
  share: number
}

/** An extracted color with the place it is at home in. */
export interface ExtractedColor extends Found, Place {}

/**
 * The result of an extraction: its colors, whether they are the exact ones of a picture made of flat blocks, and a
 * word where there are fewer than asked.
 */
export interface Extraction {
  found: ExtractedColor[]
  flat: boolean
  note: string | null
}

/**
 * The extraction at rest, from which every lean starts: its centers with their shares, of which the first `fixed` do
 * not move, and the points as they are weighed.
 */
interface Rest {
  tally: Tally
  points: Points
  centers: readonly Lab[]
  shares: readonly number[]
  fixed: number
  wanted: Wanted
}

/**
 * By how much coverage may fall in favor of accents: less where colors are few, since each of them is missed more.
 */
const priceAmong = (count: number): number => (count < 7 ? 1.08 : 1.17)

/** Number of accents that are looked for among so many colors. */
const accentsAmong = (count: number): number => (count >= 10 ? 3 : count >= 7 ? 2 : count >= 3 ? 1 : 0)

/** The method of an extraction: how the points are weighed, and what its colors have to be. */
interface Way {
  points: (tally: Tally, sources: readonly Source[]) => Points
  price: (count: number) => number
  accents: (count: number) => number
  apart: (wanted: number) => number
  isSame: Same
}

const WAYS: Record<TakenBy, Way> = {
  faithful: {
    points: tally => tally,
    price: priceAmong,
    accents: accentsAmong,
    apart: wanted => wanted,
    isSame: isSameEnd,
  },
  eye: {
    points: (tally, sources) => weighByEye(tally, standingOf(sources, tally)),
    price: () => 1.6,
    accents: count => (count >= 4 ? accentsAmong(count) : 0),
    apart: wanted => Math.max(EYE_APART, wanted),
    isSame: isSameToEye,
  },
}
/** By eye, two like browns are one color: the least ΔE2000 between two results. */
const EYE_APART = 11
const wayOf = ({ by = 'faithful' }: Wanted): Way => WAYS[by]

/** The grid, in OKLab, on which centers are looked for before they settle on the tally itself. */
const GRID = 0.02

/** Centers as they come out: apart, and by eye as vivid as what they stand for, with two colorful ones. */
const finish = (
  { tally, points, wanted }: Pick<Rest, 'tally' | 'points' | 'wanted'>,
  centers: readonly Lab[],
  fixed: number,
  min: number,
): Lab[] => {
  const { isSame } = wayOf(wanted)
  const settled = spaceCenters(points, centers, fixed, min, isSame)
  return wanted.by === 'eye'
    ? spaceCenters(
        tally,
        liftColorful(tally, asVivid(tally, points, settled, fixed), fixed),
        fixed,
        wanted.apart,
        isSame,
      )
    : settled
}

/** Extracts colors from a tally, at rest: by eye wide apart, unless there are not so many colors in it. */
const extractAtRest = (tally: Tally, sources: readonly Source[], wanted: Wanted): Rest => {
  const way = wayOf(wanted)
  const [points, min] = [way.points(tally, sources), way.apart(wanted.apart)]
  const found = centersAt(tally, points, wanted, min)
  return found.centers.length < wanted.count && min > wanted.apart
    ? centersAt(tally, points, wanted, wanted.apart)
    : found
}

const centersAt = (tally: Tally, points: Points, wanted: Wanted, min: number): Rest => {
  const given = (wanted.fixed ?? []).map(labOf)
  const free = wanted.count - given.length
  const way = wayOf(wanted)
  if (!tally.size || free <= 0)
    return { tally, points, centers: given, shares: sharesOf(tally, given), fixed: given.length, wanted }
  const grid = gridPoints(points, GRID)
  const find = (fixed: readonly Lab[], effort: Effort): Lab[] =>
    spaceCenters(grid, clusterPoints(grid, wanted.count - fixed.length, fixed, effort), fixed.length, min, way.isSame)
  let fixed = given
  let centers = find(fixed, THOROUGH)
  const limit = assignPoints(grid, centers).cost * way.price(free)
  for (let i = 0; i < way.accents(free); i++) {
    const accent = accentOf(tally, centers)
    if (!accent || fixed.some(center => difference(center, accent) < wanted.apart)) break
    const next = find([...fixed, accent], QUICK)
    if (assignPoints(grid, next).cost > limit && centers.length >= wanted.count) break
    fixed = [...fixed, accent]
    centers = next
  }
  // what brings color stays while all settle, and leans with the rest
  const colored =
    wanted.by === 'eye' ? withColor(tally, points, centers, fixed.length, min) : { centers, fixed: fixed.length }
  const settle = (from: readonly Lab[], still: number): Lab[] =>
    finish({ tally, points, wanted }, moveCenters(points, from, still, 4, true), still, min)
  let settled = settle(colored.centers, colored.fixed)
  const missed = wanted.by === 'eye' ? missedOf(tally, points, settled, fixed.length) : null
  if (missed) {
    fixed = [...settled.slice(0, fixed.length), missed.accent]
    settled = settle([...fixed, ...missed.others], fixed.length)
  }
  return { tally, points, centers: settled, shares: sharesOf(tally, settled), fixed: fixed.length, wanted }
}

/** The coverage that may be lost for the accent that is looked for last. */
const MISSED_PRICE = 2.5

/**
 * The accent that settled centers still miss by eye, such as the one orange stripe of a sunset whose cost was too high
 * among so many tones, and the other free centers without the one that is missed least; null where nothing more vivid
 * than they are is left. The first `fixed` stay.
 */
const missedOf = (
  tally: Tally,
  points: Points,
  centers: readonly Lab[],
  fixed: number,
): { accent: Lab; others: Lab[] } | null => {
  if (centers.length - fixed < 2) return null
  const accent = accentOf(tally, centers)
  if (!accent || centers.some(center => difference(center, accent) < EYE_APART)) return null
  const isMostVivid = centers.every(({ a, b }) => chromaOf(a, b) < chromaOf(accent.a, accent.b))
  if (!isMostVivid) return null
  const costWithout = (without: number): number =>
    assignPoints(points, [...centers.filter((_, i) => i !== without), accent]).cost
  const costs = centers.map((_, i) => (i < fixed ? Infinity : costWithout(i)))
  const goes = costs.indexOf(Math.min(...costs))
  if (costs[goes]! > MISSED_PRICE * assignPoints(points, centers).cost) return null
  return { accent, others: centers.filter((_, i) => i >= fixed && i !== goes) }
}

/** Strength of the ends of the pad: weights change by up to this power of e for each standard deviation. */
const BEND: Record<TakenBy, number> = { faithful: 1.6, eye: 2.8 }

/** Number of times centers move with a lean: few enough that they follow the hand instead of settling elsewhere. */
const BENDINGS = 5

const bendPoints = (points: Points, { x, y }: Lean, by: TakenBy = 'faithful'): Points => {
  const { size, l, a, b, weight } = points
  const vivid = Float64Array.from({ length: size }, (_, i) => Math.hypot(a[i]!, b[i]!))
  const standard = (values: Float64Array): { mean: number; deviation: number } => {
    let [mean, square] = [0, 0]
    for (let i = 0; i < size; i++) mean += weight[i]! * values[i]!
    for (let i = 0; i < size; i++) square += weight[i]! * (values[i]! - mean) ** 2
    return { mean, deviation: Math.max(0.02, Math.sqrt(square)) }
  }
  const [chroma, light] = [standard(vivid), standard(l)]
  const bound = (value: number): number => Math.min(2.5, Math.max(-2.5, value))
  return {
    ...points,
    weight: weight.map(
      (w, i) =>
        w *
        Math.exp(
          BEND[by] *
            (x * bound((vivid[i]! - chroma.mean) / chroma.deviation) +
              y * bound((l[i]! - light.mean) / light.deviation)),
        ),
    ),
  }
}

/**
 * The extracted colors beside the fixed ones, with their shares, for wherever the pad leans: largest first at rest and in
 * that order everywhere. A lean bends the weights of the pixels, never a color: the same clustering goes on from where
 * it rested, drawn to vivid or quiet, light or dark pixels, so that colors follow the hand without jumping.
 */
const leaner = ({ tally, points: seen, centers, shares: atRest, fixed, wanted }: Rest): ((lean: Lean) => Found[]) => {
  const fixedCount = wanted.fixed?.length ?? 0
  const order = centers
    .map((_, i) => i)
    .slice(fixedCount)
    .sort((one, other) => atRest[other]! - atRest[one]!)
  const sorted = [...centers.slice(0, fixedCount), ...order.map(i => centers[i] as Lab)]
  const accents = new Set(centers.slice(fixedCount, fixed))
  const free = sorted.filter(center => !accents.has(center))
  const led = (on: Points): Lab[] =>
    moveCenters(on, [...accents, ...free], accents.size + fixedCount, BENDINGS, true).slice(accents.size)
  // what is taken by eye does not stand where its points alone would lead it: it goes as far as they do
  const still = wanted.by === 'eye' && tally.size ? led(seen) : null
  return lean => {
    if (lean.x === 0 && lean.y === 0) return order.map(i => ({ hex: hexOfLab(centers[i] as Lab), share: atRest[i]! }))
    const points = bendPoints(seen, lean, wanted.by)
    const now = led(points)
    const back = sorted.map((center): Lab => {
      const i = free.indexOf(center)
      const [from, to] = [still?.[i], now[i]]
      if (!to) return center
      return from ? { l: center.l + to.l - from.l, a: center.a + to.a - from.a, b: center.b + to.b - from.b } : to
    })
    const apart = finish({ tally, points, wanted }, back, fixedCount, wanted.apart)
    const shares = sharesOf(tally, apart)
    return apart.map((center, i) => ({ hex: hexOfLab(center), share: shares[i]! })).slice(fixedCount)
  }
}

/** The flat blocks of a picture as results: all of them where there is room, otherwise the largest. */
const ofBlocks = (blocks: readonly Block[], { count, fixed = [] }: Wanted): Extraction => {
  const room = Math.max(0, count - fixed.length)
  const fresh = blocks.filter(({ hex }) => !fixed.includes(hex))
  const chosen = new Set([...fresh].sort((one, other) => other.share - one.share).slice(0, room))
  const found = fresh
    .filter(block => chosen.has(block))
    .map(({ hex, share, x, y }) => ({ hex, share, source: 0, x, y }))
  const more = fresh.length - found.length
  return {
    found,
    flat: true,
    note: more > 0 ? `The palette has ${blocks.length} blocks; the ${found.length} largest are taken.` : null,
  }
}

const noteOn = (found: readonly Found[], { count, fixed = [] }: Wanted): string | null => {
  const asked = count - fixed.length
  if (found.length >= asked) return null
  if (!found.length) return 'There is no solid pixel here to take a color from.'
  return found.length === 1
    ? 'There is only one color here.'
    : `There are only ${found.length} colors here that can be told apart.`
}

/** Pictures made ready for extraction: what does not depend on the lean is worked out once. */
export const extractor = (sources: readonly Source[], wanted: Wanted): { at: (lean: Lean) => Extraction } => {
  const tally = tallyPixels(sources)
  const [only] = sources
  const blocks = only && sources.length === 1 ? flatBlocks(only.picture, only.region) : null
  const foundAtLean = blocks ? null : leaner(extractAtRest(tally, sources, wanted))
  return {
    at: lean => {
      if (blocks) return ofBlocks(blocks, wanted)
      if (!foundAtLean) return { found: [], flat: false, note: null }
      const found = foundAtLean(lean)
      const places = placesOf(
        sources,
        tally,
        found.map(({ hex }) => hex),
      )
      return {
        found: found.map((each, i) => ({ ...each, ...(places[i] as Place) })),
        flat: false,
        note: noteOn(found, wanted),
      }
    },
  }
}

/** Extracts colors from pictures: deterministic, distinct, largest first. */
export const extractColors = (sources: readonly Source[], wanted: Wanted, lean: Lean = REST): Extraction =>
  extractor(sources, wanted).at(lean)

/** The side of the picture extraction is warmed up on, and how often. */
const WARM = { side: 150, times: 2 } as const

/**
 * Runs extraction on a small picture made up for it, so that its code is compiled before it is needed: the first
 * extraction of a process otherwise takes several times as long as the next. For the time one waits for a picture to
 * be decoded.
 */
export const warmUp = (): void => {
  const random = seeded(1)
  const data = new Uint8ClampedArray(WARM.side ** 2 * 4)
  for (let i = 0; i < data.length; i++)
    data[i] = i % 4 === 3 ? 255 : ((i >> 2) % WARM.side) * (0.3 + (i % 4) * 0.3) + random() * 60
  for (let time = 0; time < WARM.times; time++)
    extractColors(
      [{ picture: { width: WARM.side, height: WARM.side, data } }],
      { count: 8, apart: APART.usual },
      { x: 0.2, y: 0.1 },
    )
}
