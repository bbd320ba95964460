import { expose } from 'comlink'
import type { Hex } from '#core/color/convert'
import type { Remap } from '#core/document/remap'
import { colorsOf } from '#core/painting/painting'
import type { Remapped } from '#core/painting/resolveRemap'
import type { InkArea } from '#core/remap/match'

/** The large parts of a project that stay while its colors pass by. */
export type StandingParts = Pick<Remap, 'targets' | 'exceptions'>

/** A project whose colors pass by, without its large parts. */
export type PassingProject = Omit<Remapped, 'remap'> & { remap: Omit<Remap, keyof StandingParts> }

let inks: readonly InkArea[] = []
let standing: StandingParts = { targets: {}, exceptions: {} }

const desk = {
  /** Takes note of the inks of all artwork. */
  takeInks(all: readonly InkArea[]): void {
    inks = all
  },
  /** Takes note of where they go. */
  takeParts(parts: StandingParts): void {
    standing = parts
  },
  /** The color of every ink, in their order, for each of some artworks; null is any without exceptions. */
  colors(project: PassingProject, artworks: ReadonlyArray<string | null>): Hex[][] {
    const whole = { ...project, remap: { ...project.remap, ...standing } }
    return artworks.map(artwork => {
      const colors = colorsOf(whole, inks, artwork)
      return inks.map(({ hex }) => colors.get(hex) ?? hex)
    })
  },
}

export type PassingDesk = typeof desk

expose(desk)
