import { ref, shallowRef } from 'vue'
import type { Hex } from '#core/color/convert'
import type { Project } from '#core/document/project'
import type { InkArea } from '#core/remap/match'
import { latestOnly } from '~/browser/latestOnly'
import { deskOf } from '~/workers/desk'
import { Left } from '~/workers/left'
import type { PassingDesk, StandingParts } from '~/workers/passing.worker'

export const passingWorker = (): Worker =>
  new Worker(new URL('../workers/passing.worker.ts', import.meta.url), { type: 'module' })

/** From so many inks on, colors and sheets of proofs are worked out in a worker: fewer take a few milliseconds. */
export const MANY_INKS = 128
/** The most artworks with exceptions whose colors are followed. */
const MAX_ARTWORKS = 12

/** The colors of artworks, by their id; null is any without exceptions. */
export type PassingColors = ReadonlyMap<string | null, ReadonlyMap<Hex, Hex>>

/**
 * The colors of a project while they pass by under a hand, worked out in a worker by the same functions as at rest, so that the hand
 * never waits for them: they follow it by a frame or two, the latest only.
 */
export const passingColors = () => {
  const desk = deskOf<PassingDesk>(passingWorker)
  const latest = shallowRef<PassingColors | null>(null)
  let sentInks: readonly InkArea[] | null = null
  let sentParts: StandingParts | null = null
  /** Counts workers that were let go. */
  const age = ref(0)
  /** Counts what begins and ends: colors that come after the end are not shown. */
  let turn = 0
  const isBroken = ref(typeof Worker === 'undefined')

  const artworksOf = ({ remap }: Project): Array<string | null> => [null, ...Object.keys(remap.exceptions)]

  /** Gives the worker the inks of all artwork, where it has others. */
  const giveInks = async (inks: readonly InkArea[]): Promise<void> => {
    if (sentInks === inks) return
    sentInks = inks
    // what they cover in each artwork decides matching only, and is a lot for many pieces
    await desk.at().takeInks(inks.map(({ hex, area, beside }) => ({ hex, area, ...(beside ? { beside } : {}) })))
  }

  const ask = latestOnly(async (project: Project, inks: readonly InkArea[], own: number): Promise<void> => {
    if (own !== turn) return
    const {
      scheme,
      harmony,
      rungs,
      remap: { targets, exceptions, ...remap },
    } = project
    const parts = { targets, exceptions }
    try {
      await giveInks(inks)
      if (sentParts?.targets !== targets || sentParts.exceptions !== exceptions) {
        sentParts = parts
        await desk.at().takeParts(parts)
      }
      const artworks = artworksOf(project)
      const sets = project.sets.filter(({ id }) => id === remap.restrict)
      const passing = { scheme, harmony, rungs, sets, remap: { ...remap, touches: {} } }
      const found = await desk.at().colors(passing, artworks)
      if (own !== turn) return
      latest.value = new Map(
        artworks.map((artwork, i) => [artwork, new Map(inks.map(({ hex }, place) => [hex, found[i]?.[place] ?? hex]))]),
      )
    } catch (error) {
      // without the worker, colors are worked out where they are shown
      if (!(error instanceof Left)) isBroken.value = true
    }
  })

  /** Returns whether the worker follows a project. */
  const follows = (project: Project, inks: readonly InkArea[]): boolean =>
    !isBroken.value && inks.length >= MANY_INKS && Object.keys(project.remap.exceptions).length <= MAX_ARTWORKS

  /** Follows a project whose colors pass by. */
  const follow = (project: Project, inks: readonly InkArea[]): void => void ask(project, inks, turn)
  /** Nothing passes by any more. */
  const rest = (): void => {
    turn++
    latest.value = null
  }
  /** Lets go of the worker and what it holds. */
  const letGo = (): void => {
    rest()
    age.value++
    sentInks = null
    sentParts = null
    desk.letGo()
  }
  return { latest, follows, follow, rest, letGo, isBroken, age, giveInks, at: desk.at }
}
