import type { HandPaint } from '../artwork/write'
import { isNeutral, type Hex, type Hued } from '../color/convert'
import { turned, turnedHue } from '../color/wheel'
import { AT_REST, adjusted } from '../harmony/adjust'
import { ladder } from '../harmony/ladder'
import { areaKey } from '../raster/area'
import type { AreaPaint } from '../remap/areas'
import { nearLeads } from '../remap/near'
import type { InkArea } from '../remap/match'
import type { Remapping } from '../remap/remap'
import { MOST_SETS, type ColorSet, type Following, type Project, type Remap, type Target, type Touch } from './schema'
import { dominantOf } from './worn'

/* What a project says about remapping, and how it is changed. */

/** The parts of a project that decide what its artwork becomes. */
export type Remapped = Pick<Project, 'remap' | 'scheme' | 'harmony'> & { sets: readonly ColorSet[] }

const gathered = new WeakMap<readonly InkArea[], { tolerance: number; leads: ReadonlyMap<Hex, Hex> }>()

/** The ink that each of the inks goes along with at the tolerance of a remapping; itself where it goes alone. */
export const leadsAt = (inks: readonly InkArea[], tolerance: number): ReadonlyMap<Hex, Hex> => {
  const known = gathered.get(inks)
  if (known?.tolerance === tolerance) return known.leads
  const leads = nearLeads(inks, tolerance)
  gathered.set(inks, { tolerance, leads })
  return leads
}

/** The swatches as the remapping uses them: adjusted as a whole, without a change of the scheme. Locked ones stay. */
export const adjustedSwatches = ({ remap: { adjust }, scheme, harmony: { wheel } }: Remapped): Map<string, Hued> => {
  const { turn, saturation, brightness } = adjust
  const moving = scheme.filter(({ locked }) => !locked)
  const around = moving.map(({ hex, hue }) => ({
    hex: turned(wheel, hex, turn, hue),
    hue: turnedHue(wheel, hue, turn),
  }))
  const moved =
    saturation || brightness
      ? adjusted(around, { ...AT_REST, saturation, brightness }, dominantOf({ scheme })?.hex ?? '#808080')
      : around
  const byId = new Map(moving.map(({ id }, i) => [id, moved[i] as Hued]))
  return new Map(scheme.map(({ id, hex, hue }) => [id, byId.get(id) ?? { hex, hue }]))
}

/**
 * What the remapping says of an ink: an exception of the artwork, or what holds for all, with the ink it goes along
 * with.
 */
export const targetFor = (
  { targets, exceptions }: Remap,
  leads: ReadonlyMap<Hex, Hex>,
  ink: Hex,
  artwork: string | null,
): Target | undefined =>
  (artwork === null ? undefined : exceptions[artwork]?.[ink]) ?? targets[leads.get(ink) ?? ink] ?? targets[ink]

/** What holds for the inks of a project, or of one of its artworks with its exceptions. */
export const remappingOf = (project: Remapped, inks: readonly InkArea[], artwork: string | null = null): Remapping => {
  const { remap, scheme } = project
  const leads = leadsAt(inks, remap.tolerance)
  const tinted = new Set<Hex>()
  const targets = new Map(
    inks.map(({ hex }): [Hex, string | null] => {
      const target = targetFor(remap, leads, hex, artwork)
      if (!target || remap.neutrals === 'inks' || target.by === 'hand' || !isNeutral(hex))
        return [hex, target?.to ?? null]
      if (remap.neutrals === 'tinted') tinted.add(hex)
      return [hex, null]
    }),
  )
  const swatches = adjustedSwatches(project)
  return {
    targets,
    tinted,
    swatches: new Map([...swatches].map(([id, { hex }]) => [id, hex])),
    tint: swatches.get(dominantOf({ scheme })?.id ?? '')?.hex ?? '#808080',
    shadingOf: swatch => remap.groups[swatch]?.shading ?? remap.shading,
    chosenLead: swatch => remap.groups[swatch]?.lead,
  }
}

/** The set a project's results are restricted to; null where there is none, or it is gone. */
export const restrictionOf = ({ remap, sets }: Remapped): ColorSet | null =>
  sets.find(({ id }) => id === remap.restrict) ?? null

/**
 * The color a touch-up points to: the swatch as the remapping uses it, or a rung of its ladder; null where the swatch
 * is gone.
 */
export const followed = (swatches: ReadonlyMap<string, Hex>, { swatch, rung }: Following): Hex | null => {
  const hex = swatches.get(swatch)
  if (!hex || !rung) return hex ?? null
  return ladder(hex, rung.ladder, rung.of)[rung.step] ?? hex
}

/** The project with a part of its remapping changed. */
export const withRemap = (project: Project, change: Partial<Remap>): Project => ({
  ...project,
  remap: { ...project.remap, ...change },
})

