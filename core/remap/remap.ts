import { hexOfLab, labOf, type Hex } from '../color/convert'
import type { InkArea } from './match'

/** How the inks of one swatch follow it: all become it, or each keeps its difference from the lead. */
export const SHADINGS = ['flat', 'relative'] as const
export type Shading = (typeof SHADINGS)[number]

/** What an ink becomes: a swatch, by its id, or null where it is left as is. */
export type Targets = ReadonlyMap<Hex, string | null>

/** The ink that leads each swatch's group: the one that covers most. */
export const leadsOf = (inks: readonly InkArea[], targets: Targets): Map<string, Hex> => {
  const leads = new Map<string, InkArea>()
  for (const ink of inks) {
    const to = targets.get(ink.hex)
    if (to && ink.area > (leads.get(to)?.area ?? -1)) leads.set(to, ink)
  }
  return new Map([...leads].map(([id, { hex }]) => [id, hex]))
}

/** A color that differs from `swatch` as `ink` differs from `lead`, in OKLab, brought into sRGB by chroma. */
export const shaded = (ink: Hex, lead: Hex, swatch: Hex): Hex => {
  if (ink === lead) return swatch
  const [i, l, s] = [labOf(ink), labOf(lead), labOf(swatch)]
  return hexOfLab({ l: Math.min(1, Math.max(0, s.l + i.l - l.l)), a: s.a + i.a - l.a, b: s.b + i.b - l.b })
}

/** The new color of every ink. Inks without a target, or whose swatch is gone, keep their own. */
export const recolored = (
  inks: readonly InkArea[], targets: Targets, swatches: ReadonlyMap<string, Hex>, shading: Shading,
): Map<Hex, Hex> => {
  const leads = shading === 'relative' ? leadsOf(inks, targets) : null
  return new Map(inks.map(({ hex }) => {
    const to = targets.get(hex)
    const swatch = to ? swatches.get(to) : undefined
    if (!to || !swatch) return [hex, hex]
    return [hex, leads ? shaded(hex, leads.get(to) ?? hex, swatch) : swatch]
  }))
}
