import type { Hex } from '../color/convert'
import type { InkArea } from '../remap/match'
import { recolored, shaded } from '../remap/remap'
import type { Project } from './schema'

/** What every ink becomes in a project. `united` holds the inks of all its artwork, which decide who leads a group. */
export const colorsOf = ({ remap, scheme }: Pick<Project, 'remap' | 'scheme'>, united: readonly InkArea[]): Map<Hex, Hex> =>
  recolored(
    united,
    new Map(Object.entries(remap.targets).map(([hex, { to }]) => [hex, to])),
    new Map(scheme.map(({ id, hex }) => [id, hex])),
    remap.shading,
  )

/**
 * What every ink of the stand-ins becomes in a scheme. `inks` say the place of the scheme each belongs to, the lead of a place
 * before its lights and darks; places beyond the scheme begin again with its first swatch.
 */
export const standInColors = (scheme: ReadonlyArray<{ hex: Hex }>, inks: ReadonlyArray<readonly [ink: Hex, place: number]>): Map<Hex, Hex> => {
  const leads = new Map<number, Hex>()
  for (const [ink, place] of inks) if (!leads.has(place)) leads.set(place, ink)
  return new Map(inks.map(([ink, place]) => [ink, shaded(ink, leads.get(place) ?? ink, scheme[place % scheme.length]?.hex ?? ink)]))
}
