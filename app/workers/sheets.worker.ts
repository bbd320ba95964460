import { expose } from 'comlink'
import { knownInks } from '#core/commands/known'
import type { Project } from '#core/document/project'
import { candidatesOf, type Sheet, type SheetSettings } from '#core/interaction/proofSheets'
import type { Candidate } from '#core/proofs/candidates'
import { colorsOfInks, judge, type Judged } from '#core/proofs/judge'
import type { InkArea } from '#core/remap/inks'

/** A sheet to be worked out: what it offers, or the candidates themselves, and the artwork its proofs take by turns. */
export interface SheetWork {
  now: Project
  offers: { sheet: Sheet; settings: Pick<SheetSettings, 'hidden' | 'variation'> } | readonly Candidate[]
  pieces: ReadonlyArray<{ id: string; inks: readonly InkArea[] }>
}

let inks: readonly InkArea[] = []
let work: SheetWork | null = null
let candidates: Iterator<Candidate> = [].values()
let count = 0

const desk = {
  /** Takes note of the inks of all artwork. */
  takeInks(all: readonly InkArea[]): void {
    inks = all
  },
  /** Begins a sheet; one that was begun before is left. */
  begin(wanted: SheetWork): void {
    work = wanted
    count = 0
    const { now, offers } = wanted
    candidates =
      'sheet' in offers
        ? candidatesOf(offers.sheet, now, { ...offers.settings, inks, known: knownInks(inks) })
        : offers.values()
  },
  /** The next proof of the sheet; null after the last. */
  next(): Judged | null {
    const { value, done } = candidates.next()
    const piece = work?.pieces[count++ % work.pieces.length]
    if (done || !work || !piece) return null
    const proof = judge(work.now, value, piece, { inks, standIns: [] })
    return { ...proof, colors: colorsOfInks(proof.colors, piece.inks) }
  },
}

export type SheetDesk = typeof desk

expose(desk)
