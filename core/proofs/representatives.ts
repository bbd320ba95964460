import { labOf, type Lab } from '#core/color/convert'
import type { Artwork } from '#core/document/artwork'
import type { InkArea } from '#core/remap/inks'

/* The few pieces of artwork that stand for a large set where all of it would be too much to look at. */

/** The number of pieces that stand for a set. */
export const MAX_REPRESENTATIVES = 9
/** The inks of a piece that count: its largest. */
const MAX_INKS = 8

interface Profile {
  art: Artwork
  /** The mean color, and the inks with their part of the piece. */
  mean: Lab
  inks: ReadonlyArray<{ lab: Lab; part: number }>
}

const profileOf = (art: Artwork, inks: readonly InkArea[]): Profile => {
  const largest = [...inks].sort((one, other) => other.area - one.area).slice(0, MAX_INKS)
  const sum = largest.reduce((total, { area }) => total + area, 0) || 1
  const own = largest.map(({ hex, area }) => ({ lab: labOf(hex), part: area / sum }))
  const mean = { l: 0, a: 0, b: 0 }
  for (const { lab, part } of own) {
    mean.l += lab.l * part
    mean.a += lab.a * part
    mean.b += lab.b * part
  }
  return { art, mean, inks: own }
}

const distance = (one: Lab, other: Lab): number => Math.hypot(one.l - other.l, one.a - other.a, one.b - other.b)

/** Mean distance of the inks of a piece from the nearest of another, weighed by area. */
const oneWay = (from: Profile, to: Profile): number =>
  from.inks.reduce((sum, { lab, part }) => {
    let min = Infinity
    for (const other of to.inks) min = Math.min(min, distance(lab, other.lab))
    return sum + part * (Number.isFinite(min) ? min : 0)
  }, 0)
/** Difference of two pieces in their inks and in what covers most, in OKLab, the same both ways. */
const differenceOf = (one: Profile, other: Profile): number =>
  oneWay(one, other) + oneWay(other, one) + distance(one.mean, other.mean)

/**
 * The pieces that stand for a set, in its order: those somebody chose; otherwise the first, and each time the one whose inks differ
 * most from all before (farthest-first traversal, Gonzalez 1985). All where there are no more than `most`.
 */
export const representativePieces = (
  pieces: readonly Artwork[],
  inksOf: (art: Artwork) => readonly InkArea[],
  max = MAX_REPRESENTATIVES,
): Artwork[] => {
  if (pieces.length <= max) return [...pieces]
  const chosen = pieces.filter(({ represents }) => represents)
  if (chosen.length) return chosen.slice(0, max)
  const profiles = pieces.map(art => profileOf(art, inksOf(art)))
  const nearest = profiles.map(() => Infinity)
  const found = new Set<Artwork>()
  for (let at = 0; found.size < max; ) {
    const next = profiles[at] as Profile
    found.add(next.art)
    profiles.forEach((profile, i) => {
      nearest[i] = found.has(profile.art) ? -1 : Math.min(nearest[i] as number, differenceOf(next, profile))
    })
    at = nearest.reduce((best, distance, i) => (distance > (nearest[best] as number) ? i : best), 0)
  }
  return pieces.filter(art => found.has(art))
}
