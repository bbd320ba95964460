import { stateOf } from '#core/check/state'
import type { Hex } from '#core/color/convert'
import type { Project } from '#core/document/project'
import { paintingOf, type Painted, type Pieces } from '#core/painting/painting'
import type { InkArea } from '#core/remap/inks'
import { inLook } from '#core/scheme/looks'
import type { Candidate } from './candidates'
import { verdictOf, type Verdict } from './verdict'

/** A candidate as it is worn by an artwork, and the verdict on it there. */
export interface Judged extends Candidate, Painted {
  verdict: Verdict
}

/** Returns how an artwork, given by its id and its own inks, wears a candidate for a project, and the verdict on it. */
export const judge = (
  now: Project,
  candidate: Candidate,
  piece: { id: string; inks: readonly InkArea[] },
  pieces: Pieces,
): Judged => {
  const there = inLook(now, candidate.look)
  const painted = paintingOf(there, pieces)(piece.id)
  return {
    ...candidate,
    ...painted,
    verdict: verdictOf(piece.inks, painted.colors, stateOf(there, piece.inks, painted.colors)),
  }
}

/** Returns the colors of some inks alone, so that little is sent of many. */
export const colorsOfInks = (colors: ReadonlyMap<Hex, Hex>, inks: readonly { hex: Hex }[]): Map<Hex, Hex> =>
  new Map(inks.map(({ hex }) => [hex, colors.get(hex) ?? hex]))
