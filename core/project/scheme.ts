import { numbered, plainName } from '../color/name'
import type { Hex } from '../color/convert'
import { derive } from '../harmony/derive'
import { distinctFrom } from '../harmony/distinct'
import { usualRole, usualShares } from '../harmony/proportion'
import { MOST_SWATCHES, type Base, type Harmony, type Origin, type Swatch } from './schema'

/** An id that is not taken: the prefix and the first free number. */
export const freshId = (prefix: 's' | 'p', taken: ReadonlySet<string>): string => {
  let n = 1
  while (taken.has(`${prefix}${n}`)) n++
  return `${prefix}${n}`
}

/** Ids for so many swatches: those that were there by place, then fresh ones. */
const idsFor = (count: number, before: readonly Swatch[], taken: ReadonlySet<string> = new Set()): string[] => {
  const ids: string[] = []
  for (let i = 0; i < count; i++) ids.push(before[i]?.id ?? freshId('s', new Set([...taken, ...before.map(({ id }) => id), ...ids])))
  return ids
}

/**
 * The swatches of a base and harmony. Those that were there before keep their ids by place, so that what was
 * remapped to them follows; as long as the count stays, they keep their roles and shares too. Locked ones stay whole, and
 * the others keep clear of them.
 */
export const schemeOf = (base: Base, harmony: Harmony, before: readonly Swatch[] = []): Swatch[] => {
  const locked = before.filter(swatch => swatch.locked).map(({ hex }) => hex)
  const derived = derive({ ...harmony, base: base.hex, baseHue: base.hue })
  const hexes = derived.map(({ hex }, i) => before[i]?.locked ? before[i].hex : locked.length ? distinctFrom(hex, locked) : hex)
  const shares = usualShares(derived.length)
  const names = numbered(hexes.map(plainName))
  const ids = idsFor(derived.length, before)
  return derived.map(({ offset }, i) => {
    const known = before[i]
    if (known?.locked) return { ...known, offset }
    const kept = before.length === derived.length ? known : undefined
    return {
      id: ids[i] as string,
      hex: hexes[i] as Hex,
      offset,
      name: names[i] as string,
      role: kept?.role ?? usualRole(hexes[i] as Hex, i, derived.length),
      share: kept?.share ?? shares[i] as number,
      locked: false,
      from: { kind: 'harmony' },
      tied: true,
    }
  })
}

/** A color on its way into a scheme. */
export interface Gathered { hex: Hex, name: string | null, share: number | null, from: Origin }

/** The least share a gathered swatch is given, so that a small accent can still be seen and held. */
const LEAST_SHARE = 0.02

/**
 * A scheme of gathered colors beside the swatches that are locked, which stay first. Ids go on by place among those that
 * are replaced. Shares are those found, or fall as usual.
 */
export const gatheredScheme = (colors: readonly Gathered[], before: readonly Swatch[]): Swatch[] => {
  const kept = before.filter(({ locked }) => locked)
  const fresh = colors.slice(0, MOST_SWATCHES - kept.length)
  const ids = idsFor(fresh.length, before.filter(({ locked }) => !locked), new Set(kept.map(({ id }) => id)))
  const count = kept.length + fresh.length
  const usual = usualShares(count)
  const names = numbered(fresh.map(({ hex, name }) => name ?? plainName(hex)))
  const all = [...kept, ...fresh.map(({ hex, share, from }, i): Swatch => ({
    id: ids[i] as string, hex, name: names[i] as string, offset: 0, locked: false, from, tied: true,
    role: usualRole(hex, kept.length + i, count), share: share === null ? usual[kept.length + i] as number : Math.max(LEAST_SHARE, share),
  }))]
  const total = all.reduce((sum, { share }) => sum + share, 0) || 1
  return all.map(swatch => ({ ...swatch, share: swatch.share / total }))
}
