import { labOf, lchOf, type Hex, type Lab } from '#core/color/convert'
import { labDistance } from '#core/color/difference'
import { seeded } from '#core/math/random'
import { fitsOf, pairsOf, type Block } from './costs'
import { apartOf, graphOf, type InkGraph } from './graph'
import type { InkArea, MatchSwatch } from './inks'
import { HUES, SHARES, weightAt, type Meant } from './intent'
import { improveAssignment, startsOf, type Assignment, type Search } from './search'

/* The matching that keeps the picture: inks are sent to swatches so that what touches keeps its contrast. */

/** Up to so many inks are sent one by one; more go in groups of like color: the more, the fewer swatches there are. */
const maxBlocks = (swatches: number): number => Math.max(32, Math.min(64, Math.round(320 / swatches)))
/** So many searches that end at the same cost are enough. */
const AGREED = 2
/**
 * Shading: from what part of the smaller on that mixes with the other, up to what step of lightness, how far apart in
 * hue and strength, and from what darkest to what lightest. It is joined while so many groups are left for each swatch.
 */
const SHADED = { part: 0.1, step: 0.2, apart: 0.06, range: 0.5, left: 2 } as const
/** Beside their rest position, at which positions of the shares' control assignments are looked for. */
const SHARES_BEYOND = [SHARES.min, 0.75, SHARES.max] as const
/** So many positions the control has. */
const STEPS = 100
/** Deviation of a deal from the best match. */
const STRAY = 1.1

/** Inks that are shaded into each other, and what they span of lightness, hue and chroma. */
interface Shade {
  places: number[]
  min: Lab
  max: Lab
}

/** Two colors as one, number by number. */
const each = (of: (one: number, other: number) => number, one: Lab, other: Lab): Lab => ({
  l: of(one.l, other.l),
  a: of(one.a, other.a),
  b: of(one.b, other.b),
})

/** Two shades as one; null where some in them are not of one hue, or too far apart in lightness. */
const mergeShades = (labs: readonly Lab[], one: Shade, other: Shade): Omit<Shade, 'places'> | null => {
  const [min, max] = [each(Math.min, one.min, other.min), each(Math.max, one.max, other.max)]
  if (max.l - min.l > SHADED.range || Math.max(max.a - min.a, max.b - min.b) > SHADED.apart) return null
  // in a span no wider than that nobody is further apart; else each pair has to be looked at
  const isKin =
    apartOf(min, max) <= SHADED.apart ||
    one.places.every(from => other.places.every(to => apartOf(labs[from] as Lab, labs[to] as Lab) <= SHADED.apart))
  return isKin ? { min, max } : null
}

/**
 * Lights and darks of one hue that pass into each other, as painted shading does, together, the largest of each leading:
 * those first that mix most, until no more than `least` groups are left.
 */
const groupShades = ({ nodes, edges }: InkGraph, order: readonly number[], min: number): number[][] => {
  const labs = nodes.map(({ lab }) => lab)
  const rank = new Map(order.map((place, i) => [place, i]))
  const shadeOf = new Map(
    order.map((place): [number, Shade] => {
      const lab = labs[place] as Lab
      return [place, { places: [place], min: lab, max: lab }]
    }),
  )
  const areaOf = (place: number): number => nodes[place]?.area ?? 0
  const strongly = edges
    .filter(({ lighter }) => Math.abs(lighter) <= SHADED.step)
    .map(({ one, other, mixed }) => ({ one, other, part: mixed / Math.min(areaOf(one), areaOf(other)) }))
    .filter(({ part }) => part >= SHADED.part)
    .sort((one, other) => other.part - one.part)
  let left = order.length
  for (const { one, other } of strongly) {
    if (left <= min) break
    const [a, b] = [shadeOf.get(one), shadeOf.get(other)]
    const span = a && b && a !== b ? mergeShades(labs, a, b) : null
    if (!a || !b || !span) continue
    const [large, small] = a.places.length >= b.places.length ? [a, b] : [b, a]
    Object.assign(large, span)
    for (const place of small.places) {
      large.places.push(place)
      shadeOf.set(place, large)
    }
    left--
  }
  const rankOf = (place: number): number => rank.get(place) ?? 0
  return [...new Set(shadeOf.values())].map(({ places }) => places.sort((p, q) => rankOf(p) - rankOf(q)))
}

/**
 * Inks as they go together: what is shaded into each other, and, where that is too many, gathered by color, the largest
 * first leading, wider and wider until they are few enough.
 */
