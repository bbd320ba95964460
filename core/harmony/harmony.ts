/** The geometric relations on a wheel. */
export const HARMONIES = [
  'monochromatic',
  'analogous',
  'complementary',
  'split complementary',
  'triadic',
  'tetradic',
  'square',
  'analogous with accent',
  'free',
] as const
export type HarmonyKind = (typeof HARMONIES)[number]

/** The angle, in degrees, a harmony opens by: its limits and where it starts. */
export interface SpreadRange {
  least: number
  most: number
  usual: number
}

/** The spread of each harmony that has one; the others stand at fixed angles. */
export const SPREADS: Partial<Record<HarmonyKind, SpreadRange>> = {
  'analogous': { least: 10, most: 60, usual: 30 },
  'split complementary': { least: 10, most: 80, usual: 30 },
  'tetradic': { least: 20, most: 85, usual: 60 },
  'analogous with accent': { least: 10, most: 60, usual: 30 },
}

/** A harmony brought within its own limits of spread, in degrees; its usual spread where none is given. */
export const spreadOf = (kind: HarmonyKind, wanted?: number): number => {
  const range = SPREADS[kind]
  if (!range) return 0
  return Math.min(range.most, Math.max(range.least, wanted ?? range.usual))
}

/**
 * The wheel angles of a harmony relative to its base, in degrees, the base first. `free` stands at the angles it is
 * given (or at the base alone).
 */
export const offsetsOf = (kind: HarmonyKind, spread?: number, free: readonly number[] = [0]): number[] => {
  const open = spreadOf(kind, spread)
  switch (kind) {
    case 'monochromatic':
      return [0]
    case 'analogous':
      return [0, open, -open]
    case 'complementary':
      return [0, 180]
    case 'split complementary':
      return [0, 180 - open, 180 + open]
    case 'triadic':
      return [0, 120, 240]
    case 'tetradic':
      return [0, 180, open, 180 + open]
    case 'square':
      return [0, 180, 90, 270]
    case 'analogous with accent':
      return [0, open, -open, 180]
    case 'free':
      return free.length ? [...free] : [0]
  }
}
