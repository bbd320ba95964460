import { expose } from 'comlink'
import type { Look, Project } from '#core/document/project'
import type { Candidate } from '#core/proofs/candidates'
import { fiveLooks } from '#core/proofs/five'
import { chosenSeeds, dealtCandidates, type DealOrder } from '#core/proofs/deals'
import type { InkArea } from '#core/remap/inks'

const desk = {
  /** A sheet of deals for a project whose artwork has the inks: chosen afresh, or those of the seeds. */
  dealt(
    now: Project,
    order: DealOrder,
    inks: readonly InkArea[],
    seeds: readonly number[] | null,
  ): { seeds: readonly number[]; candidates: Candidate[] } {
    const chosen = seeds ?? chosenSeeds(now, order, inks)
    return { seeds: chosen, candidates: dealtCandidates(now, order, chosen, inks) }
  },
  /** Five looks that would make colorways, beside those there are. */
  five: (
    now: Project,
    keptLooks: readonly Candidate[],
    there: readonly Look[],
    inks: readonly InkArea[],
    pieces: ReadonlyArray<readonly InkArea[]>,
    seed: number,
  ): Candidate[] => fiveLooks(now, keptLooks, there, inks, pieces, seed),
}

export type DealDesk = typeof desk

expose(desk)
