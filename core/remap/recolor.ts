import { hexOfLch, isNeutral, lchOf, type Hex } from '#core/color/convert'
import type { InkArea } from './match'
import { okDistance } from '#core/color/difference'
import { ladder, LADDERS } from '#core/harmony/ladder'
import { graphOf } from './graph'
import { holdColors } from './hold'
import { isHeld, shadeGroup, type Shading } from './shading'

/** The targets of inks: a swatch, by its id, or null where it is left as is. */
export type Targets = ReadonlyMap<Hex, string | null>

/**
 * Treatment of blacks, whites and near-neutrals: as inks like any other, left as they are, or tinted with the
 * dominant hue.
 */
export const NEUTRALS = ['inks', 'left', 'tinted'] as const
export type Neutrals = (typeof NEUTRALS)[number]

/** All that decides what inks become. */
export interface Remapping {
  targets: Targets
  swatches: ReadonlyMap<string, Hex>
  shadingOf: (swatch: string) => Shading
  /** The hold, in [0, 1]: how closely inks keep their swatch where the picture needs them lighter or darker. */
  hold: number
  /** Number of rungs of a swatch's ladders. */
  rungs: number
  /** The ink chosen to lead a swatch's group, where one was. */
  chosenLead: (swatch: string) => Hex | undefined
  /** Inks that are not sent anywhere but tinted with a hue. */
  tinted: ReadonlySet<Hex>
  tint: Hex
}

/**
 * The ink that leads each swatch's group: the chosen one as long as it is in the group, or the one that covers most.
 */
export const leadsOf = (
  inks: readonly InkArea[],
  targets: Targets,
  chosen: (swatch: string) => Hex | undefined = () => undefined,
): Map<string, Hex> => {
  const leads = new Map<string, InkArea>()
  for (const ink of inks) {
    const to = targets.get(ink.hex)
    if (!to) continue
    const now = leads.get(to)
    if (!now || (chosen(to) !== now.hex && (ink.area > now.area || chosen(to) === ink.hex))) leads.set(to, ink)
  }
  return new Map([...leads].map(([id, { hex }]) => [id, hex]))
}

/**
 * The OKLCH chroma of a tinted neutral in the middle of the lightness range; it falls to nothing at black and white.
 */
const TINT = 0.022

/** A neutral of the same lightness that carries a hint of a hue. */
export const tintNeutral = (hex: Hex, tint: Hex): Hex => {
  const { l } = lchOf(hex)
  return isNeutral(tint) ? hex : hexOfLch({ l, c: TINT * Math.min(1, 4 * l * (1 - l)), h: lchOf(tint).h })
}

/** Moves what follows its swatch as the picture needs it, beside all else, which stays. */
const holdPicture = (
  inks: readonly InkArea[],
  colors: Map<Hex, Hex>,
  { targets, shadingOf, chosenLead, swatches, hold, rungs }: Remapping,
): void => {
  const graph = graphOf(inks)
  const wanted = graph.nodes.map(({ hex }) => {
    const to = targets.get(hex)
    const follows = to && swatches.has(to) && isHeld(shadingOf(to))
    return { hex: colors.get(hex) ?? hex, fixed: !follows, leads: Boolean(to) && chosenLead(to ?? '') === hex }
  })
  const steps = new Map<Hex, Hex[]>()
  /** The swatch or the rung of its ladders that a color is nearest to. */
  const onRung = (swatch: Hex, color: Hex): Hex => {
    const known = steps.get(swatch) ?? [swatch, ...LADDERS.flatMap(kind => ladder(swatch, kind, rungs))]
    steps.set(swatch, known)
    return known.reduce((best, rung) => (okDistance(rung, color) < okDistance(best, color) ? rung : best))
  }
  holdColors(graph, wanted, hold).forEach((color, i) => {
    const ink = graph.nodes[i]?.hex ?? ''
    const to = targets.get(ink)
    const swatch = to ? swatches.get(to) : undefined
    colors.set(ink, to && swatch && shadingOf(to) === 'rungs' ? onRung(swatch, color) : color)
  })
}

/** The new color of every ink. Inks without a target, or whose swatch is gone, keep their own. */
export const recolorInks = (inks: readonly InkArea[], remapping: Remapping): Map<Hex, Hex> => {
  const { targets, swatches, shadingOf, chosenLead, tinted, tint } = remapping
  const leads = leadsOf(inks, targets, chosenLead)
  const groups = new Map<string, Hex[]>()
  const colors = new Map<Hex, Hex>()
  for (const { hex } of inks) {
    const to = targets.get(hex)
    colors.set(hex, tinted.has(hex) ? tintNeutral(hex, tint) : hex)
    if (!to || !swatches.has(to)) continue
    const group = groups.get(to)
    if (group) group.push(hex)
    else groups.set(to, [hex])
  }
  for (const [id, group] of groups)
    for (const [hex, color] of shadeGroup(group, leads.get(id) as Hex, swatches.get(id) as Hex, shadingOf(id)))
      colors.set(hex, color)
  if ([...groups.keys()].some(id => isHeld(shadingOf(id)))) holdPicture(inks, colors, remapping)
  return colors
}
