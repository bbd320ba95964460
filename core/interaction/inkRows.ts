import { isNeutral, labOf, lchOf } from '#core/color/convert'
import { hueWords, plainName } from '#core/color/name'
import { countWords } from '#core/document/names'
import type { Remap } from '#core/document/remap'
import type { Swatch } from '#core/document/scheme'
import { targetFor } from '#core/painting/resolveRemap'
import type { InkArea } from '#core/remap/match'
import type { Family } from '#core/remap/families'

/** Inks that go together as one line: the first of them, all of them, their area and uses, and their target. */
export interface InkRow {
  hex: string
  members: readonly string[]
  /** The part of the artwork they cover, in [0, 1]. */
  area: number
  uses: number
  /** The id of the swatch they become; null where they are left as is. */
  to: string | null
  /** Returns whether that is so in this artwork alone. */
  excepted: boolean
}

/** Name of an ink that is not remapped where swatches are listed. */
export const LEFT_AS_IS = 'left as is'

/**
 * Returns the inks of an artwork as lines: those that follow one lead are one.
 *
 * @param leads the ink that each near-identical ink goes with, over all artwork
 * @param artwork the id of the artwork, whose exceptions hold; null for none
 */
export const inkRows = (
  inks: readonly (InkArea & { uses: number })[],
  remap: Remap,
  leads: ReadonlyMap<string, string>,
  artwork: string | null,
): InkRow[] => {
  const rows = new Map<string, InkRow & { members: string[] }>()
  for (const { hex, area, uses } of inks) {
    const lead = leads.get(hex) ?? hex
    const row = rows.get(lead)
    if (row) {
      row.members.push(hex)
      row.area += area
      row.uses += uses
      continue
    }
    rows.set(lead, {
      hex,
      members: [hex],
      area,
      uses,
      to: targetFor(remap, leads, hex, artwork)?.to ?? null,
      excepted: remap.exceptions[artwork ?? '']?.[hex] !== undefined,
    })
  }
  return [...rows.values()]
}

/** Returns the row of every ink. */
export const rowsByInk = (rows: readonly InkRow[]): Map<string, InkRow> =>
  new Map(rows.flatMap(row => row.members.map(hex => [hex, row] as const)))

/** A family with its place in the list of families. */
export interface PlacedFamily {
  family: Family
  place: number
}

/** Returns the family of each row, by the row's first ink. */
export const familiesByInk = (families: readonly Family[]): Map<string, PlacedFamily> =>
  new Map(families.flatMap((family, place) => family.inks.map(hex => [hex, { family, place }] as const)))

/** Returns all inks of the rows that some inks belong to, each once. */
export const membersOf = (rowOf: ReadonlyMap<string, InkRow>, hexes: Iterable<string>): string[] => [
  ...new Set([...hexes].flatMap(hex => rowOf.get(hex)?.members ?? [hex])),
]

/** Returns some rows with the rest of their families, by first inks, each once. */
export const withFamilies = (
  rowOf: ReadonlyMap<string, InkRow>,
  familyOf: ReadonlyMap<string, PlacedFamily>,
  hexes: Iterable<string>,
): string[] => [...new Set([...hexes].flatMap(hex => familyOf.get(rowOf.get(hex)?.hex ?? hex)?.family.inks ?? [hex]))]

/** Returns what an ink's target is called. */
export const targetName = (scheme: readonly Pick<Swatch, 'id' | 'name'>[], to: string | null): string =>
  scheme.find(({ id }) => id === to)?.name ?? LEFT_AS_IS

/** Returns the rows that every one of the typed words fits: by a part of a hex, of a hue or color word, or of the target's name. */
export const rowsMatching = (
  rows: readonly InkRow[],
  typed: string,
  scheme: readonly Pick<Swatch, 'id' | 'name'>[],
): readonly InkRow[] => {
  const words = typed.trim().toLowerCase().split(/\s+/).filter(Boolean)
  if (!words.length) return rows
  return rows.filter(({ members, to }) => {
    const first = members[0] ?? ''
    const described = `${plainName(first)} ${hueWords(first)} ${targetName(scheme, to)}`.toLowerCase()
    return words.every(word => described.includes(word) || members.some(hex => hex.includes(word)))
  })
}

/** The orders of a list of inks. */
export const INK_ORDERS = ['area', 'lightness', 'hue', 'family'] as const
export type InkOrder = (typeof INK_ORDERS)[number]

const hueOf = (hex: string): number => (isNeutral(hex) ? Infinity : lchOf(hex).h)

/** Returns rows in an order: by area, light to dark, by hue with neutrals last, or by family. */
export const rowsInOrder = (
  rows: readonly InkRow[],
  order: InkOrder,
  familyOf: ReadonlyMap<string, PlacedFamily>,
): InkRow[] => {
  const byArea = (one: InkRow, other: InkRow): number => other.area - one.area
  const byLightness = (one: InkRow, other: InkRow): number => labOf(other.hex).l - labOf(one.hex).l
  const byHue = (one: InkRow, other: InkRow): number => {
    const [from, to] = [hueOf(one.hex), hueOf(other.hex)]
    return from === to ? 0 : from - to
  }
  const byFamily = (one: InkRow, other: InkRow): number =>
    (familyOf.get(one.hex)?.place ?? 0) - (familyOf.get(other.hex)?.place ?? 0)
  const orders: Record<InkOrder, (one: InkRow, other: InkRow) => number> = {
    area: byArea,
    lightness: byLightness,
    hue: (one, other) => byHue(one, other) || byLightness(one, other),
    family: (one, other) => byFamily(one, other) || byArea(one, other),
  }
  return [...rows].sort(orders[order])
}

/** Returns the rows that a swatch colors. */
export const groupOfSwatch = (rows: readonly InkRow[], swatch: string): InkRow[] =>
  rows.filter(({ to }) => to === swatch)

/** Returns an area as percent, with a decimal where it is under 10%. */
export const areaPercent = (area: number): string => `${(area * 100).toFixed(area < 0.1 ? 1 : 0)}%`

/** Returns how a row is named to screen readers: its ink, area, uses and target. */
export const rowLabel = (
  { hex, members, area, uses, to, excepted }: InkRow,
  scheme: readonly Pick<Swatch, 'id' | 'name'>[],
  isLost: boolean,
): string =>
  [
    `Ink ${hex}${members.length > 1 ? ` and ${members.length - 1} near it` : ''}`,
    `${(area * 100).toFixed(1)}% of the artwork`,
    countWords(uses, 'use'),
    targetName(scheme, to),
    ...(excepted ? ['in this artwork alone'] : []),
    ...(isLost ? ['loses contrast to what it touches'] : []),
  ].join(', ')
