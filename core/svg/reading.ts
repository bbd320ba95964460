import type { Hex } from '#core/color/convert'
import type { ColorProperty } from './cascade'
import type { Element, Markup } from './markup'
import type { Token } from './paint'
import type { Span } from './passage'

/**
 * Parts that are recolored besides the colors on the page, where it is asked for: pictures within the file, and colors that
 * only feed a computation (masks, clip paths, lights, color matrices).
 */
export const ALSO = ['pictures', 'computed'] as const
export type Also = (typeof ALSO)[number]

/** Where a color nobody wrote can be written: the attribute to add. */
export interface Addition {
  element: Element
  property: ColorProperty
}

/** One distinct color of the artwork. */
export interface Ink {
  hex: Hex
  /** Number of times it paints: one for each fill, stroke, stop, flood or light. */
  uses: number
  /** Where it is written. */
  tokens: Token[]
  /** Where it has to be written to change it, because nobody wrote it. */
  additions: Addition[]
  /** Where it is written and only feeds a computation. */
  computed: Token[]
}

/**
 * A picture within the file: what it brings along as `data:`, the elements that show it, and where its address stands.
 */
export interface Embedded {
  address: string
  elements: Element[]
  places: Span[]
}

/**
 * An SVG read into inks; `paints` names, by their place in `inks`, what each painting element is painted with, by its
 * place among the elements.
 */
export interface Reading {
  markup: Markup
  inks: Ink[]
  paints: ReadonlyArray<readonly number[] | undefined>
  /** The color behind the drawing, where the style of its root has one. */
  background: Token | null
  /** The colors of each gradient that paints, from its first stop to its last. */
  runs: Hex[][]
  /**
   * The pictures within the file that can be recolored, and, once they have been taken apart, the inks of each; none
   * where they are left.
   */
  pictures: Embedded[]
  pictureInks: Hex[][]
  /** Number of pictures and computed colors that were left alone. */
  left: Record<Also, number>
  /** The parts that were left alone, in plain sentences. */
  notes: string[]
}
