import { mixLabs, degrees, hexOfLab, hexOfLch, isNeutral, labOf, lchOf, type Hex, type Lab } from '#core/color/convert'

/**
 * The ways inks of one swatch follow it: all become it, lighter or darker where the picture needs that; the same, but each the nearest
 * rung of the swatch's ladders; all become it;
 * the darkest becomes it and the others tints of it; each keeps its difference from the lead; each keeps its own
 * lightness and chroma and takes the hue; or all turn by the angle that brings the lead to the hue.
 */
export const SHADINGS = ['held', 'rungs', 'flat', 'stepped', 'relative', 'hue only', 'turned'] as const
export type Shading = (typeof SHADINGS)[number]

const WHITE: Lab = { l: 1, a: 0, b: 0 }

/** By how much lightness differences have to shrink to find room: 1 where they have it. */
const shrinkToFit = (needed: number, room: number): number => (needed > room ? Math.max(0, room) / needed : 1)

const shadeStepped = (inks: readonly Hex[], swatch: Hex): Map<Hex, Hex> => {
  const lightnesses = inks.map(hex => labOf(hex).l)
  const darkest = Math.min(...lightnesses)
  const from = labOf(swatch)
  return new Map(
    inks.map((hex, i) => {
      const part = darkest >= 1 ? 0 : (lightnesses[i]! - darkest) / (1 - darkest)
      return [hex, part === 0 ? swatch : hexOfLab(mixLabs(from, WHITE, part))]
    }),
  )
}

/**
 * Differences keep their order and proportion where white or black is too near for them: those toward it shrink alike.
 */
const shadeRelative = (inks: readonly Hex[], lead: Hex, swatch: Hex): Map<Hex, Hex> => {
  const [from, to] = [labOf(lead), labOf(swatch)]
  const labs = inks.map(labOf)
  const up = shrinkToFit(Math.max(0, ...labs.map(({ l }) => l - from.l)), 1 - to.l)
  const down = shrinkToFit(Math.max(0, ...labs.map(({ l }) => from.l - l)), to.l)
  return new Map(
    inks.map((hex, i) => {
      if (hex === lead) return [hex, swatch]
      const { l, a, b } = labs[i] as Lab
      const by = l - from.l
      return [
        hex,
        hexOfLab({
          l: Math.min(1, Math.max(0, to.l + by * (by > 0 ? up : down))),
          a: to.a + a - from.a,
          b: to.b + b - from.b,
        }),
      ]
    }),
  )
}

const shadeHueOnly = (hex: Hex, swatch: Hex): Hex => {
  const [{ l, c }, to] = [lchOf(hex), lchOf(swatch)]
  return hexOfLch({ l, c: isNeutral(swatch) ? Math.min(c, to.c) : c, h: to.h })
}

const shadeTurned = (hex: Hex, lead: Hex, swatch: Hex): Hex => {
  if (isNeutral(lead) || isNeutral(swatch)) return hex
  const { l, c, h } = lchOf(hex)
  return hexOfLch({ l, c, h: degrees(h + lchOf(swatch).h - lchOf(lead).h) })
}

/**
 * The colors of a group of inks on a swatch, led by one of them. Results outside sRGB are brought in at their own
 * lightness and hue; lightness differences that find no room shrink in proportion, so that steps stay apart.
 */
export const shadeGroup = (inks: readonly Hex[], lead: Hex, swatch: Hex, shading: Shading): Map<Hex, Hex> => {
  switch (shading) {
    case 'held':
    case 'rungs': // what else stands in the picture moves both, which is not known here
    case 'flat':
      return new Map(inks.map(hex => [hex, swatch]))
    case 'stepped':
      return shadeStepped(inks, swatch)
    case 'relative':
      return shadeRelative(inks, lead, swatch)
    case 'hue only':
      return new Map(inks.map(hex => [hex, shadeHueOnly(hex, swatch)]))
    case 'turned':
      return new Map(inks.map(hex => [hex, shadeTurned(hex, lead, swatch)]))
  }
}

/** A color that differs from `swatch` as `ink` differs from `lead`, in OKLab. */
export const shadeInk = (ink: Hex, lead: Hex, swatch: Hex): Hex => shadeRelative([ink], lead, swatch).get(ink) as Hex

/** Returns whether a shading makes inks lighter or darker than their swatch where the picture needs it. */
export const isHeld = (shading: Shading): boolean => shading === 'held' || shading === 'rungs'

/** Number of inks that were different and come out in the color of another. */
export const countMerged = (inks: readonly Hex[], colorOf: (ink: Hex) => Hex): number =>
  new Set(inks).size - new Set(inks.map(colorOf)).size
