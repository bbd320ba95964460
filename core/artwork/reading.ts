import type { Hex } from '../color/convert'
import type { ColorProperty } from './cascade'
import type { Element, Markup } from './markup'
import type { Token } from './paint'

/** Where a color nobody wrote can be written: the attribute to add. */
export interface Addition { element: Element, property: ColorProperty }

/** One distinct color of the artwork. */
export interface Ink {
  hex: Hex
  /** How often it paints: one for each fill, stroke, stop, flood or light. */
  uses: number
  /** Where it is written. */
  tokens: Token[]
  /** Where it has to be written to change it, because nobody wrote it. */
  additions: Addition[]
}

/** An SVG read into inks; `paints` names, by their place in `inks`, what each painting element is painted with. */
export interface Reading {
  markup: Markup
  inks: Ink[]
  paints: ReadonlyMap<Element, readonly number[]>
  /** The colors of each gradient that paints, from its first stop to its last. */
  runs: Hex[][]
  /** What was left alone, in plain sentences. */
  notes: string[]
}
