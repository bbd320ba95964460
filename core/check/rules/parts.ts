import { deltaE } from '#core/color/difference'
import { rotate } from '#core/color/wheel'
import type { Swatch } from '#core/document/scheme'
import { distinctColor } from '#core/harmony/distinct'
import { ACCENT } from '#core/harmony/proportion'
import { keyOf, percent, type Finding, type Rule, type Try } from '../finding'
import { inColor, lighterOrDarker, stronger } from '../moves'
import { SHARES } from '#core/remap/intent'
import { areaOf, mostOf, SEEN, swatchIn, type CheckState } from '../state'

/** By how much a part may differ from what it is meant to be. */
const OFF = 0.18
/** An accent over this part of the picture does not draw the eye any more. */
const TOO_MUCH = 0.35
/** Ways to let a swatch and others change places. */
const exchanges = (swatch: Swatch, others: readonly Swatch[]): Try[] =>
  others.map(other => ({
    words: `Swap ${swatch.name} and ${other.name}`,
    steps: () => [{ do: 'exchange', swatches: [swatch.id, other.id] }],
  }))

/** An accent that colors nothing, is only a paler version of what dominates, or covers too much. */
export const accent: Rule = {
  isOfOneColor: true,
  isByHue: true,
  find: state => {
    const found = state.project.scheme.find(({ role }) => role === 'accent')
    const max = mostOf(state)
    if (!found || !max) return []
    const area = areaOf(state, found.id)
    const inks = state.inksOf.get(found.id) ?? []
    const say = (
      severity: Finding['severity'],
      words: string,
      figure: string,
      measured: number[],
      ofUse = true,
    ): Finding[] => [
      {
        key: keyOf('accent', [found.id]),
        rule: 'accent',
        severity,
        words,
        figure,
        measured,
        swatches: [found.id],
        inks,
        ofUse,
      },
    ]
    if (area < SEEN) return say('doubtful', `The accent, ${found.name}, isn’t used anywhere.`, percent(area), [0])
    if (found.id === max.id || area > TOO_MUCH)
      return say(
        'slight',
        `The accent, ${found.name}, covers too much to stand out.`,
        `${percent(area)} of the picture`,
        [Math.round(area * 100)],
      )
    const apart = deltaE(found.hex, max.hex)
    if (apart >= ACCENT.apart) return []
    return say(
      'doubtful',
      `The accent, ${found.name}, is just another tone of ${max.name}.`,
      `ΔE ${apart.toFixed(0)} apart, ${ACCENT.apart} stands out`,
      [Math.round(apart)],
      false,
    )
  },
  tries: ({ swatches: [id = ''] }, state) => {
    const [swatch, max] = [swatchIn(state, id), mostOf(state)]
    if (!swatch || !max || swatch.locked) return []
    const { wheel } = state.project.harmony
    const others = state.project.scheme.filter(each => each.id !== id).map(({ hex }) => hex)
    const largest = [...state.project.scheme]
      .filter(each => each.id !== id && each.id !== max.id)
      .sort((one, other) => areaOf(state, other.id) - areaOf(state, one.id))
    const beside = largest[0] ?? max
    const complement = distinctColor(rotate(wheel, beside.hex, 180), others)
    return [
      inColor(id, complement, `Use the complement of ${beside.name}`),
      ...stronger(id, state),
      ...lighterOrDarker([id], state),
      ...exchanges(swatch, largest.slice(0, 3)),
    ]
  },
}

/** An ink of less area does not bring a share much nearer. */
const LARGE_ENOUGH = 0.03

/**
 * Why a swatch does not cover what it is meant to: a single ink is too large, none is of the right size, or contrast
 * is in the way.
 */
const whyOff = (state: CheckState, id: string, is: number, meant: number, covered: number): string => {
  const own = new Set(state.inksOf.get(id))
  const areas = (mine: boolean): number[] =>
    state.inks.filter(({ hex }) => own.has(hex) === mine).map(({ area }) => area / covered)
  if (is > meant) {
    const largest = Math.max(0, ...areas(true))
    return largest > meant ? `one ink alone covers ${percent(largest)}` : 'contrast keeps its inks from the others'
  }
  const fits = areas(false).some(area => area >= LARGE_ENOUGH && area <= 2 * (meant - is))
  return fits ? 'contrast keeps other inks from it' : 'no ink has an area that would fit'
}

/** Parts of the picture that are far from what they are meant to be. */
export const shares: Rule = {
  find: state => {
    const { scheme } = state.project
    const [total, covered] = [
      scheme.reduce((sum, { share }) => sum + share, 0) || 1,
      scheme.reduce((sum, { id }) => sum + areaOf(state, id), 0),
    ]
    if (!covered) return []
    const off = scheme.map(({ id, share }) => ({ id, meant: share / total, is: areaOf(state, id) / covered }))
    const worst = off.reduce((best, each) =>
      Math.abs(each.is - each.meant) > Math.abs(best.is - best.meant) ? each : best,
    )
    if (Math.abs(worst.is - worst.meant) < OFF) return []
    const swatch = swatchIn(state, worst.id)
    return [
      {
        key: keyOf('shares', []),
        rule: 'shares',
        severity: 'slight',
        words:
          `${swatch?.name ?? ''} covers ${worst.is > worst.meant ? 'more' : 'less'} than intended: ` +
          `${whyOff(state, worst.id, worst.is, worst.meant, covered)}.`,
        figure: `${percent(worst.is)} of the picture, intended ${percent(worst.meant)}`,
        measured: [Math.round(worst.is * 20), Math.round(worst.meant * 20)],
        swatches: [worst.id],
        inks: state.inksOf.get(worst.id) ?? [],
        ofUse: true,
      },
    ]
  },
  tries: (finding, state) => {
    const { scheme } = state.project
    const [id = ''] = finding.swatches
    const swatch = swatchIn(state, id)
    if (!swatch) return []
    const meant = swatch.share
    const nearest = scheme
      .filter(each => each.id !== id)
      .sort((one, other) => Math.abs(areaOf(state, one.id) - meant) - Math.abs(areaOf(state, other.id) - meant))
    const covered = scheme.reduce((sum, each) => sum + areaOf(state, each.id), 0) || 1
    return [
      ...exchanges(swatch, nearest.slice(0, 3)),
      ...[0.75, SHARES.max]
        .filter(shares => shares > state.project.remap.meant.shares)
        .map(
          (shares): Try => ({
            words: `Give shares ${percent(shares)} weight in matching`,
            steps: () => [{ do: 'weigh', shares }],
          }),
        ),
      {
        words: 'Use the current shares',
        steps: () => [
          {
            do: 'share out',
            shares: Object.fromEntries(scheme.map(each => [each.id, Math.max(0.01, areaOf(state, each.id) / covered)])),
          },
        ],
      },
    ]
  },
}

/** Swatches the artwork does not use. */
export const unused: Rule = {
  find: state =>
    state.project.scheme
      .filter(({ id, role }) => role !== 'accent' && areaOf(state, id) < SEEN)
      .map(
        ({ id, name }): Finding => ({
          key: keyOf('unused', [id]),
          rule: 'unused',
          severity: 'slight',
          words: `${name} isn’t used in the artwork.`,
          figure: percent(areaOf(state, id)),
          measured: [0],
          swatches: [id],
          inks: [],
          ofUse: true,
        }),
      ),
  tries: ({ swatches: [id = ''] }, state) => {
    const swatch = swatchIn(state, id)
    if (!swatch || swatch.locked || state.project.scheme.length <= 2) return []
    return [{ words: `Remove ${swatch.name}`, steps: () => [{ do: 'remove swatch', id }] }]
  },
}
