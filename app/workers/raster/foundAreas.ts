import { areaKey, findArea, type Area, type FoundArea } from '#core/raster/area'
import type { Unmixed } from '#core/raster/unmix'

const known = new WeakMap<Unmixed, Map<string, FoundArea | null>>()

/** Number of areas of a picture that are cached; a mask is as large as the picture. */
const MOST = 256

/** An area of a picture that was taken apart, found once. */
export const areaIn = (taken: Unmixed, inks: readonly string[], area: Area): FoundArea | null => {
  let all = known.get(taken)
  if (!all) known.set(taken, (all = new Map()))
  const key = areaKey(area)
  let found = all.get(key)
  if (found === undefined) {
    found = findArea(taken, inks, area)
    all.set(key, found)
    if (all.size > MOST) all.delete(all.keys().next().value ?? '')
  }
  return found
}
