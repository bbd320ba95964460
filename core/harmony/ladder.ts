import { mixLabs, hexOf, hexOfLab, labOf, lchOf, toGamutLab, type Hex, type Lab } from '#core/color/convert'
import { deltaE, labDistance } from '#core/color/difference'

/** Tints run toward white, tones toward the gray of the same lightness, shades toward black. */
export const LADDERS = ['tints', 'tones', 'shades'] as const
export type LadderKind = (typeof LADDERS)[number]

/** The fewest and most rungs of a ladder. */
export const RUNGS = { min: 2, max: 10, usual: 4 } as const

/** The smallest ΔE2000 between a rung and its neighbors: the rung before it (first, the swatch) and the one after. */
const MIN_DELTA_E = 3

/** OKLab lightness of the darkest color the eye tells from black: CIE L* of about 2.5. Shades end there. */
const DARKEST = 0.14

const endOf = (kind: LadderKind, from: Lab): Lab => ({
  l: kind === 'tints' ? 1 : kind === 'shades' ? Math.min(from.l, DARKEST) : from.l,
  a: 0,
  b: 0,
})

const FINE = 64
const HALVINGS = 22

/** The straight way between two colors of OKLab as far as sRGB has it, in small steps. */
const wayOf = (from: Lab, to: Lab): Lab[] =>
  Array.from({ length: FINE + 1 }, (_, i) =>
    i === 0 ? from : i === FINE ? to : toGamutLab(mixLabs(from, to, i / FINE)),
  )

/** Points along a way, each at one distance from the one before, as many as come before its end. */
const strides = (way: readonly Lab[], stride: number, max: number): Lab[] => {
  const points: Lab[] = []
  let last = way[0] as Lab
  for (let i = 1; i < way.length && points.length < max; i++) {
    const [near, far] = [way[i - 1] as Lab, way[i] as Lab]
    while (labDistance(last, far) >= stride && points.length < max) {
      let [low, high] = [0, 1]
      for (let n = 0; n < HALVINGS; n++) {
        const middle = (low + high) / 2
        if (labDistance(last, mixLabs(near, far, middle)) < stride) low = middle
        else high = middle
      }
      points.push((last = mixLabs(near, far, high)))
    }
  }
  return points
}

/** So many points at equal distances from one to the next along a way, the last at its end. */
const evenPoints = (way: readonly Lab[], count: number): Lab[] => {
  const end = way.at(-1) as Lab
  const steps = way.slice(1).map((point, i) => labDistance(way[i] as Lab, point))
  let [low, high] = [0, steps.reduce((sum, step) => sum + step, 0)]
  for (let n = 0; n < HALVINGS; n++) {
    const stride = (low + high) / 2
    if (strides(way, stride, count).length >= count) low = stride
    else high = stride
  }
  return [...strides(way, low, count - 1), end]
}

/**
 * The `count` rungs of a ladder in OKLab, before they are rounded to hex, and after them its end: white, gray or near-black.
 * All steps are equal distances. Where the straight way leaves sRGB it follows the gamut at reduced chroma, and the
 * distances are measured along it.
 */
export const ladderLabs = (hex: Hex, kind: LadderKind, count: number, end = endOf(kind, labOf(hex))): Lab[] => {
  const from = labOf(hex)
  const straight = Array.from({ length: count + 1 }, (_, n) => mixLabs(from, end, (n + 1) / (count + 1)))
  return straight.every(lab => toGamutLab(lab) === lab) ? straight : evenPoints(wayOf(from, end), count + 1)
}

/**
 * A ladder of a swatch: up to `count` rungs (1 to 10) at perceptually even steps in OKLab, the last one step short of
 * white, gray or black. There are fewer where more would look alike (ΔE2000 under 3), none for tints of white, shades of
 * black and tones of gray.
 */
export const ladder = (hex: Hex, kind: LadderKind, count: number): Hex[] => {
  for (let some = count; some > 0; some--) {
    const all = ladderLabs(hex, kind, some).map(hexOfLab)
    if (all.every((each, i) => deltaE(each, all[i - 1] ?? hex) >= MIN_DELTA_E)) return all.slice(0, -1)
  }
  return []
}

/** Which rung of a ladder: `step` counts from 0, with `rungs` for the end of the ladder; `toBlack` where shades end in black. */
export interface Rung {
  ladder: LadderKind
  step: number
  rungs: number
  toBlack?: boolean | undefined
}
/** The color of a rung, however near it is to the others. */
export const rungOf = (hex: Hex, { ladder: kind, step, rungs, toBlack = false }: Rung): Hex => {
  const end = toBlack && kind === 'shades' ? { l: 0, a: 0, b: 0 } : endOf(kind, labOf(hex))
  const lab = ladderLabs(hex, kind, rungs, end)[step]
  return lab ? hexOfLab(lab) : hex
}

/**
 * The strip a swatch stands in, as a quick preview of its ladder: shades from the darkest, itself, tints to the
 * lightest, without black and white.
 */
export const strip = (hex: Hex, count: number): Hex[] => {
  const from = labOf(hex)
  const rungs = (kind: LadderKind): Hex[] =>
    Array.from({ length: count }, (_, n) => hexOfLab(mixLabs(from, endOf(kind, from), (n + 1) / (count + 1))))
  return [...rungs('shades').reverse(), hex, ...rungs('tints')]
}

/** Chroma steps, hue steps (degrees) and lightness steps at which a color's neighbors stand. */
const NEAR = { lightness: [-0.07, 0, 0.07], hue: [-16, -8, 0, 8, 16] } as const

/**
 * Alternatives near a color: lighter, darker, and to either side in hue, each once; the color itself is not among
 * them.
 */
export const alternatives = (hex: Hex): Hex[] => {
  const { l, c, h } = lchOf(hex)
  const near = NEAR.lightness.flatMap(step =>
    NEAR.hue.map(turn => hexOf({ mode: 'oklch', l: Math.min(1, Math.max(0, l + step)), c, h: h + turn })),
  )
  const muted = [0.5, 0.75, 1.3].map(scale => hexOf({ mode: 'oklch', l, c: c * scale, h }))
  return [...new Set([...near, ...muted])].filter(each => each !== hex)
}
