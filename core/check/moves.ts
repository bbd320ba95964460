import { hexOfLch, lchOf, type Hex } from '#core/color/convert'
import type { Command } from '#core/commands/commands'
import type { Try } from './finding'
import { swatchIn, type CheckState } from './state'

/* Changes of one swatch, by ever larger steps. */

const STEP = 0.01
const MAX_STEPS = 90
const [DARKEST, LIGHTEST] = [0.03, 0.995]

const edit = (id: string, hex: Hex): Command => ({ do: 'edit swatch', id, hex })

/** A color by ever more lighter or darker, at its own hue, as colorful as sRGB lets it be. */
const lightnesses = (hex: Hex, way: 1 | -1): Hex[] => {
  const { l, c, h } = lchOf(hex)
  const found: Hex[] = []
  for (let n = 1; n <= MAX_STEPS; n++) {
    const there = l + way * n * STEP
    if (there > LIGHTEST || there < DARKEST) break
    const next = hexOfLch({ l: there, c, h })
    if (next !== found.at(-1)) found.push(next)
  }
  return found
}

/** A color by ever more strength at its lightness and hue. */
const strongerColors = (hex: Hex): Hex[] => {
  const { l, c, h } = lchOf(hex)
  return [...new Set(Array.from({ length: 24 }, (_, n) => hexOfLch({ l, c: c + (n + 1) * 0.01, h })))].filter(
    each => each !== hex,
  )
}

/** The ways to make swatches lighter or darker that are not locked. */
export const lighterOrDarker = (ids: readonly string[], state: CheckState): Try[] =>
  ids.flatMap(id => {
    const swatch = swatchIn(state, id)
    if (!swatch || swatch.locked) return []
    return ([1, -1] as const).map(
      (way): Try => ({
        words: `Make ${swatch.name} ${way > 0 ? 'lighter' : 'darker'}`,
        steps: () => lightnesses(swatch.hex, way).map(hex => edit(id, hex)),
      }),
    )
  })

/** A swatch in one other color. */
export const inColor = (id: string, hex: Hex, words: string): Try => ({
  words,
  steps: () => [edit(id, hex)],
})

/** A swatch in ever stronger colors of its own hue. */
export const stronger = (id: string, state: CheckState): Try[] => {
  const swatch = swatchIn(state, id)
  if (!swatch || swatch.locked) return []
  return [
    {
      words: `Make ${swatch.name} more vivid`,
      steps: () => strongerColors(swatch.hex).map(hex => edit(id, hex)),
    },
  ]
}
