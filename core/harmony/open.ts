import { arc, degrees } from '#core/color/convert'
import { SPREADS, spreadOf, type HarmonyKind } from './harmony'

/**
 * The spread at which the `place`-th hue of a harmony stands at an angle, in degrees relative to the base, within the
 * harmony's limits; null where that hue cannot be moved without turning the whole shape.
 */
export const spreadForAngle = (kind: HarmonyKind, place: number, angle: number): number | null => {
  if (!SPREADS[kind] || place === 0) return null
  const away = Math.abs(arc(0, angle))
  switch (kind) {
    case 'analogous':
      return spreadOf(kind, away)
    case 'split complementary':
      return spreadOf(kind, 180 - away)
    case 'tetradic':
      return place === 1 ? null : spreadOf(kind, degrees(place === 2 ? angle : angle - 180) % 180)
    case 'analogous with accent':
      return place === 3 ? null : spreadOf(kind, away)
    default:
      return null
  }
}
