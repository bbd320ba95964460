import { labOf, lchOf, type Hex } from '../color/convert'
import { labDistance } from '../color/difference'
import { seeded } from '../picture/seeded'
import { fitsOf, pairsOf, type Block } from './costs'
import { graphOf, type InkGraph } from './graph'
import type { InkArea, MatchSwatch } from './inks'
import { improved, startsOf, type Search } from './search'

/* The matching that keeps the picture: inks are sent to swatches so that what touches keeps its contrast. */

/** Up to so many inks are sent one by one; more go in groups of like color. */
const MOST_BLOCKS = 32
/** So many searches that end at the same cost are enough. */
const AGREED = 2
/** How far a deal strays from the best. */
const STRAY = 1.1

/** Inks gathered by color, the largest first leading, wider and wider until they are few enough. */
const blocksOf = ({ nodes }: InkGraph, free: readonly number[]): Block[] => {
  const order = [...free].sort((one, other) => (nodes[other]?.area ?? 0) - (nodes[one]?.area ?? 0) || one - other)
  let groups: number[][] = order.map(place => [place])
  for (let reach = 0.02; groups.length > MOST_BLOCKS; reach *= 1.35) {
    groups = []
    for (const place of order) {
      const own = nodes[place]
      const near = groups.find(group => {
        const lead = nodes[group[0] as number]
        return own && lead && labDistance(own.lab, lead.lab) <= reach
      })
      if (near) near.push(place)
      else if (groups.push([place]) > MOST_BLOCKS) break
    }
  }
  const artworks = nodes[0]?.parts.length ?? 0
  return groups.map(members => ({
    members,
    area: members.reduce((sum, i) => sum + (nodes[i]?.area ?? 0), 0),
    parts: Array.from({ length: artworks }, (_, w) => members.reduce((sum, i) => sum + (nodes[i]?.parts[w] ?? 0), 0)),
    lch: lchOf(nodes[members[0] as number]?.hex ?? '#000000'),
  }))
}

/** The cheapest assignment found from several starts, until enough of them agree. */
const cheapest = (search: Search, starts: readonly number[][]): readonly number[] => {
  let [best, agreed] = [improved(search, starts[0] ?? []), 1]
  for (const start of starts.slice(1)) {
    if (agreed >= AGREED) break
    const next = improved(search, start)
    if (Math.abs(next.cost - best.cost) < 1e-9) agreed++
    else if (next.cost < best.cost) [best, agreed] = [next, 1]
  }
  return best.to
}

/**
 * Sends inks to swatches so that as little contrast as possible is lost between what touches, light stays light,
 * colorful stays colorful, inks alike stay together, and every swatch has something to cover in every artwork. Local
 * search from several starts; deterministic for a seed, which strays from the best (0 does not). What was sent by hand
 * (a swatch, or null for left as it is) stays and counts. The result does not depend on the order of inks.
 */
export const keepingMatch = (
  inks: readonly InkArea[],
  swatches: readonly MatchSwatch[],
  { seed, byHand }: { seed: number; byHand: ReadonlyMap<Hex, string | null> },
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
        covered[s * artworks + w] = (covered[s * artworks + w] as number) + part
      })
  })
  const free = nodes.flatMap(({ hex }, i) => (byHand.has(hex) ? [] : [i]))
  const blocks = blocksOf(graph, free)
  if (!blocks.length) return targets
  const fits = fitsOf(blocks, swatches)
  const pairs = pairsOf(graph, blocks, swatches, heldAt, fits)
  const chance = seeded(seed)
  if (seed) {
    const dearest = Math.max(...fits.map(own => Math.max(...own)))
    for (const own of fits) own.forEach((cost, s) => (own[s] = cost + chance() * STRAY * dearest))
  }
  const search: Search = { blocks, swatches, fits, pairs, artworks, covered }
  const to = cheapest(search, startsOf(search, chance))
  blocks.forEach(({ members }, b) => {
    for (const i of members) targets.set(nodes[i]?.hex ?? '', swatches[to[b] as number]?.id ?? '')
  })
  return targets
}
