import { contrastOf, ratioWords } from '#core/color/contrast'
import { keyOf, percent, type Finding, type Rule } from '../finding'
import { lighterOrDarker } from '../moves'
import { pairsOfSwatches } from '../pairs'
import type { Project } from '#core/document/project'
import type { Swatch } from '#core/document/scheme'
import { areaOf, namesOf, type CheckState, type Neighbors } from '../state'

/** The ratios of WCAG 2.2: for normal text (1.4.3), and for large text (1.4.3) and graphics (1.4.11). */
export const RATIO = { text: 4.5, large: 3 } as const
/** Lettering: something that covers little, in a contrast that reads. */
const LETTERING = 0.12
/** Minimum area that has to be distinguishable from its neighbor. */
const AREA = 0.02

const originalContrast = ({ inks }: Neighbors): number => contrastOf(...inks)
/** The contrast neighbors have in what they become. */
export const contrastNow = ({ colors }: Neighbors): number => contrastOf(...colors)
const ratio = (value: number): string => `${ratioWords(value)}:1`

/** Returns whether neighbors look like lettering on its ground in the artwork. */
export const looksLikeLettering = (pair: Neighbors): boolean =>
  Math.min(...pair.areas) <= LETTERING && originalContrast(pair) >= RATIO.text

/** Returns whether any pair was marked as lettering or not: mostly none was, and keys take time. */
const hasLetteringMarks = ({ check: { lettering: marks } }: Project): boolean => {
  for (const _ in marks) return true
  return false
}

/**
 * Returns whether neighbors are lettering on its ground: as the artwork has it, or as somebody marked their
 * swatches.
 */
export const isLettering = (pair: Neighbors, { project }: CheckState): boolean => {
  const [one, other] = pair.swatches
  const mark =
    one && other && hasLetteringMarks(project) ? project.check.lettering[keyOf('lettering', [one, other])] : undefined
  return mark ?? looksLikeLettering(pair)
}

/** The smaller first: lettering on its ground. */
const smallerFirst = ({ swatches, areas }: Neighbors): string[] => {
  const ids = swatches.flatMap(id => id ?? [])
  return areas[0] <= areas[1] ? ids : ids.reverse()
}

/** Two swatches as if one were lettering on the other. */
const asLettering = (state: CheckState, [one, other]: readonly [Swatch, Swatch]): Neighbors => ({
  inks: [one.hex, other.hex],
  colors: [one.hex, other.hex],
  swatches: [one.id, other.id],
  areas: [areaOf(state, one.id), areaOf(state, other.id)],
  part: 0,
})

/** The pairs marked as lettering that touch nowhere. */
const markedPairs = ({ neighbors, project: { scheme, check } }: CheckState): Array<readonly [Swatch, Swatch]> => {
  const keyFor = (one: string | null, other: string | null): string => keyOf('lettering', [one ?? '', other ?? ''])
  const touching = new Set(neighbors.map(({ swatches: [one, other] }) => keyFor(one, other)))
  return scheme
    .flatMap((one, i) => scheme.slice(i + 1).map(other => [one, other] as const))
    .filter(([one, other]) => check.lettering[keyFor(one.id, other.id)] && !touching.has(keyFor(one.id, other.id)))
}

/**
 * Lettering that nothing in the artwork shows: pairs marked as lettering that touch nowhere; and, where the
 * artwork has no lettering at all, the neutral that reads best on what dominates.
 */
const markedLettering = (state: CheckState): Neighbors[] => {
  const { scheme, check } = state.project
  const marked = hasLetteringMarks(state.project) ? markedPairs(state) : []
  const dominant = scheme.find(({ role }) => role === 'dominant')
  const [best] = dominant
    ? scheme
        .filter(({ role, id }) => role === 'neutral' && id !== dominant.id)
        .sort((one, other) => contrastOf(other.hex, dominant.hex) - contrastOf(one.hex, dominant.hex))
    : []
  const hasNone = !marked.length && !state.neighbors.some(pair => isLettering(pair, state))
  const proposed = [dominant, best] as const
  const isUndecided = best && dominant && check.lettering[keyOf('lettering', [dominant.id, best.id])] === undefined
  return [
    ...marked,
    ...(hasNone && isUndecided && proposed[0] && proposed[1] ? [[proposed[1], proposed[0]] as const] : []),
  ].map(pair => asLettering(state, pair))
}

/** Lettering under 4.5:1; under 3:1 not even large letters read. */
export const lettering: Rule = {
  find: state =>
    pairsOfSwatches(
      { neighbors: [...state.neighbors.filter(pair => isLettering(pair, state)), ...markedLettering(state)] },
      pair => contrastNow(pair) < RATIO.text,
      pair => -contrastNow(pair),
    ).map(
      ({ swatches, worst, inks, part }): Finding => ({
        key: keyOf('lettering', swatches),
        rule: 'lettering',
        severity: contrastNow(worst) < RATIO.large ? 'serious' : 'doubtful',
        words: `Lettering in ${namesOf(state, smallerFirst(worst), ' on ')} ${
          contrastNow(worst) < RATIO.large ? 'is not legible' : 'is legible only at large sizes'
        }.`,
        figure: `${ratio(contrastNow(worst))}, needs ${RATIO.text}:1`,
        measured: [Math.floor(contrastNow(worst) * 10), Math.round(part * 100)],
        swatches,
        inks: inks.filter(hex => state.inks.some(ink => ink.hex === hex)),
      }),
    ),
  tries: ({ swatches }, state) => lighterOrDarker(swatches, state),
}

/** Large areas that touch under 3:1 where the original had it. */
export const areas: Rule = {
  find: state =>
    pairsOfSwatches(
      state,
      pair =>
        Math.min(...pair.areas) >= AREA &&
        originalContrast(pair) >= RATIO.large &&
        contrastNow(pair) < RATIO.large &&
        !isLettering(pair, state),
      pair => -contrastNow(pair),
    ).map(
      ({ swatches, worst, inks, part }): Finding => ({
        key: keyOf('areas', swatches),
        rule: 'areas',
        severity: contrastNow(worst) < 2 ? 'doubtful' : 'slight',
        words: `Areas in ${namesOf(state, swatches, ' and ')} blend together.`,
        figure: `${ratio(contrastNow(worst))}, was ${ratio(originalContrast(worst))}; ${percent(part)} of all edges`,
        measured: [Math.floor(contrastNow(worst) * 10), Math.round(part * 100)],
        swatches,
        inks,
      }),
    ),
  tries: ({ swatches }, state) => lighterOrDarker(swatches, state),
}
