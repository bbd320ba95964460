import type { Project } from '#core/document/project'
import type { ColorSet, Remap, Target, Following, Touch } from '#core/document/remap'
import type { InkArea } from '#core/remap/match'
import { type Hex, type Hued, isNeutral } from '#core/color/convert'
import { nearLeads } from '#core/remap/families'
import { rotate, rotateHue } from '#core/color/wheel'
import { adjustColors, AT_REST } from '#core/harmony/adjust'
import { dominantOf } from '#core/scheme/wearScheme'
import type { Remapping } from '#core/remap/recolor'
import { rungOf } from '#core/harmony/ladder'
import type { AreaPaint } from './areas'
import { areaKey } from '#core/raster/area'
import type { HandPaint } from '#core/svg/write'

/* Operations on the remapping of a project. */

/** The parts of a project that decide what its artwork becomes. */
export type Remapped = Pick<Project, 'remap' | 'scheme' | 'harmony' | 'rungs'> & { sets: readonly ColorSet[] }

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
export const adjustSwatches = ({ remap: { adjust }, scheme, harmony: { wheel } }: Remapped): Map<string, Hued> => {
  const { turn, saturation, brightness } = adjust
  const moving = scheme.filter(({ locked }) => !locked)
  const around = moving.map(({ hex, hue }) => ({
    hex: rotate(wheel, hex, turn, hue),
    hue: rotateHue(wheel, hue, turn),
  }))
  const moved =
    saturation || brightness
      ? adjustColors(around, { ...AT_REST, saturation, brightness }, dominantOf({ scheme })?.hex ?? '#808080')
      : around
  const byId = new Map(moving.map(({ id }, i) => [id, moved[i] as Hued]))
  return new Map(scheme.map(({ id, hex, hue }) => [id, byId.get(id) ?? { hex, hue }]))
}

/**
 * The target of an ink: an exception of the artwork, or what holds for all, with the ink it goes along
 * with.
 */
export const targetFor = (
  { targets, exceptions }: Remap,
  leads: ReadonlyMap<Hex, Hex>,
  ink: Hex,
  artwork: string | null,
): Target | undefined =>
  (artwork === null ? undefined : exceptions[artwork]?.[ink]) ?? targets[leads.get(ink) ?? ink] ?? targets[ink]

/** Where inks go, in all artwork or in one with its exceptions; and the neutrals among them that are tinted instead. */
export const targetsIn = (
  remap: Remap,
  inks: readonly InkArea[],
  artwork: string | null = null,
): Pick<Remapping, 'targets' | 'tinted'> => {
  const leads = leadsAt(inks, remap.tolerance)
  const tinted = new Set<Hex>()
  const targets = new Map(
    inks.map(({ hex, stays }): [Hex, string | null] => {
      const target = targetFor(remap, leads, hex, artwork)
      if (stays && target?.by !== 'hand') return [hex, null]
      if (!target || remap.neutrals === 'inks' || target.by === 'hand' || !isNeutral(hex))
        return [hex, target?.to ?? null]
      if (remap.neutrals === 'tinted') tinted.add(hex)
      return [hex, null]
    }),
  )
  return { targets, tinted }
}

/** The remapping that holds for the inks of a project, or of one of its artworks with its exceptions. */
export const remappingOf = (project: Remapped, inks: readonly InkArea[], artwork: string | null = null): Remapping => {
  const { remap, scheme } = project
  const swatches = adjustSwatches(project)
  return {
    ...targetsIn(remap, inks, artwork),
    swatches: new Map([...swatches].map(([id, { hex }]) => [id, hex])),
    tint: swatches.get(dominantOf({ scheme })?.id ?? '')?.hex ?? '#808080',
    shadingOf: swatch => remap.groups[swatch]?.shading ?? remap.shading,
    hold: remap.hold,
    rungs: project.rungs,
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
export const followColor = (swatches: ReadonlyMap<string, Hex>, { swatch, rung }: Following): Hex | null => {
  const hex = swatches.get(swatch)
  if (!hex || !rung) return hex ?? null
  return rungOf(hex, rung)
}

/** The adjustment of the whole artwork made the swatches' own. */
export const adjustmentColors = (project: Remapped): Record<string, Hued> => Object.fromEntries(adjustSwatches(project))

/** The paint of the touch-ups of a raster artwork, area by area, the one touched last on top. */
export const paintTouchedAreas = (touches: readonly Touch[], colorOf: (to: Following) => Hex | null): AreaPaint[] => {
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

/** The paint of the touch-ups of an artwork, by shape: the later wins. Those whose swatch is gone color nothing. */
export const paintTouchedShapes = (
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
