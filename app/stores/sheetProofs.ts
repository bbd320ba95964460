import type { Artwork } from '#core/document/artwork'
import type { Project } from '#core/document/project'
import { candidatesOf, type Sheet, type SheetSettings } from '#core/interaction/proofSheets'
import type { Candidate } from '#core/proofs/candidates'
import { judge, type Judged } from '#core/proofs/judge'
import type { Pieces } from '#core/painting/painting'
import type { InkArea } from '#core/remap/inks'
import { betweenFrames } from '~/browser/betweenFrames'
import { deskOf } from '~/workers/desk'
import { Left } from '~/workers/left'
import type { SheetDesk } from '~/workers/sheets.worker'
import { MANY_INKS } from './passingColors'

/** A candidate as an artwork wears it. */
export interface Proof extends Judged {
  piece: Artwork
}

/** The source of a sheet. */
export interface SheetSource {
  now: Project
  /** The name of a sheet that finds its candidates itself, or candidates that were found already. */
  offers: Exclude<Sheet, 'whole'> | readonly Candidate[]
  settings: SheetSettings
  standIns: Pieces['standIns']
  /** The artwork its proofs take by turns, with the inks of each. */
  pieces: ReadonlyArray<{ art: Artwork; inks: readonly InkArea[] }>
}

const isListed = (offers: SheetSource['offers']): offers is readonly Candidate[] => typeof offers !== 'string'

/**
 * Works proof sheets out, one proof after the other: few inks between two frames, many in a worker, so that the page never stands
 * still for them. `show` gets all that are there so far; ends early, with null, once it is not to go on.
 */
export const sheetProofs = () => {
  const desk = deskOf<SheetDesk>(
    () => new Worker(new URL('../workers/sheets.worker.ts', import.meta.url), { type: 'module' }),
  )
  let sentInks: readonly InkArea[] | null = null
  let isBroken = typeof Worker === 'undefined'

  const inWorker = async (
    { now, offers, settings, pieces }: SheetSource,
    show: (proofs: readonly Proof[]) => void,
    goesOn: () => boolean,
  ): Promise<readonly Proof[] | null> => {
    const { inks, hidden, variation } = settings
    if (sentInks !== inks) {
      sentInks = inks
      await desk.at().takeInks(inks)
    }
    if (!goesOn()) return null
    await desk.at().begin({
      now,
      offers: isListed(offers)
        ? [...offers]
        : { sheet: offers, settings: { hidden: [...hidden], variation: { ...variation } } },
      pieces: pieces.map(({ art, inks: own }) => ({ id: art.id, inks: own })),
    })
    const proofs: Proof[] = []
    for (;;) {
      if (!goesOn()) return null
      const proof = await desk.at().next()
      const piece = pieces[proofs.length % pieces.length]
      if (!goesOn()) return null
      if (!proof || !piece) return proofs
      proofs.push({ ...proof, piece: piece.art })
      show(proofs)
    }
  }

  const here = async (
    { now, offers, settings, standIns, pieces }: SheetSource,
    show: (proofs: readonly Proof[]) => void,
    goesOn: () => boolean,
  ): Promise<readonly Proof[] | null> => {
    const proofs: Proof[] = []
    const all = isListed(offers) ? offers : candidatesOf(offers, now, settings)
    const add = (candidate: Candidate): void => {
      const piece = pieces[proofs.length % pieces.length]
      if (!piece) return
      const own = { id: piece.art.id, inks: piece.inks }
      proofs.push({ ...judge(now, candidate, own, { inks: settings.inks, standIns }), piece: piece.art })
    }
    const isDone = await betweenFrames(all, add, () => show(proofs), goesOn)
    return isDone ? proofs : null
  }

  const work = async (
    source: SheetSource,
    show: (proofs: readonly Proof[]) => void,
    goesOn: () => boolean,
  ): Promise<readonly Proof[] | null> => {
    if (isBroken || source.settings.inks.length < MANY_INKS) return here(source, show, goesOn)
    try {
      return await inWorker(source, show, goesOn)
    } catch (error) {
      if (error instanceof Left) return null
      isBroken = true
      return here(source, show, goesOn)
    }
  }
  /** Lets go of the worker and what it holds. */
  const letGo = (): void => {
    sentInks = null
    desk.letGo()
  }
  return { work, letGo }
}
