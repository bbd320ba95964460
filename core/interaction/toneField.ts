import { hexOfHsb, hsbOf, unit, type Hsb } from '#core/color/convert'
import type { Command } from '#core/commands/commands'
import type { Project } from '#core/document/project'
import type { Swatch } from '#core/document/scheme'
import { bareOf, baseSwatchOf } from '#core/scheme/wearScheme'
import { clamp } from '#core/math/clamp'

/** A swatch as a target in the tone field: its HSB, saturation across and brightness up, both in [0, 1]. */
export interface ToneTarget extends Hsb {
  swatch: Swatch
  isBase: boolean
}

/** Returns the targets of all swatches, in the order of the scheme. */
export const toneTargets = (project: Project): ToneTarget[] => {
  const base = baseSwatchOf(project)?.id
  return project.scheme.map(swatch => ({ swatch, isBase: swatch.id === base, ...hsbOf(swatch.hex, swatch.hue) }))
}

const colorOf = ({ h, s, b }: Hsb): { hex: string; hue: number } => ({ hex: hexOfHsb({ h, s, b }), hue: h })

/** Returns a shift limited so that every one of the values, moved by it, stays in [0, 1]. */
const shiftWithin = (shift: number, values: readonly number[]): number =>
  clamp(shift, -Math.min(...values), 1 - Math.max(...values))

/**
 * Returns the command that moves a swatch by parts of the field from where it stood when the hand came to it, or, where
 * all go together, all unlocked swatches by as much as leaves each of them in the field. Null where it is locked.
 *
 * @param saturation shift in [-1, 1]
 * @param brightness shift in [-1, 1]
 */
export const moveTone = (
  project: Project,
  { swatch, h, s, b }: ToneTarget,
  saturation: number,
  brightness: number,
  together: boolean,
): Command | null => {
  if (swatch.locked) return null
  if (!together)
    return {
      do: 'edit swatch',
      id: swatch.id,
      ...colorOf({ h, s: unit(s + saturation), b: unit(b + brightness) }),
    }
  const bare = bareOf(project)
  const moving = project.scheme
    .filter(({ locked }) => !locked)
    .map(({ id, hex, hue }) => ({ id, ...hsbOf(bare.get(id)?.hex ?? hex, bare.get(id)?.hue ?? hue) }))
  const ds = shiftWithin(
    saturation,
    moving.map(each => each.s),
  )
  const db = shiftWithin(
    brightness,
    moving.map(each => each.b),
  )
  return {
    do: 'recolor swatches',
    what: 'tone of all',
    colors: Object.fromEntries(moving.map(each => [each.id, colorOf({ h: each.h, s: each.s + ds, b: each.b + db })])),
  }
}

/** Returns how a target is named to screen readers. */
export const toneLabel = ({ swatch, isBase }: Pick<ToneTarget, 'swatch' | 'isBase'>): string =>
  `${isBase ? 'Base' : swatch.name} in the tone field${swatch.locked ? ', locked' : ''}`
