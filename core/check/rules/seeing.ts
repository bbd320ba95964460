import { labOf } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { isMerged, isDistinguishable, hardestVision, type Vision } from '#core/color/vision'
import { keyOf, percent, type Finding, type Rule } from '../finding'
import { lighterOrDarker } from '../moves'
import { pairsOfSwatches } from '../pairs'
import { COUNTS, extremesOf, lightOf, namesOf, type Neighbors } from '../state'

/** By how much of OKLab lightness neighbors differ at least that part in gray. */
const GRAY = 0.045
/** The least range of OKLab lightness of what covers something. */
const RANGE = { min: 0.4, covers: COUNTS } as const

const SEEN_BY: Record<Vision, string> = {
  protan: 'who does not see red',
  deutan: 'who does not see green',
  tritan: 'who does not see blue',
}

const isToldApart = ({ colors }: Neighbors): boolean => isDistinguishable(...colors)
const minDifference = ({ colors }: Neighbors): number => hardestVision(...colors).apart

/** Neighbors that most tell apart and color-blind readers do not (Machado, Oliveira and Fernandes, 2009). */
export const vision: Rule = {
  isByHue: true,
  find: state =>
    pairsOfSwatches(
      state,
      pair => isToldApart(pair) && isMerged(minDifference(pair)),
      pair => -minDifference(pair),
    ).map(({ swatches, worst, inks, part }): Finding => {
      const seen = hardestVision(...worst.colors)
      return {
        key: keyOf('vision', swatches),
        rule: 'vision',
        severity: part >= 0.03 ? 'serious' : 'doubtful',
        words: `${namesOf(state, swatches, ' and ')} look alike to a reader ${SEEN_BY[seen.vision]}.`,
        figure: `ΔE ${seen.apart.toFixed(1)} instead of ${deltaE(...worst.colors).toFixed(0)}; ${percent(part)} of all edges`,
        measured: [Math.round(seen.apart), Math.round(part * 100)],
        swatches,
        inks,
      }
    }),
  tries: ({ swatches }, state) => lighterOrDarker(swatches, state),
}

const apartInGray = ({ colors: [one, other] }: Neighbors): number => Math.abs(lightOf(one) - lightOf(other))

/** Neighbors that are one in gray though the original had them apart; and a picture without lights and darks. */
export const values: Rule = {
  find: state => {
    const pairs = pairsOfSwatches(
      state,
      pair =>
        isToldApart(pair) &&
        apartInGray(pair) < GRAY &&
        Math.abs(labOf(pair.inks[0]).l - labOf(pair.inks[1]).l) > GRAY * 2,
      pair => -apartInGray(pair),
    ).map(
      ({ swatches, worst, inks, part }): Finding => ({
        key: keyOf('values', swatches),
        rule: 'values',
        severity: part >= 0.06 ? 'doubtful' : 'slight',
        words: `${namesOf(state, swatches, ' and ')} have the same value: in gray they merge.`,
        figure: `lightness ${(apartInGray(worst) * 100).toFixed(1)} apart; ${percent(part)} of all edges`,
        measured: [Math.round(apartInGray(worst) * 100), Math.round(part * 100)],
        swatches,
        inks,
      }),
    )
    const lightnesses = state.inks.filter(({ area }) => area >= RANGE.covers).map(({ color }) => lightOf(color))
    const range = lightnesses.length ? Math.max(...lightnesses) - Math.min(...lightnesses) : 1
    if (range >= RANGE.min || lightnesses.length < 2) return pairs
    const all: Finding = {
      key: keyOf('values', []),
      rule: 'values',
      severity: 'doubtful',
      words: 'The picture lacks clear lights and darks.',
      figure: `lightness spans ${(range * 100).toFixed(0)} of 100; ${RANGE.min * 100} or more is clear`,
      measured: [Math.round(range * 100)],
      swatches: [],
      inks: [],
    }
    return [all, ...pairs]
  },
  tries: ({ swatches }, state) => {
    if (swatches.length) return lighterOrDarker(swatches, state)
    return lighterOrDarker(
      extremesOf(state).map(({ id }) => id),
      state,
    )
  },
}
