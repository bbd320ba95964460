import { seriousKeys } from '#core/check/check'
import { contrastNow, looksLikeLettering, RATIO } from '#core/check/rules/contrast'
import { areaOf, mostOf, SEEN, type CheckState, type Neighbors } from '#core/check/state'
import type { Hex } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { isMerged, isDistinguishable, hardestVision } from '#core/color/vision'
import { harmonyOf } from '#core/harmony/pairwise'
import { ACCENT } from '#core/harmony/proportion'
import type { InkArea } from '#core/remap/inks'
import { keptOf, lossesOf } from '#core/remap/losses'
import { sentence } from '#core/document/sentence'

/** The verdict on a scheme in an artwork; each part in [0, 1], 1 where there is nothing to complain of. */
export interface Verdict {
  /** The fraction of edges kept, by their length, strong ones threefold; and how many strong ones are gone. */
  edgesKept: number
  strongLost: number
  /** The part of its lettering, by length, that reads; null where the artwork has none. */
  lettering: number | null
  /** True if the accent is seen: it covers something and stands out from what covers most. */
  accent: 'seen' | 'unused' | 'hidden' | 'none'
  /** Number of swatches that color something visible, and of how many. */
  used: number
  swatches: number
  /** Number of neighbors, clearly different to most readers, that are not to a color-blind one. */
  merged: number
  /** Number of findings that are serious. */
  serious: number
  /** The order to look in, best first: the five together, and a little of how harmonious the colors are together. */
  rank: number
}

const accentIn = (state: CheckState): Verdict['accent'] => {
  const accent = state.project.scheme.find(({ role }) => role === 'accent')
  if (!accent) return 'none'
  if (areaOf(state, accent.id) < SEEN) return 'unused'
  const max = mostOf(state)
  return !max || max === accent || deltaE(max.hex, accent.hex) < ACCENT.apart ? 'hidden' : 'seen'
}

/** Lengths of boundaries together. */
const partsOf = (pairs: readonly Neighbors[]): number => pairs.reduce((sum, { part }) => sum + part, 0)

/** The verdict on a scheme in an artwork, from what its inks become and the state it is in with that. */
export const verdictOf = (inks: readonly InkArea[], colors: ReadonlyMap<Hex, Hex>, state: CheckState): Verdict => {
  const { neighbors, project } = state
  const losses = lossesOf(inks, colors)
  const letters = neighbors.filter(looksLikeLettering)
  const merged = neighbors.filter(
    pair => isDistinguishable(...pair.colors) && isMerged(hardestVision(...pair.colors).apart),
  )
  const verdict = {
    edgesKept: keptOf(inks, losses),
    strongLost: losses.filter(({ strong }) => strong).length,
    lettering: letters.length
      ? partsOf(letters.filter(pair => contrastNow(pair) >= RATIO.text)) / partsOf(letters)
      : null,
    accent: accentIn(state),
    used: project.scheme.filter(({ id }) => areaOf(state, id) >= SEEN).length,
    swatches: project.scheme.length,
    serious: seriousKeys(state).filter(key => !(key in project.check.aside)).length,
    merged: new Set(merged.map(({ colors: pair }) => [...pair].sort().join())).size,
  }
  const harmony = harmonyOf(project.scheme.map(({ id, hex }) => ({ hex, area: areaOf(state, id) })))
  return { ...verdict, rank: GRADES.reduce((sum, { of }) => sum + of(verdict), 0) + HARMONY * harmony }
}

/** Maximum that the model of harmony adds to the order: about a third of one of the five. */
const HARMONY = 0.25

type Judged = Omit<Verdict, 'rank'>
const percent = (part: number): string => `${Math.floor(part * 100 + 1e-6)}%`

/** The five things a verdict is of, in the order of the petals: its grade in [0, 1] and what it says in words. */
export const GRADES: ReadonlyArray<{ of: (verdict: Judged) => number; says: (verdict: Judged) => string }> = [
  {
    of: ({ edgesKept, strongLost }) => Math.max(0, 1 - (1 - edgesKept) * 4) * (strongLost ? 0.4 : 1),
    says: ({ edgesKept, strongLost }) =>
      strongLost
        ? `${percent(edgesKept)} of edges kept; letters or outlines are lost`
        : `${percent(edgesKept)} of edges kept`,
  },
  {
    of: ({ lettering }) => lettering ?? 1,
    says: ({ lettering }) =>
      lettering === null
        ? 'no lettering'
        : lettering > 0.995
          ? 'lettering is legible'
          : lettering < 0.005
            ? 'lettering is not legible'
            : `${percent(lettering)} of lettering is legible`,
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
  return sentence(words)
}
