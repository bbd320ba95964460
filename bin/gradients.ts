import { extname } from 'node:path'
import sharp from 'sharp'
import type { Hex } from '#core/color/convert'
import { gradientsToCss, gradientToSvg, type HandedGradient } from '#core/formats/gradient'
import { gradientPixels, type GradientKind, type GradientSpace, type HueWay } from '#core/harmony/gradient'
import { writeAtomically } from './remapFile'

/** A gradient on the command line. */
export interface GradientWords {
  colors: ReadonlyArray<{ hex: Hex; at: number | null }>
  kind: GradientKind
  angle: number
  space: GradientSpace
  way: HueWay
  width: number
  height: number
}

/** Colors with the places they have in [0, 1]; those that have none are spread evenly between those that do. */
const placeColors = (colors: GradientWords['colors']): Array<{ hex: Hex; at: number }> => {
  const last = colors.length - 1
  const known = colors.map(({ at }, i) => at ?? (i === 0 ? 0 : i === last ? 1 : null))
  return colors.map(({ hex }, i) => {
    const own = known[i]
    if (own !== null && own !== undefined) return { hex, at: own }
    const before = known.findLastIndex((at, n) => n < i && at !== null)
    const after = known.findIndex((at, n) => n > i && at !== null)
    const [from, to] = [known[before] ?? 0, known[after] ?? 1]
    return { hex, at: from + ((to - from) * (i - before)) / (after - before) }
  })
}

/** Writes a gradient as its file's name ends: CSS, SVG or PNG. Throws RangeError for another extension. */
export const writeGradient = async (name: string, words: GradientWords, out: string): Promise<void> => {
  const { kind, angle, space, way, width, height } = words
  const gradient: HandedGradient = { name, kind, angle, run: { stops: placeColors(words.colors), space, way } }
  const writeText = (text: string): void => writeAtomically(out, new TextEncoder().encode(text))
  switch (extname(out).toLowerCase()) {
    case '.css':
      return writeText(gradientsToCss([gradient], []))
    case '.svg':
      return writeText(gradientToSvg(gradient, width, height))
    case '.png': {
      const data = gradientPixels(gradient.run, gradient, width, height)
      return writeAtomically(
        out,
        await sharp(data, { raw: { width, height, channels: 4 } })
          .png()
          .toBuffer(),
      )
    }
    default:
      throw new RangeError('A gradient is written as CSS, SVG or PNG, as the name of OUT ends.')
  }
}
