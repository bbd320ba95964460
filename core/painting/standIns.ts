import { type Hex, labOf } from '#core/color/convert'
import { shadeInk } from '#core/remap/shading'

/**
 * The places of the stand-ins that are not for just any color: what covers most, paper and light lettering, dark
 * lettering.
 */
export const STAND_IN = { dominant: 0, light: 1, dark: 6, count: 8 } as const

/**
 * The swatch for each place of the stand-ins: the first covers most, the lightest of the others is the paper, the
 * darkest of those left the dark lettering, and what remains goes round by order. A scheme too small for a place lends
 * one that is there.
 */
export const standInSwatches = (hexes: readonly Hex[]): Hex[] => {
  const [dominant = '#808080', ...others] = hexes
  const byLightness = [...others].sort((one, other) => labOf(other).l - labOf(one).l)
  const light = byLightness[0] ?? dominant
  const dark = byLightness.length > 2 ? (byLightness.at(-1) as Hex) : dominant
  const left = others.filter(hex => hex !== light && hex !== dark)
  const round = left.length ? [...left, ...(byLightness.length > 2 ? [dark] : [])] : [...others, dominant]
  let next = 0
  return Array.from({ length: STAND_IN.count }, (_, place) =>
    place === STAND_IN.dominant
      ? dominant
      : place === STAND_IN.light
        ? light
        : place === STAND_IN.dark
          ? dark
          : (round[next++ % round.length] as Hex),
  )
}

/**
 * The color of every ink of the stand-ins in a scheme. `inks` say the place each belongs to, the lead of a place
 * before its lights and darks.
 */
export const standInColors = (
  scheme: ReadonlyArray<{ hex: Hex }>,
  inks: ReadonlyArray<readonly [ink: Hex, place: number]>,
): Map<Hex, Hex> => {
  const swatches = standInSwatches(scheme.map(({ hex }) => hex))
  const leads = new Map<number, Hex>()
  for (const [ink, place] of inks) if (!leads.has(place)) leads.set(place, ink)
  return new Map(inks.map(([ink, place]) => [ink, shadeInk(ink, leads.get(place) ?? ink, swatches[place] ?? ink)]))
}
