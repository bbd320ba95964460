import { labOf, type Hex, type Lab } from '#core/color/convert'
import { deltaE, labDistance } from '#core/color/difference'

/** The nearest color of a chosen set, and how far it is, in ΔE2000. */
export interface Nearest {
  hex: Hex
  place: number
  away: number
}

/** Number of the nearest in OKLab that are compared by ΔE2000. */
const COMPARED = 8

const known = new WeakMap<readonly Hex[], { labs: Lab[]; found: Map<Hex, Nearest> }>()

/** The color of a set nearest to another by ΔE2000; of equal ones the first. Null where the set is empty. */
export const nearestIn = (set: readonly Hex[], hex: Hex): Nearest | null => {
  if (!set.length) return null
  let memory = known.get(set)
  if (!memory) known.set(set, (memory = { labs: set.map(labOf), found: new Map() }))
  let nearest = memory.found.get(hex)
  if (!nearest) {
    const lab = labOf(hex)
    const closest = memory.labs
      .map((each, place) => ({ place, far: labDistance(each, lab) }))
      .sort((one, other) => one.far - other.far)
      .slice(0, COMPARED)
    for (const { place } of closest) {
      const away = deltaE(hex, set[place] as Hex)
      if (!nearest || away < nearest.away || (away === nearest.away && place < nearest.place))
        nearest = { hex: set[place] as Hex, place, away }
    }
    memory.found.set(hex, nearest as Nearest)
  }
  return nearest as Nearest
}
