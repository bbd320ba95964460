import equal from 'fast-deep-equal'
import type { Known } from '#core/commands/commands'
import { lookOf, type Look, type Project } from '#core/document/project'
import { HARMONIES } from '#core/harmony/harmony'
import { TONE_PLANS } from '#core/harmony/tone'
import {
  harmonyCandidate,
  toneCandidate,
  REACH,
  orderCandidates,
  shownHarmonies,
  variationCandidate,
  type Candidate,
  type Variation,
} from '#core/proofs/candidates'
import type { Verdict } from '#core/proofs/verdict'
import type { InkArea } from '#core/remap/match'
import { clamp } from '#core/math/clamp'
import { sentence } from '#core/document/sentence'

/** The content of the lower part of Compose: one of the proof sheets, or what is done to the whole scheme. */
export const SHEETS = [
  { sheet: 'harmonies', title: 'Harmonies' },
  { sheet: 'tones', title: 'Tones' },
  { sheet: 'variations', title: 'Variations' },
  { sheet: 'deals', title: 'Dealt' },
  { sheet: 'orders', title: 'Orders' },
  { sheet: 'whole', title: 'Whole scheme' },
] as const
export type Sheet = (typeof SHEETS)[number]['sheet']

/** Maximum number of other orders a sheet offers. */
const MAX_ORDERS = 24
/** Maximum number of proofs that can be compared. */
export const MAX_MARKED = 6
/** Number of variations in a row: as many to either side of the present one. */
export const VARIATIONS_ACROSS = 2 * REACH + 1

/** The settings of a sheet's candidates. */
export interface SheetSettings {
  hidden: readonly string[]
  variation: Variation
  inks: readonly InkArea[]
  known: Known
}

/**
 * Yields what a sheet offers, one by one as it is asked for; nothing for deals, which a worker finds, and for the
 * whole.
 */
export function* candidatesOf(
  sheet: Sheet,
  now: Project,
  { hidden, variation, inks, known }: SheetSettings,
): Generator<Candidate> {
  if (sheet === 'harmonies') for (const kind of shownHarmonies(hidden)) yield harmonyCandidate(now, kind, known)
  if (sheet === 'tones') for (const plan of TONE_PLANS) yield toneCandidate(now, plan, known)
  if (sheet === 'variations')
    for (let row = -REACH; row <= REACH; row++)
      for (let column = -REACH; column <= REACH; column++) yield variationCandidate(now, variation, column, row)
  if (sheet === 'orders') yield* orderCandidates(now, inks, MAX_ORDERS)
}

/** Which proofs of a sheet come first. */
export const PROOFS_FIRST = ['as offered', 'best', 'fewest serious'] as const
export type ProofsFirst = (typeof PROOFS_FIRST)[number]

/** Returns proofs in an order: as they were offered, best first, or those with the fewest serious findings first. */
export const proofsInOrder = <Proof extends { verdict: Pick<Verdict, 'rank' | 'serious'> }>(
  proofs: readonly Proof[],
  first: ProofsFirst,
): Proof[] => {
  const byRank = (one: Proof, other: Proof): number => other.verdict.rank - one.verdict.rank
  const bySerious = (one: Proof, other: Proof): number => one.verdict.serious - other.verdict.serious
  if (first === 'as offered') return [...proofs]
  return [...proofs].sort(first === 'best' ? byRank : (one, other) => bySerious(one, other) || byRank(one, other))
}

/** Returns the sheet that stands beside another where there is room for two: what would be looked at next. */
export const companionSheet = (sheet: Sheet, hasRoom: boolean): Sheet | null => {
  if (!hasRoom || sheet === 'whole') return null
  return sheet === 'harmonies' ? 'variations' : 'harmonies'
}

/**
 * Returns whether a proof is what the project is in: for harmonies and tones by their kind, otherwise by its whole
 * look.
 */
export const isCurrentProof = (sheet: Sheet | null, { key, look }: Candidate, now: Project): boolean => {
  if (sheet === 'harmonies') return now.derived && now.harmony.kind === key
  if (sheet === 'tones') return now.derived && now.harmony.plan === key
  return equal(look, lookOf(now))
}

/** Returns the hidden harmonies after one was shown or hidden; the last that is shown stays. */
export const toggleHidden = (hidden: readonly string[], kind: string): string[] => {
  if (hidden.includes(kind)) return hidden.filter(each => each !== kind)
  return hidden.length < HARMONIES.length - 1 ? [...hidden, kind] : [...hidden]
}

/** Returns whether a look is marked to be compared. */
export const isMarked = (marked: readonly Candidate[], { look }: { look: Look }): boolean =>
  marked.some(each => equal(each.look, look))

/** Returns what is marked after one was marked, or its mark taken away; null where no more can be. */
export const toggleMarked = (marked: readonly Candidate[], candidate: Candidate): Candidate[] | null => {
  if (isMarked(marked, candidate)) return marked.filter(each => !equal(each.look, candidate.look))
  return marked.length < MAX_MARKED ? [...marked, candidate] : null
}

/** Returns the name a look is kept by on the trail: by its proof, or by the harmony of the project, and its first swatch. */
export const keptLookName = (candidate: Pick<Candidate, 'caption' | 'look'> | null, now: Project): string => {
  const name = `${candidate?.caption ?? now.harmony.kind} on ${(candidate?.look ?? now).scheme[0]?.name ?? 'its base'}`
  return sentence(name)
}

/** Returns the shape (width by height) of the tiles of a sheet: that of its widest artwork, within 3:10 and 3:1. */
export const sheetRatio = (pieces: readonly { width: number; height: number }[]): number =>
  clamp(pieces.length ? Math.max(...pieces.map(({ width, height }) => width / height)) : 1, 0.3, 3)

/** Space around the picture of an enlarged proof, and its distance from its tile, in pixels. */
const ENLARGED = { frame: 18, words: 70, gap: 8 } as const
/** The part of the sheet's width an enlarged proof takes at most, and how much larger than its tile it has to be. */
const [ENLARGED_WIDTH, MIN_ENLARGED] = [0.62, 1.2]

/**
 * Returns where an enlarged proof stands on its sheet, in pixels from the sheet's corner: right of its tile, or left of
 * it where there is no room. Null where it would hardly be larger than the tile's picture.
 *
 * @param tile the tile's box from the sheet's corner
 * @param ratio the artwork's width by its height
 * @param picture the height of the tile's picture
 */
export const enlargedBox = (
  sheet: { width: number; height: number },
  tile: { left: number; right: number; top: number; height: number },
  ratio: number,
  picture: number,
): { left: number; top: number; width: number } | null => {
  const tall = Math.min(sheet.height - ENLARGED.words, (sheet.width * ENLARGED_WIDTH) / ratio)
  if (tall < picture * MIN_ENLARGED) return null
  const [width, height] = [tall * ratio + ENLARGED.frame, tall + ENLARGED.words]
  const right = tile.right + ENLARGED.gap
  const left = right + width <= sheet.width ? right : Math.max(0, tile.left - ENLARGED.gap - width)
  return { left, top: Math.min(Math.max(0, tile.top + tile.height / 2 - height / 2), sheet.height - height), width }
}
