import { parseColor } from '#core/color/parse'
import { MAX_SWATCHES } from '#core/document/limits'
import { readColors } from '#core/formats/read/read'

/** A scheme that was found somewhere: its name, words on it, and its colors, the dominant one first. */
export interface FoundScheme {
  id: string
  name: string
  /** Short texts beside its name, the most important first, and all that screen readers say of it. */
  captions: string[]
  words: string
  colors: Array<{ hex: string; name: string; share: number }>
}

/** Returns the colors of a found scheme as a project takes them: as many as a scheme holds. */
export const colorsToTake = ({ colors }: FoundScheme): FoundScheme['colors'] => colors.slice(0, MAX_SWATCHES)

/** Reads the colors that schemes are to be found by: one to be near, or several that are to be in them. */
export const readColorQuery = (typed: string): { near: string | null; several: string[] } => {
  const near = parseColor(typed)?.hex ?? null
  const several = near ? [] : readColors(typed).colors.map(({ hex }) => hex)
  return several.length > 1
    ? { near: null, several: several.slice(0, MAX_SWATCHES) }
    : { near: near ?? several[0] ?? null, several: [] }
}
