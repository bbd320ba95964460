import { lchOf } from '#core/color/convert'
import { uniqueName } from '#core/color/name'
import { deltaE } from '#core/color/difference'
import type { Artwork } from '#core/document/artwork'
import type { Colorway } from '#core/document/lineUp'
import { lookOf, type Look, type Project } from '#core/document/project'
import type { Swatch } from '#core/document/scheme'
import { sentence } from '#core/document/sentence'

/* Names of colorways, and the text on them beside what the project is now. */

/** A colorway is called by so many of its colors. */
const CALLED_BY = 2

/** A name for a look that no other has: its most colorful colors, by what they cover. */
export const proposeName = (look: Look, others: readonly string[]): string => {
  const called = [...look.scheme]
    .sort((one, other) => lchOf(other.hex).c * Math.sqrt(other.share) - lchOf(one.hex).c * Math.sqrt(one.share))
    .map(({ name }) => name.replace(/ \d+$/, ''))
  const isUsed = (name: string): boolean => others.some(other => other.toLowerCase().includes(name.toLowerCase()))
  const fresh = [...called.filter(name => !isUsed(name)), ...called]
  const name = [...new Set(fresh)].slice(0, CALLED_BY).join(' and ') || 'colorway'
  const whole = sentence(name)
  return uniqueName(whole, others)
}

/** Two swatches in the same place of two looks; null where one has none. */
export interface SwatchPair {
  one: Swatch | null
  other: Swatch | null
  /** Their distance in ΔE2000; null where one is missing. */
  apart: number | null
}

/** The swatches of two looks side by side: by their ids. */
export const swatchPairs = (one: Pick<Look, 'scheme'>, other: Pick<Look, 'scheme'>): SwatchPair[] => {
  const beside = new Map(other.scheme.map(swatch => [swatch.id, swatch]))
  const own = new Set(one.scheme.map(({ id }) => id))
  return [
    ...one.scheme.map((swatch): SwatchPair => {
      const there = beside.get(swatch.id) ?? null
      return { one: swatch, other: there, apart: there && deltaE(swatch.hex, there.hex) }
    }),
    ...other.scheme
      .filter(({ id }) => !own.has(id))
      .map((swatch): SwatchPair => ({ one: null, other: swatch, apart: null })),
  ]
}

const countOf = (count: number, one: string, many: string): string[] =>
  count ? [count === 1 ? one : `${count} ${many}`] : []

/** The changes of a project since a look was frozen, in words; nothing where it is as it was. */
export const changesSince = (look: Look, project: Project): string[] => {
  const now = lookOf(project)
  const pairs = swatchPairs(look, now)
  const inks = new Set([...Object.keys(look.remap.targets), ...Object.keys(now.remap.targets)])
  const moved = [...inks].filter(
    hex => look.remap.targets[hex] && look.remap.targets[hex]?.to !== now.remap.targets[hex]?.to,
  )
  const { targets: _, touches, ...how } = look.remap
  const { targets: __, touches: touchesNow, ...howNow } = now.remap
  return [
    ...countOf(pairs.filter(({ apart }) => apart).length, 'one swatch in another color', 'swatches in other colors'),
    ...countOf(pairs.filter(({ other }) => !other).length, 'one swatch gone', 'swatches gone'),
    ...countOf(pairs.filter(({ one }) => !one).length, 'one swatch more', 'swatches more'),
    ...countOf(moved.length, 'one ink in another swatch', 'inks in other swatches'),
    ...(JSON.stringify(touches) === JSON.stringify(touchesNow) ? [] : ['other touch-ups']),
    ...(JSON.stringify(how) === JSON.stringify(howNow) ? [] : ['another way of remapping']),
  ]
}

/** The changes of the artwork a colorway was frozen on: pieces that are others now, are gone, or came since. */
export const artworkSince = (
  { artwork }: Pick<Colorway, 'artwork'>,
  now: readonly Artwork[],
): { replaced: Artwork[]; gone: Artwork[]; added: Artwork[] } => {
  const by = new Map(now.map(art => [art.id, art]))
  const own = new Set(artwork.map(({ id }) => id))
  return {
    replaced: artwork.filter(({ id, hash }) => by.has(id) && by.get(id)?.hash !== hash),
    gone: artwork.filter(({ id }) => !by.has(id)),
    added: now.filter(({ id }) => !own.has(id)),
  }
}
