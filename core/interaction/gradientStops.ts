import { hexOfLab } from '#core/color/convert'
import { closestTo } from '#core/color/difference'
import type { Stop } from '#core/document/handOver'
import type { Swatch } from '#core/document/scheme'
import type { HandedGradient } from '#core/formats/gradient'
import { runAt } from '#core/harmony/gradient'
import { clamp } from '#core/math/clamp'

/* The stops of a gradient on its track. Offsets are in [0, 1] from the left. */

/** Stops stand at thousandths of the track. */
const roundOffset = (offset: number): number => Math.round(clamp(offset, 0, 1) * 1000) / 1000

/** Returns the stops with one of them at another offset. */
export const moveStop = (stops: readonly Stop[], index: number, offset: number): Stop[] =>
  stops.map((stop, i) => (i === index ? { ...stop, at: roundOffset(offset) } : stop))

/** Returns the stops with one of them in another color. */
export const recolorStop = (stops: readonly Stop[], index: number, { id, hex }: Pick<Swatch, 'id' | 'hex'>): Stop[] =>
  stops.map((stop, i) => (i === index ? { ...stop, swatch: id, hex } : stop))

/** Returns the stops without one of them; null where only two are left. */
export const removeStop = (stops: readonly Stop[], index: number): Stop[] | null =>
  stops.length > 2 ? stops.filter((_, i) => i !== index) : null

/**
 * Returns the stops with one more at an offset: of the swatches that are no stop yet, or of all where every one is, the
 * one nearest to what shows there.
 */
export const addStop = (
  stops: readonly Stop[],
  offset: number,
  { run }: Pick<HandedGradient, 'run'>,
  scheme: readonly Pick<Swatch, 'id' | 'hex'>[],
): Stop[] | null => {
  const used = new Set(stops.map(({ swatch }) => swatch))
  const fresh = scheme.filter(({ id }) => !used.has(id))
  const near = closestTo(hexOfLab(runAt(run)(offset)), fresh.length ? fresh : scheme)
  return near ? [...stops, { at: roundOffset(offset), swatch: near.id, hex: near.hex }] : null
}

/** Returns which stop one is from the left, counted from 1; of two at one offset, the first listed comes first. */
export const stopRank = (stops: readonly Stop[], index: number): number => {
  const own = stops[index]?.at ?? 0
  return stops.filter(({ at }, i) => at < own || (at === own && i <= index)).length
}
