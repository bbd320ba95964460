import { contrastOf } from '../color/contrast'
import type { Hex } from '../color/convert'
import { deltaE, okDistance } from '../color/difference'
import { leastApart } from '../color/vision'
import type { Swatch } from '../document/scheme'
import { harmonyOf } from '../harmony/pairwise'
import { ACCENT } from '../harmony/proportion'
import { graphOf } from '../remap/graph'
import type { InkArea } from '../remap/inks'
import { keptOf, lossesOf } from '../remap/losses'

/** How a scheme does in an artwork; each part in [0, 1], 1 where there is nothing to complain of. */
export interface Verdict {
  /** How much of the edges is kept, by their length, strong ones threefold; and how many strong ones are gone. */
  kept: number
  strongLost: number
  /** The part of its lettering, by length, that reads; null where the artwork has none. */
  lettering: number | null
  /** Whether the accent is seen: it covers something and stands out from what covers most. */
  accent: 'seen' | 'unused' | 'hidden' | 'none'
  /** How many swatches color something that can be seen, and of how many. */
  used: number
  swatches: number
  /** How many neighbors, clearly different to most readers, are not to a color-blind one; and a pair of those. */
  merged: number
  mergedPair: readonly [Hex, Hex] | null
  /** The order to look in, best first: the five together, and a little of how harmonious the colors are together. */
  rank: number
}

/** Boundaries shorter than this part of all are specks, and colors under this part of the picture nobody sees. */
const [SPECK, SEEN] = [0.0005, 0.001]
/** What serves as lettering: a contrast that reads, of something that covers little. */
const LETTERING = { contrast: 4.5, most: 0.12 } as const
/** From which ΔE2000 on neighbors are told apart, and under which they merge. */
const [TOLD, MERGED] = [10, 5]

/** Which swatch an ink is colored by: the one its color is nearest to, where no target says it. */
const swatchFor = (scheme: readonly Swatch[], target: string | null | undefined, hex: Hex): Swatch | undefined =>
  scheme.find(({ id }) => id === target) ??
  (target === null
    ? undefined
    : scheme.reduce<Swatch | undefined>(
        (best, swatch) => (!best || okDistance(swatch.hex, hex) < okDistance(best.hex, hex) ? swatch : best),
        undefined,
      ))

const accentIn = (scheme: readonly Swatch[], areas: ReadonlyMap<string, number>): Verdict['accent'] => {
  const accent = scheme.find(({ role }) => role === 'accent')
  if (!accent) return 'none'
  if ((areas.get(accent.id) ?? 0) < SEEN) return 'unused'
  const most = scheme.reduce((best, swatch) =>
    (areas.get(swatch.id) ?? 0) > (areas.get(best.id) ?? 0) ? swatch : best,
  )
  return most === accent || deltaE(most.hex, accent.hex) < ACCENT.apart ? 'hidden' : 'seen'
}

/**
 * How a scheme does in an artwork, from what its inks become; `targetOf` says the swatch an ink goes to, null for one
 * left as it is, undefined where nothing says it.
 */
export const verdictOf = (
  inks: readonly InkArea[],
  colors: ReadonlyMap<Hex, Hex>,
  scheme: readonly Swatch[],
  targetOf: (ink: Hex) => string | null | undefined,
): Verdict => {
  const losses = lossesOf(inks, colors)
  const { nodes, edges } = graphOf(inks)
  const became = nodes.map(({ hex }) => colors.get(hex) ?? hex)
  const areas = new Map<string, number>()
  nodes.forEach(({ hex, area }, i) => {
    const id = swatchFor(scheme, targetOf(hex), became[i] as Hex)?.id
    if (id) areas.set(id, (areas.get(id) ?? 0) + area)
  })
  let [letters, read, merged] = [0, 0, 0]
  let mergedPair: Verdict['mergedPair'] = null
  const pairs = new Set<string>()
  for (const { one, other, part } of edges) {
    if (part < SPECK) continue
    const [a, b] = [nodes[one], nodes[other]]
    const [hexA, hexB] = [became[one] as Hex, became[other] as Hex]
    if (!a || !b) continue
    if (Math.min(a.area, b.area) <= LETTERING.most && contrastOf(a.hex, b.hex) >= LETTERING.contrast) {
      letters += part
      if (contrastOf(hexA, hexB) >= LETTERING.contrast) read += part
    }
    const key = hexA < hexB ? `${hexA}${hexB}` : `${hexB}${hexA}`
    if (pairs.has(key)) continue
    pairs.add(key)
    if (deltaE(hexA, hexB) < TOLD || leastApart(hexA, hexB) >= MERGED) continue
    merged++
    mergedPair ??= [hexA, hexB]
  }
  const used = scheme.filter(({ id }) => (areas.get(id) ?? 0) >= SEEN).length
  const verdict = {
    kept: keptOf(inks, losses),
    strongLost: losses.filter(({ strong }) => strong).length,
    lettering: letters ? read / letters : null,
    accent: accentIn(scheme, areas),
    used,
    swatches: scheme.length,
    merged,
    mergedPair,
  }
  const harmony = harmonyOf(scheme.map(({ id, hex }) => ({ hex, area: areas.get(id) ?? 0 })))
  return { ...verdict, rank: GRADES.reduce((sum, { of }) => sum + of(verdict), 0) + HARMONY * harmony }
}

/** What the model of harmony adds to the order, at most: about a third of one of the five. */
const HARMONY = 0.25

type Judged = Omit<Verdict, 'rank'>
const percent = (part: number): string => `${Math.floor(part * 100 + 1e-6)}%`

/** The five things a verdict is of, in the order of the petals: its grade in [0, 1] and what it says in words. */
export const GRADES: ReadonlyArray<{ of: (verdict: Judged) => number; says: (verdict: Judged) => string }> = [
  {
    of: ({ kept, strongLost }) => Math.max(0, 1 - (1 - kept) * 4) * (strongLost ? 0.4 : 1),
    says: ({ kept, strongLost }) =>
      strongLost ? `${percent(kept)} of edges kept; letters or outlines are lost` : `${percent(kept)} of edges kept`,
  },
  {
    of: ({ lettering }) => lettering ?? 1,
    says: ({ lettering }) =>
      lettering === null
        ? 'no lettering'
        : lettering > 0.995
          ? 'lettering reads'
          : lettering < 0.005
            ? 'lettering does not read'
            : `${percent(lettering)} of lettering reads`,
  },
  {
    of: ({ accent }) => ({ seen: 1, none: 0.7, hidden: 0.4, unused: 0 })[accent],
    says: ({ accent }) =>
      ({
        seen: 'accent seen',
        none: 'no accent',
        hidden: 'the accent does not stand out',
        unused: 'the accent colors nothing',
      })[accent],
  },
  {
    of: ({ used, swatches }) => used / Math.max(1, swatches),
    says: ({ used, swatches }) =>
      used === swatches ? `all ${swatches} swatches used` : `${used} of ${swatches} swatches used`,
  },
  {
    of: ({ merged }) => 1 / (1 + merged * 0.5),
    says: ({ merged }) =>
      merged
        ? `${merged === 1 ? 'one pair merges' : `${merged} pairs merge`} for color-blind readers`
        : 'told apart by color-blind readers',
  },
]

/** A verdict in words. */
export const verdictWords = (verdict: Verdict): string => {
  const words = GRADES.map(({ says }) => says(verdict)).join(' · ')
  return words.charAt(0).toUpperCase() + words.slice(1)
}
