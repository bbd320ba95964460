import type { Project } from '#core/document/project'
import type { Remap, Target, Touch, ColorSet } from '#core/document/remap'
import type { Hex } from '#core/color/convert'
import { areaKey } from '#core/raster/area'
import { MAX_SETS } from '#core/document/limits'

/** The project with a part of its remapping changed. */
export const withRemap = (project: Project, change: Partial<Remap>): Project => ({
  ...project,
  remap: { ...project.remap, ...change },
})

/** Inks sent to a swatch by hand, or left as they are: for all artwork, or as an exception for one. */
export const sendInks = (
  project: Project,
  inks: readonly Hex[],
  to: string | null,
  artwork: string | null,
): Project => {
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
  if (left.length) return withRemap(project, { exceptions: { ...others, [artwork]: Object.fromEntries(left) } })
  const { [artwork]: _, ...meantIn } = project.remap.meantIn
  return withRemap(project, { exceptions: others, meantIn })
}

/** A group that follows its swatch in another way, or is led by another ink; null gives up what was chosen. */
export const setGroup = (
  project: Project,
  swatch: string,
  change: { shading?: Remap['shading'] | null; lead?: Hex | null },
): Project => {
  const { [swatch]: own = {}, ...others } = project.remap.groups
  const next = { ...own, ...change }
  const defined = Object.fromEntries(Object.entries(next).filter(([, value]) => value !== null && value !== undefined))
  return withRemap(project, { groups: Object.keys(defined).length ? { ...others, [swatch]: defined } : others })
}

/** Another strategy or deal. A turn of the whole artwork needs its own shading; leaving it, the usual one is back. */
export const setMatch = (
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
    shading: match === 'turn' ? 'turned' : shading === 'turned' ? (match === 'picture' ? 'held' : 'relative') : shading,
  })
}

export const withTouches = (project: Project, artwork: string, touches: readonly Touch[]): Project => {
  const { [artwork]: _, ...others } = project.remap.touches
  return withRemap(project, { touches: touches.length ? { ...others, [artwork]: [...touches] } : others })
}

/** A touch-up laid on top of those an artwork has; what it covers of earlier ones goes. */
export const addTouch = (project: Project, artwork: string, touch: Touch): Project => {
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
export const removeTouches = (project: Project, artwork: string, id: string | null): Project =>
  withTouches(
    project,
    artwork,
    id === null ? [] : (project.remap.touches[artwork] ?? []).filter(each => each.id !== id),
  )

/** The project with a set to restrict results to, restricted to it. */
export const setRestriction = (project: Project, set: ColorSet): Project => ({
  ...withRemap(project, { restrict: set.id }),
  sets: [...project.sets.filter(({ id }) => id !== set.id), set].slice(-MAX_SETS),
})
