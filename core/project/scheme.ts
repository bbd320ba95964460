import { numbered, plainName } from '../color/name'
import { derive } from '../harmony/derive'
import { usualRole, usualShares } from '../harmony/proportion'
import type { Base, Harmony, Swatch } from './schema'

/**
 * The swatches of a base and harmony. Those that were there before keep their ids by place, so that what was
 * remapped to them follows; as long as the count stays, they keep their roles and shares too.
 */
export const schemeOf = (base: Base, harmony: Harmony, before: readonly Swatch[] = []): Swatch[] => {
  const derived = derive({ ...harmony, base: base.hex, baseHue: base.hue })
  const shares = usualShares(derived.length)
  const names = numbered(derived.map(({ hex }) => plainName(hex)))
  return derived.map(({ hex, offset }, i) => {
    const kept = before.length === derived.length ? before[i] : undefined
    return {
      id: `s${i + 1}`,
      hex,
      offset,
      name: names[i] as string,
      role: kept?.role ?? usualRole(hex, i, derived.length),
      share: kept?.share ?? shares[i] as number,
    }
  })
}
