import type { Hex } from '#core/color/convert'
import type { Artwork } from '#core/document/artwork'
import type { InkArea } from '#core/remap/inks'
import { lossesOf, weightOf } from '#core/remap/losses'

/* Many pieces of artwork on a wall: found by what they are called, hold and wear; the ones that differ most from the others first. */

/** A swatch as a wall names it. */
export interface NamedSwatch {
  id: string
  name: string
}

/** The use of the scheme in a piece: parts of its painted area, in [0, 1]. */
export interface WornPiece {
  /** The area of each swatch, by its id. */
  covers: ReadonlyMap<string, number>
  /** The area that keeps its own color. */
  left: number
}

/** Returns how a piece wears a scheme: `targetOf` is the swatch an ink goes to. */
export const wornPiece = (inks: readonly InkArea[], targetOf: (ink: Hex) => string | null): WornPiece => {
  const covers = new Map<string, number>()
  let left = 0
  for (const { hex, area } of inks) {
    const swatch = targetOf(hex)
    if (swatch === null) left += area
    else covers.set(swatch, (covers.get(swatch) ?? 0) + area)
  }
  return { covers, left }
}

/** The mean of what each swatch covers over pieces, by its id. */
export const meanCovers = (pieces: readonly WornPiece[]): Map<string, number> => {
  const mean = new Map<string, number>()
  for (const { covers } of pieces)
    for (const [id, part] of covers) mean.set(id, (mean.get(id) ?? 0) + part / pieces.length)
  return mean
}

/** The weight of the boundaries of a piece whose contrast is lost in what its inks become, 0 where none is. */
export const lostIn = (inks: readonly InkArea[], colors: ReadonlyMap<Hex, Hex>): number =>
  weightOf(lossesOf(inks, colors))

/** Weight of what is left and lost, against shares that differ. */
const WEIGHTS = { left: 1, lost: 2 } as const

/** Distance of a piece from the mean of its set, 0 for an average one: half the sum of differences, plus what is left and lost. */
export const distanceFromSet = (
  { covers, left }: WornPiece,
  lost: number,
  mean: ReadonlyMap<string, number>,
  meanLeft: number,
): number => {
  const ids = new Set([...covers.keys(), ...mean.keys()])
  let sum = 0
  for (const id of ids) sum += Math.abs((covers.get(id) ?? 0) - (mean.get(id) ?? 0))
  return sum / 2 + WEIGHTS.left * Math.max(0, left - meanLeft) + WEIGHTS.lost * lost
}

const percent = (part: number): string => `${Math.round(part * 100)}%`

/** The least part that is worth a word. */
const MIN_TOLD = 0.05

/** Says in a few words in what a piece differs most from its set; null where it does not. */
export const differenceWords = (
  { covers, left }: WornPiece,
  lost: number,
  mean: ReadonlyMap<string, number>,
  meanLeft: number,
  scheme: readonly NamedSwatch[],
): string | null => {
  const [max] = scheme
    .map(({ id, name }) => ({ name, own: covers.get(id) ?? 0, usual: mean.get(id) ?? 0 }))
    .sort((one, other) => Math.abs(other.own - other.usual) - Math.abs(one.own - one.usual))
  const words = [
    ...(lost > MIN_TOLD ? [`${percent(Math.min(1, lost))} of its edges lost`] : []),
    ...(left - meanLeft > MIN_TOLD ? [`${percent(left)} left as it is`] : []),
    ...(max && Math.abs(max.own - max.usual) > MIN_TOLD
      ? [`${max.name} ${percent(max.own)}, set ${percent(max.usual)}`]
      : []),
  ]
  return words[0] ?? null
}

/** Search terms for pieces. */
export interface WallQuery {
  /** Words in its name or folder, an ink (`#336699`), or the name of a swatch it wears. */
  words: string
  /** A folder, with those in it; null for all. */
  folder: string | null
}

/** The least part a swatch covers where a piece wears it. */
const MIN_WORN = 0.02
const INK = /^#[0-9a-f]{6}$/

/** Returns the pieces that a query finds, in their order. Nothing but space finds all. */
export const findArtwork = (
  pieces: readonly Artwork[],
  { words, folder }: WallQuery,
  inksOf: (piece: Artwork) => ReadonlyArray<{ hex: Hex }>,
  wornBy: (piece: Artwork) => ReadonlyMap<string, number>,
  scheme: readonly NamedSwatch[],
): Artwork[] => {
  const wanted = words.trim().toLowerCase()
  const swatch = scheme.find(({ name }) => name.toLowerCase() === wanted)
  const isIn = (piece: Artwork): boolean =>
    folder === null || piece.folder === folder || (piece.folder ?? '').startsWith(`${folder}/`)
  const isFound = (piece: Artwork): boolean => {
    if (!wanted) return true
    if (INK.test(wanted)) return inksOf(piece).some(({ hex }) => hex === wanted)
    if (swatch && (wornBy(piece).get(swatch.id) ?? 0) >= MIN_WORN) return true
    return `${piece.folder ?? ''}/${piece.name}`.toLowerCase().includes(wanted)
  }
  return pieces.filter(piece => isIn(piece) && isFound(piece))
}

/** All folders of artwork, and the folders these stand in, by name, each with the number of pieces in it. */
export const foldersOf = (pieces: readonly Artwork[]): Array<{ folder: string; count: number }> => {
  const counts = new Map<string, number>()
  for (const { folder } of pieces) {
    const parts = folder?.split('/') ?? []
    for (let depth = 1; depth <= parts.length; depth++) {
      const each = parts.slice(0, depth).join('/')
      counts.set(each, (counts.get(each) ?? 0) + 1)
    }
  }
  return [...counts]
    .map(([folder, count]) => ({ folder, count }))
    .sort((one, other) => one.folder.localeCompare(other.folder, 'en', { numeric: true }))
}

/** Returns the ids picked after a click: one alone, one more or less (`toggle`), or all from the last one picked to it (`range`). */
export const pickAfterClick = (
  before: ReadonlySet<string>,
  anchor: string | null,
  id: string,
  order: readonly string[],
  how: 'alone' | 'toggle' | 'range',
): Set<string> => {
  if (how === 'toggle') {
    const next = new Set(before)
    if (!next.delete(id)) next.add(id)
    return next
  }
  const [from, to] = [anchor === null ? -1 : order.indexOf(anchor), order.indexOf(id)]
  if (how === 'alone' || from < 0) return new Set([id])
  return new Set([...before, ...order.slice(Math.min(from, to), Math.max(from, to) + 1)])
}

/** The most inks of several pieces that are listed. */
const MAX_LISTED_INKS = 200

/** Returns the inks of several pieces, each with the number of pieces that have it: those of most pieces first, then by area. */
export const inksAmong = (
  pieces: ReadonlyArray<readonly InkArea[]>,
): Array<{ hex: Hex; pieces: number; area: number }> => {
  const all = new Map<Hex, { hex: Hex; pieces: number; area: number }>()
  for (const inks of pieces)
    for (const { hex, area } of inks) {
      const known = all.get(hex) ?? { hex, pieces: 0, area: 0 }
      all.set(hex, { hex, pieces: known.pieces + 1, area: known.area + area })
    }
  return [...all.values()]
    .sort((one, other) => other.pieces - one.pieces || other.area - one.area)
    .slice(0, MAX_LISTED_INKS)
}