/** Inks sent to a swatch by hand, or left as they are: for all artwork, or as an exception for one. */
export const sent = (project: Project, inks: readonly Hex[], to: string | null, artwork: string | null): Project => {
  const targets = Object.fromEntries(inks.map((hex): [Hex, Target] => [hex, { to, by: 'hand' }]))
  const { exceptions } = project.remap
  return artwork === null
    ? withRemap(project, { targets: { ...project.remap.targets, ...targets } })
    : withRemap(project, { exceptions: { ...exceptions, [artwork]: { ...exceptions[artwork], ...targets } } })
}

/** The exceptions of an artwork given up, those of some inks or all. */
export const withoutExceptions = (project: Project, artwork: string, inks: readonly Hex[] | null): Project => {
  const { [artwork]: own = {}, ...others } = project.remap.exceptions
  const left = inks ? Object.entries(own).filter(([hex]) => !inks.includes(hex)) : []
  return withRemap(project, { exceptions: left.length ? { ...others, [artwork]: Object.fromEntries(left) } : others })
}

/** A group that follows its swatch in another way, or is led by another ink; null gives up what was chosen. */
export const grouped = (
  project: Project,
  swatch: string,
  change: { shading?: Remap['shading'] | null; lead?: Hex | null },
): Project => {
  const { [swatch]: own = {}, ...others } = project.remap.groups
  const next = { ...own, ...change }
  const said = Object.fromEntries(Object.entries(next).filter(([, value]) => value !== null && value !== undefined))
  return withRemap(project, { groups: Object.keys(said).length ? { ...others, [swatch]: said } : others })
}

/** Another strategy or deal. A turn of the whole artwork needs its own shading; leaving it, the usual one is back. */
export const matchedBy = (
  project: Project,
  match: Remap['match'],
  seed: number,
  targets: Readonly<Record<Hex, Target>>,
): Project => {
  const { shading } = project.remap
  return withRemap(project, {
    match,
    seed,
    targets: { ...project.remap.targets, ...targets },
    shading: match === 'turn' ? 'turned' : shading === 'turned' ? 'relative' : shading,
  })
}

/** The adjustment of the whole artwork made the swatches' own. */
export const adjustmentColors = (project: Remapped): Record<string, Hued> =>
  Object.fromEntries(adjustedSwatches(project))

const withTouches = (project: Project, artwork: string, touches: readonly Touch[]): Project => {
  const { [artwork]: _, ...others } = project.remap.touches
  return withRemap(project, { touches: touches.length ? { ...others, [artwork]: [...touches] } : others })
}

/** A touch-up laid on top of those an artwork has; what it covers of earlier ones goes. */
export const touched = (project: Project, artwork: string, touch: Touch): Project => {
  const covered = new Set<number | string>([...touch.shapes, ...touch.areas.map(areaKey)])
  const before = (project.remap.touches[artwork] ?? [])
    .filter(({ id }) => id !== touch.id)
    .flatMap((each): Touch[] => {
      const same = touch.to ? each.to !== null && each.paint === touch.paint : each.to === null
      const shapes = same ? each.shapes.filter(shape => !covered.has(shape)) : each.shapes
      const areas = same ? each.areas.filter(area => !covered.has(areaKey(area))) : each.areas
      return shapes.length + areas.length ? [{ ...each, shapes, areas }] : []
    })
  return withTouches(project, artwork, [...before, touch])
}

/** An artwork without one of its touch-ups, or, with null, without all. */
export const untouched = (project: Project, artwork: string, id: string | null): Project =>
  withTouches(
    project,
    artwork,
    id === null ? [] : (project.remap.touches[artwork] ?? []).filter(each => each.id !== id),
  )

/** The project with a set to restrict results to, restricted to it. */
export const restrictedTo = (project: Project, set: ColorSet): Project => ({
  ...withRemap(project, { restrict: set.id }),
  sets: [...project.sets.filter(({ id }) => id !== set.id), set].slice(-MOST_SETS),
})

/** What the touch-ups of a raster artwork come to, area by area, the one touched last on top. */
export const touchedAreas = (touches: readonly Touch[], colorOf: (to: Following) => Hex | null): AreaPaint[] => {
  const paints = new Map<string, AreaPaint>()
  for (const { areas, to, opacity } of touches) {
    for (const area of areas) {
      const key = areaKey(area)
      const known = paints.get(key)
      paints.delete(key)
      paints.set(key, {
        area,
        color: (to && colorOf(to)) ?? known?.color ?? null,
        opacity: opacity ?? known?.opacity ?? null,
      })
    }
  }
  return [...paints.values()]
}

/** What the touch-ups of an artwork come to, by shape: the later wins. Those whose swatch is gone color nothing. */
export const touchedPaints = (
  touches: readonly Touch[],
  colorOf: (to: Following) => Hex | null,
): Map<number, HandPaint> => {
  const paints = new Map<number, HandPaint>()
  for (const { shapes, paint, to, opacity } of touches) {
    const color = to && colorOf(to)
    for (const shape of shapes)
      paints.set(shape, {
        ...paints.get(shape),
        ...(color ? { [paint]: color } : {}),
        ...(opacity === null ? {} : { opacity }),
      })
  }
  return paints
}
