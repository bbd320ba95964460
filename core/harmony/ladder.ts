import { hexOf, hexOfLab, labOf, lchOf, shownLab, type Hex, type Lab } from '../color/convert'
import { labDistance } from '../color/difference'

/** Tints run toward white, tones toward the gray of the same lightness, shades toward black. */
export const LADDERS = ['tints', 'tones', 'shades'] as const
export type LadderKind = (typeof LADDERS)[number]

/** The fewest and most rungs of a ladder. */
export const RUNGS = { least: 2, most: 10, usual: 4 } as const

const endOf = (kind: LadderKind, from: Lab): Lab =>
  kind === 'tints' ? { l: 1, a: 0, b: 0 } : kind === 'shades' ? { l: 0, a: 0, b: 0 } : { l: from.l, a: 0, b: 0 }

const between = (one: Lab, other: Lab, part: number): Lab =>
  ({ l: one.l + (other.l - one.l) * part, a: one.a + (other.a - one.a) * part, b: one.b + (other.b - one.b) * part })

const FINE = 48

/** The straight way between two colors of OKLab as far as sRGB has it, in small steps. */
const wayOf = (from: Lab, to: Lab): Lab[] =>
  Array.from({ length: FINE + 1 }, (_, i) => i === 0 ? from : i === FINE ? to : shownLab(between(from, to, i / FINE)))

const isInside = (lab: Lab): boolean => shownLab(lab) === lab

/** So many points at equal distances along a way, the first one step from its start, the last at its end. */
const evenAlong = (way: readonly Lab[], count: number): Lab[] => {
  const reached = way.reduce<number[]>((sums, point, i) => [...sums, i === 0 ? 0 : (sums[i - 1] as number) + labDistance(way[i - 1] as Lab, point)], [])
  const whole = reached.at(-1) as number
  return Array.from({ length: count }, (_, n) => {
    const wanted = whole * (n + 1) / count
    const i = Math.max(1, reached.findIndex(sum => sum >= wanted - 1e-9))
    const [low, high] = [reached[i - 1] as number, reached[i] as number]
    return between(way[i - 1] as Lab, way[i] as Lab, high > low ? (wanted - low) / (high - low) : 1)
  })
}

/**
 * The rungs of a ladder in OKLab, before they are rounded to hex: at equal distances, the last of them white, gray or black.
 * Where the straight way leaves sRGB it follows the gamut at reduced chroma, and the distances are measured along it.
 */
export const ladderLabs = (hex: Hex, kind: LadderKind, count: number): Lab[] => {
  const from = labOf(hex)
  const to = endOf(kind, from)
  const straight = Array.from({ length: count }, (_, n) => between(from, to, (n + 1) / count))
  return straight.every(isInside) ? straight : evenAlong(wayOf(from, to), count)
}

/** A ladder of a swatch: `count` rungs (2 to 10) at perceptually even steps in OKLab, the last white, gray or black. */
export const ladder = (hex: Hex, kind: LadderKind, count: number): Hex[] => ladderLabs(hex, kind, count).map(hexOfLab)

/** The strip a swatch stands in: its shades from the darkest, itself, its tints to the lightest, without black and white. */
export const strip = (hex: Hex, count: number): Hex[] =>
  [...ladder(hex, 'shades', count + 1).slice(0, -1).reverse(), hex, ...ladder(hex, 'tints', count + 1).slice(0, -1)]

/** Chroma steps, hue steps (degrees) and lightness steps at which a color's neighbors stand. */
const NEAR = { lightness: [-0.07, 0, 0.07], hue: [-16, -8, 0, 8, 16] } as const

/** Alternatives near a color: lighter, darker, and to either side in hue, each once; the color itself is not among them. */
export const alternatives = (hex: Hex): Hex[] => {
  const { l, c, h } = lchOf(hex)
  const near = NEAR.lightness.flatMap(step => NEAR.hue.map(turn => hexOf({ mode: 'oklch', l: Math.min(1, Math.max(0, l + step)), c, h: h + turn })))
  const muted = [0.5, 0.75, 1.3].map(scale => hexOf({ mode: 'oklch', l, c: c * scale, h }))
  return [...new Set([...near, ...muted])].filter(each => each !== hex)
}
