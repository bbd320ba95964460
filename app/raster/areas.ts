import { foundArea, type Area, type FoundArea } from '../../core/raster/area'
import type { Unmixed } from '../../core/raster/unmix'

const known = new WeakMap<Unmixed, Map<string, FoundArea | null>>()

/** An area of a picture that was taken apart, found once. */
export const areaIn = (taken: Unmixed, inks: readonly string[], area: Area): FoundArea | null => {
  let all = known.get(taken)
  if (!all) known.set(taken, all = new Map())
  const key = `${area.x} ${area.y} ${area.reach}`
  let found = all.get(key)
  if (found === undefined) all.set(key, found = foundArea(taken, inks, area))
  return found
}
