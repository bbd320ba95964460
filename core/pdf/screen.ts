import { hexOfRgb, rgbOf, type Hex } from '#core/color/convert'
import { withoutStraight } from './stops'

/* The SVG the converter writes for a page whose colors are sRGB already, made into artwork. */

const GRADIENT = /<(linear|radial)Gradient\b[^>]*>([\s\S]*?)<\/\1Gradient>/g
const STOP = /<stop\b[^>]*>/g
const [OFFSET, STOP_COLOR, OPACITY] = [
  /offset="([^"]*)"/,
  /stop-color[:=]"?\s*rgb\(([^)]*)\)/,
  /stop-opacity[:=]"?\s*([\d.]+)/,
]
const COLOR = /rgb\(\s*([\d.]+)%\s*,\s*([\d.]+)%\s*,\s*([\d.]+)%\s*\)/g

/** Maximum distance of a stop from the line between its neighbors to count as lying on it, of 1. */
const STRAIGHT = 2.5 / 255
/** Maximum distance, of 1, of a stop from an ink that it is. */
const SAME = 3 / 255

const channelsOf = (text: string): number[] => text.split(',').map(part => parseFloat(part) / 100)

/** The ink a color is, as near as converters count; the color itself where it is none. */
const inkNear = ([r = 0, g = 0, b = 0]: readonly number[], inks: readonly Hex[]): Hex => {
  let [nearest, away] = [hexOfRgb(r, g, b), SAME]
  for (const ink of inks) {
    const own = rgbOf(ink)
    const distance = Math.max(Math.abs(own.r - r), Math.abs(own.g - g), Math.abs(own.b - b))
    if (distance <= away) [nearest, away] = [ink, distance]
  }
  return nearest
}

/**
 * The SVG of a page as artwork: a gradient, which the converter cuts into a hundred steps, has the stops it was drawn with, and colors
 * are written as `#rrggbb`, each the ink it is.
 */
export const tidyConverted = (svg: string, inks: readonly Hex[]): string =>
  svg
    .replace(GRADIENT, (whole, _kind: string, inside: string) => {
      const stops = (inside.match(STOP) ?? []).map(stop => ({
        at: Number(OFFSET.exec(stop)?.[1] ?? 0),
        values: [...channelsOf(STOP_COLOR.exec(stop)?.[1] ?? ''), Number(OPACITY.exec(stop)?.[1] ?? 1)],
      }))
      if (stops.length < 2) return whole
      const kept = withoutStraight(stops, STRAIGHT).map(({ at, values }) => {
        const opacity = values[3] === 1 ? '' : ` stop-opacity="${values[3]}"`
        return `<stop offset="${at}" stop-color="${inkNear(values, inks)}"${opacity}/>`
      })
      return whole.replace(inside, () => `\n${kept.join('\n')}\n`)
    })
    .replace(COLOR, (_, r: string, g: string, b: string) => hexOfRgb(Number(r) / 100, Number(g) / 100, Number(b) / 100))

/** Number of pictures in a converted page. */
export const countPictures = (svg: string): number => svg.match(/<image\b/g)?.length ?? 0