const blocksOf = (graph: InkGraph, free: readonly number[], { min, max }: { min: number; max: number }): Block[] => {
  const { nodes } = graph
  const order = [...free].sort((one, other) => (nodes[other]?.area ?? 0) - (nodes[one]?.area ?? 0) || one - other)
  const shaded = groupShades(graph, order, min)
  let groups = shaded
  for (let reach = 0.02; groups.length > max; reach *= 1.35) {
    groups = []
    for (const together of shaded) {
      const own = nodes[together[0]!]
      const near = groups.find(group => {
        const lead = nodes[group[0]!]
        return own && lead && labDistance(own.lab, lead.lab) <= reach
      })
      if (near) near.push(...together)
      else if (groups.push([...together]) > max) break
    }
  }
  const artworks = nodes[0]?.parts.length ?? 0
  return groups.map(members => ({
    members,
    area: members.reduce((sum, i) => sum + (nodes[i]?.area ?? 0), 0),
    parts: Array.from({ length: artworks }, (_, w) => members.reduce((sum, i) => sum + (nodes[i]?.parts[w] ?? 0), 0)),
    lab: labOf(nodes[members[0]!]?.hex ?? '#000000'),
    lch: lchOf(nodes[members[0]!]?.hex ?? '#000000'),
  }))
}

/** Assignments found from several starts, until enough of them agree. */
const searchFrom = (search: Search, starts: readonly number[][]): Assignment[] => {
  const found: Assignment[] = []
  let [min, agreed] = [Infinity, 0]
  for (const start of starts) {
    const next = improveAssignment(search, start)
    const total = next.cost + search.shares * next.off
    if (Math.abs(total - min) < 1e-9) agreed++
    else if (total < min) [min, agreed] = [total, 1]
    found.push(next)
    if (agreed >= AGREED) break
  }
  return found
}

/**
 * The assignment that costs least at a position of the shares' control, of those found from several starts at the rest position,
 * and of those found at others from there. All of them are looked at whatever the position, and from one position to the next an
 * assignment is only left for one with no larger share distance; so more weight of the shares never brings them farther off.
 */
const cheapestAssignment = (
  search: Omit<Search, 'shares'>,
  starts: readonly number[][],
  position: number,
): readonly number[] => {
  const found = searchFrom({ ...search, shares: weightAt(SHARES.rest) }, starts)
  const atRest = found.reduce((best, next) => (next.cost + next.off < best.cost + best.off ? next : best)).to
  for (const beyond of SHARES_BEYOND) found.push(improveAssignment({ ...search, shares: weightAt(beyond) }, atRest))
  let best = found[0] as Assignment
  for (let step = 0; step <= STEPS * position; step++) {
    const weight = weightAt(step / STEPS)
    const total = ({ cost, off }: Assignment): number => cost + weight * off
    const next = found.reduce((min, each) => (total(each) < total(min) - 1e-9 ? each : min))
    if (!step || next.distance <= best.distance) best = next
  }
  return best.to
}

/**
 * Sends inks to swatches so that as little contrast as possible is lost between what touches, light stays light,
 * colorful stays colorful, inks alike stay together, and every swatch has something to cover in every artwork. Local
 * search from several starts; deterministic for a seed, which strays from the best (0 does not). What was sent by hand
 * (a swatch, or null for left as it is) stays and counts. The result does not depend on the order of inks.
 */
export const matchKeeping = (
  inks: readonly InkArea[],
  swatches: readonly MatchSwatch[],
  {
    seed,
    byHand,
    shares = SHARES.rest,
    hues = HUES.rest,
  }: Partial<Meant> & {
    seed: number
    byHand: ReadonlyMap<Hex, string | null>
  },
): Map<Hex, string> => {
  const targets = new Map<Hex, string>()
  if (!inks.length || !swatches.length) return targets
  const graph = graphOf(inks)
  const { nodes } = graph
  const artworks = nodes[0]?.parts.length ?? 1
  const heldAt = new Map<number, number>()
  const covered = new Float64Array(swatches.length * artworks)
  nodes.forEach(({ hex, lab, parts }, i) => {
    const to = byHand.get(hex)
    if (to === undefined) return
    const s = swatches.findIndex(({ id }) => id === to)
    heldAt.set(i, s < 0 ? lab.l : labOf((swatches[s] as MatchSwatch).hex).l)
    if (s >= 0)
      parts.forEach((part, w) => {
        covered[s * artworks + w]! += part
      })
  })
  const free = nodes.flatMap(({ hex }, i) => (byHand.has(hex) ? [] : [i]))
  const blocks = blocksOf(graph, free, {
    min: swatches.length * SHADED.left,
    max: maxBlocks(swatches.length),
  })
  if (!blocks.length) return targets
  const fits = fitsOf(blocks, swatches, weightAt(hues))
  const pairs = pairsOf(graph, blocks, swatches, heldAt, fits)
  const chance = seeded(seed)
  if (seed) {
    const dearest = Math.max(...fits.map(own => Math.max(...own)))
    for (const own of fits) own.forEach((cost, s) => (own[s] = cost + chance() * STRAY * dearest))
  }
  const search = { blocks, swatches, fits, pairs, artworks, covered }
  const to = cheapestAssignment(search, startsOf(search, chance), shares)
  blocks.forEach(({ members }, b) => {
    for (const i of members) targets.set(nodes[i]?.hex ?? '', swatches[to[b]!]?.id ?? '')
  })
  return targets
}
