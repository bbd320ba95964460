import { arc, withHue, isNeutral, type Hex, type Hued } from '#core/color/convert'
import { hueWords, numberDuplicates, plainName } from '#core/color/name'
import { hexOfKelvin } from '#core/color/planck'
import { angleOf, rotate, rotateHue } from '#core/color/wheel'
import { applyCast } from '#core/harmony/cast'
import { derive, type Derived } from '#core/harmony/derive'
import { distinctColor } from '#core/harmony/distinct'
import { anchorOf, pullToward } from '#core/harmony/pull'
import type { Base, Cast, Swatch } from '#core/document/scheme'
import type { Project } from '#core/document/project'

/* The color every swatch wears: the color that follows from where it came from, from what was set by hand, and from what
   is laid over the whole. */

/** The color a swatch has where it came from; null for one the harmony made or that was made in Compose. */
export const sourceOf = ({ samples }: Pick<Project, 'samples'>, { from }: Pick<Swatch, 'from'>): Hex | null => {
  if (from.kind === 'harmony' || from.kind === 'made') return null
  return from.kind === 'sample' ? (samples.find(({ id }) => id === from.sample)?.hex ?? null) : from.hex
}

/**
 * Returns whether a swatch has something it follows, or would if nothing were set by hand: the harmony, a sample, a color it
 * was taken at.
 */
export const isFollowing = (project: Pick<Project, 'samples' | 'derived'>, swatch: Pick<Swatch, 'from'>): boolean =>
  swatch.from.kind === 'harmony' ? project.derived : sourceOf(project, swatch) !== null

/** The base swatch of a scheme: of a derived one the first the harmony made, of a gathered one the chosen or first. */
export const baseSwatchOf = ({
  scheme,
  baseId,
  derived,
}: Pick<Project, 'scheme' | 'baseId' | 'derived'>): Swatch | undefined =>
  (derived
    ? scheme.find(({ from }) => from.kind === 'harmony' && from.place === 0)
    : scheme.find(({ id }) => id === baseId)) ?? scheme[0]

/** The swatch that covers most. */
export const dominantOf = ({ scheme }: Pick<Project, 'scheme'>): Swatch | undefined =>
  scheme.reduce<Swatch | undefined>((best, swatch) => (best && best.share >= swatch.share ? best : swatch), undefined)

/** The wheel angle a swatch stands at beside the base's own, in degrees: turned with the whole unless freed. */
export const positionOf = (
  { harmony }: Pick<Project, 'harmony'>,
  { freed, offset }: Pick<Swatch, 'freed' | 'offset'>,
): number => (freed ? offset : harmony.turn + offset)

/** The wheel angle of the base color. */
export const baseAngleOf = ({ base, harmony }: Pick<Project, 'base' | 'harmony'>): number =>
  angleOf(harmony.wheel, base.hex, base.hue)

/** Where a swatch stands on the wheel, in degrees: exactly, where it follows from an angle, otherwise by its color. */
export const angleOfSwatch = (project: Project, swatch: Swatch): number => {
  const {
    derived,
    harmony: { wheel },
    cast,
  } = project
  if (!swatch.locked && !cast && swatch.own)
    return angleOf(wheel, swatch.own.hex, swatch.own.hue) + positionOf(project, swatch) - swatch.own.angle
  if (!swatch.locked && !cast && derived && swatch.from.kind === 'harmony')
    return baseAngleOf(project) + positionOf(project, swatch)
  return angleOf(wheel, swatch.hex, swatch.hue)
}

/** The color of a cast. */
export const castColor = ({ of }: Cast): Hex => (of.kind === 'color' ? of.hex : hexOfKelvin(of.kelvin))

/**
 * Returns whether a name is only what the color was called by itself, now or by the words for hues there were before.
 */
const isPlainName = ({ name, hex }: Pick<Swatch, 'name' | 'hex'>): boolean =>
  [plainName(hex), hueWords(hex)].includes(name.replace(/ \d+$/, ''))

/** Swatches in other colors; names that only described the color follow it. */
const repaintSwatches = (scheme: readonly Swatch[], colorOf: (swatch: Swatch) => Hued): Swatch[] => {
  const next = scheme.map(swatch => {
    const { hex, hue } = colorOf(swatch)
    return hex === swatch.hex
      ? hue === swatch.hue
        ? swatch
        : { ...swatch, hue }
      : { ...swatch, hex, hue, name: isPlainName(swatch) ? plainName(hex) : swatch.name }
  })
  const names = numberDuplicates(next.map(({ name }) => name))
  return next.map((swatch, i) => (swatch.name === names[i] ? swatch : { ...swatch, name: names[i] as string }))
}

