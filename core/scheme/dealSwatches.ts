import { hsbOf, labOf, type Hex } from '#core/color/convert'
import { plainName } from '#core/color/name'
import type { Project } from '#core/document/project'
import type { Harmony, Swatch } from '#core/document/scheme'
import { deal, dealLike } from '#core/harmony/deal'
import { usedSamples } from './gather'
import { asTheyStart } from './scheme'
import { baseSwatchOf, wearScheme } from './wearScheme'

/* Deals of a scheme: other companions for what is locked, or for the base. */

/**
 * Colors in the places of others by lightness: the lightest takes the place of the lightest, so that light and dark
 * stay where they are.
 */
const inLightnessOf = (hexes: readonly Hex[], others: readonly Hex[]): Hex[] => {
  const byLightness = (all: readonly Hex[]): number[] =>
    all.map((_, i) => i).sort((one, other) => labOf(all[one] as Hex).l - labOf(all[other] as Hex).l)
  const [from, to] = [byLightness(hexes), byLightness(others)]
  return others.map((_, place) => hexes[from[to.indexOf(place)]!] as Hex)
}

/** The swatches a deal keeps: the locked swatches or, where none is, the base. */
const heldSwatches = (project: Project): Swatch[] => {
  const lockedSwatches = project.scheme.filter(swatch => swatch.locked)
  const base = baseSwatchOf(project)
  return lockedSwatches.length || !base ? lockedSwatches : [base]
}

/** The swatches that a deal gives other colors, in their order. */
export const companionsOf = (project: Project): Swatch[] => {
  const fixed = heldSwatches(project)
  return project.scheme.filter(swatch => !fixed.includes(swatch))
}

/** Options of a deal: in one harmony, or any; or like companions that are given, in the order of `companionsOf`. */
export interface Dealing {
  kind?: Harmony['kind'] | null | undefined
  like?: readonly Hex[] | null | undefined
}

/**
 * The colors of a deal for all swatches that are not fixed, in their order. The lightest comes to the place of the
 * lightest, and so on, so that the artwork keeps its values.
 */
export const dealtColors = (project: Project, seed: number, { kind, like }: Dealing = {}): Hex[] => {
  const others = companionsOf(project)
  const wish = {
    fixed: heldSwatches(project).map(({ hex }) => hex),
    count: others.length,
    wheel: project.harmony.wheel,
    kind: kind ?? undefined,
  }
  return inLightnessOf(
    like?.length === others.length ? dealLike(wish, like, seed) : deal(wish, seed).hexes,
    others.map(({ hex }) => hex),
  )
}

/** The companions of a deal in the places of all swatches that are not fixed. Roles go by what the colors are now. */
export const dealSwatches = (project: Project, seed: number, dealing: Dealing = {}): Project => {
  const base = baseSwatchOf(project)
  const others = companionsOf(project)
  const hexes = dealtColors(project, seed, dealing)
  const gathered = { ...project, derived: false, harmony: { ...project.harmony, turn: 0 }, baseId: base?.id ?? null }
  const adjusted = project.scheme.map((swatch): Swatch => {
    const color = hexes[others.indexOf(swatch)]
    const hex = color ?? swatch.hex
    const next: Swatch = {
      ...swatch,
      hex,
      hue: hsbOf(hex, swatch.hue).h,
      offset: 0,
      freed: false,
      ...(color ? { from: { kind: 'made', how: 'deal' }, name: plainName(hex) } : {}),
    }
    return swatch.locked ? next : { ...next, own: { hex, hue: next.hue, angle: 0, over: project.cast !== null } }
  })
  const scheme = asTheyStart(project.scheme, adjusted)
  return wearScheme({ ...gathered, scheme, samples: usedSamples(project.samples, scheme) })
}
