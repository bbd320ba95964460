import type { Hex } from '../color/convert'
import type { InkArea } from '../remap/match'
import { recolored } from '../remap/remap'
import type { Project } from './schema'

/** What every ink becomes in a project. `united` holds the inks of all its artwork, which decide who leads a group. */
export const colorsOf = ({ remap, scheme }: Pick<Project, 'remap' | 'scheme'>, united: readonly InkArea[]): Map<Hex, Hex> =>
  recolored(
    united,
    new Map(Object.entries(remap.targets).map(([hex, { to }]) => [hex, to])),
    new Map(scheme.map(({ id, hex }) => [id, hex])),
    remap.shading,
  )