export const baseOf = (hex: Hex, hue: number): Base => ({ ...withHue(hex, hue), typed: hex })

/** The colors of a project's swatches before any cast, in order. */
const bareColors = (project: Project, derivedNow: readonly Derived[]): Hued[] => {
  const {
    derived,
    harmony: { wheel, turn },
    gathering: { pull },
    base,
  } = project
  const locked = project.scheme.filter(swatch => swatch.locked).map(({ hex }) => hex)
  const sources = project.scheme.map(swatch => (swatch.own || swatch.locked ? null : sourceOf(project, swatch)))
  const anchor = derived
    ? 0
    : anchorOf(
        wheel,
        project.scheme.map((swatch, i) => sources[i] ?? swatch.hex),
      )
  return project.scheme.map((swatch, i) => {
    if (swatch.locked) return swatch
    const { own, from } = swatch
    if (own) {
      const by = positionOf(project, swatch) - own.angle
      return withHue(rotate(wheel, own.hex, by, own.hue), rotateHue(wheel, own.hue, by))
    }
    const made = derived && from.kind === 'harmony' ? derivedNow[from.place] : undefined
    if (made)
      return withHue(
        locked.length ? distinctColor(made.hex, locked) : made.hex,
        rotateHue(wheel, base.hue, turn + made.offset),
      )
    const source = sources[i]
    return source
      ? withHue(rotate(wheel, pullToward(source, pull.kind, wheel, anchor, pull.amount), turn), swatch.hue)
      : swatch
  })
}

/**
 * The project with every swatch in the color it wears. Locked swatches stay as they are. A color set by hand turns
 * with the whole from where it was set, unless freed. What the harmony made follows base, spread and turn; what came
 * from elsewhere is pulled into a harmony by the given amount and turned. A cast lies over all that was not set over
 * it.
 */
export const wearScheme = (project: Project): Project => {
  const { derived, harmony, base, cast } = project
  const derivedNow = derived ? derive({ ...harmony, base: base.hex, baseHue: base.hue }) : []
  const placed =
    derived && harmony.kind !== 'free'
      ? project.scheme.map(swatch => {
          const at = swatch.from.kind === 'harmony' && !swatch.freed ? derivedNow[swatch.from.place] : undefined
          return at && at.offset !== swatch.offset ? { ...swatch, offset: at.offset } : swatch
        })
      : project.scheme
  const bare = new Map(bareColors({ ...project, scheme: placed }, derivedNow).map((color, i) => [placed[i]?.id, color]))
  const tint = cast && castColor(cast)
  const scheme = repaintSwatches(placed, swatch => {
    const { hex, hue } = bare.get(swatch.id) ?? swatch
    return cast && tint && !swatch.locked && !swatch.own?.over
      ? { hex: applyCast(hex, tint, cast.mode, cast.strength), hue }
      : { hex, hue }
  })
  const lead = derived ? undefined : baseSwatchOf({ ...project, scheme })
  return { ...project, scheme, base: lead && lead.hex !== base.hex ? baseOf(lead.hex, base.hue) : base }
}

/** The swatches' colors as they are without the cast. */
export const bareOf = (project: Project): ReadonlyMap<string, Hued> =>
  new Map(
    (project.cast ? wearScheme({ ...project, cast: null }) : project).scheme.map(({ id, hex, hue }) => [
      id,
      { hex, hue },
    ]),
  )

/** A swatch that keeps the color given, set by hand at where it stands; `over` a cast. */
export const setByHand = (project: Project, swatch: Swatch, { hex, hue }: Hued, over: boolean): Swatch => ({
  ...swatch,
  own: { ...withHue(hex, hue), angle: positionOf(project, swatch), over },
})

/** The angle, relative to the base and besides the turn of the whole, at which a color stands. */
export const offsetFor = (project: Project, hex: Hex, hue: number): number =>
  isNeutral(hex) && hue === 0
    ? 0
    : Math.round(arc(0, angleOf(project.harmony.wheel, hex, hue) - baseAngleOf(project) - project.harmony.turn) * 10) /
      10
