import { labOf, lchOf, NEUTRAL_CHROMA, type Hex } from '#core/color/convert'
import { labDistance } from '#core/color/difference'
import type { InkArea } from './match'

/** Maximum distance of inks that are gathered, in hundredths of ΔEOK. */
export const TOLERANCE = { min: 0, max: 20 } as const

/**
 * Gathers near-identical inks: by falling area, each joins the nearest of those before it that lead, or, where none is
 * within the tolerance (hundredths of ΔEOK), leads itself; what stays as it is does in any case. Returns the lead of every ink; with 0
 * each leads itself.
 */
export const nearLeads = (inks: readonly InkArea[], tolerance: number): Map<Hex, Hex> => {
  if (tolerance <= 0) return new Map(inks.map(({ hex }) => [hex, hex]))
  const max = tolerance / 100
  const leads: Array<{ hex: Hex; l: number; a: number; b: number }> = []
  const led = new Map<Hex, Hex>()
  for (const { hex, stays } of [...inks].sort((one, other) => other.area - one.area)) {
    if (stays) {
      led.set(hex, hex)
      continue
    }
    const lab = labOf(hex)
    let [best, near] = [max, '']
    for (const lead of leads) {
      if (Math.abs(lead.l - lab.l) > best) continue
      const distance = labDistance(lead, lab)
      if (distance <= best) [best, near] = [distance, lead.hex]
    }
    if (!near) leads.push({ hex, ...lab })
    led.set(hex, near || hex)
  }
  return led
}

/**
 * A family: inks that are lighter and darker versions of one hue, by falling area; the first leads. `hue` is null for
 * the neutrals.
 */
export interface Family {
  hue: number | null
  inks: Hex[]
  area: number
}

/** A gap between hues, in degrees, at which one family ends and another begins, and the widest a family may be. */
const GAP = 14
const WIDEST = 48

/** Parts a run of hues at its widest gap until no part is wider than a family may be. */
const splitAtGap = <Point extends { h: number }>(run: readonly Point[]): Point[][] => {
  const [first, last] = [run[0], run.at(-1)]
  if (!first || !last || last.h - first.h <= WIDEST) return run.length ? [[...run]] : []
  let at = 1
  for (let i = 1; i < run.length; i++) {
    const gap = (i: number): number => (run[i] as Point).h - (run[i - 1] as Point).h
    if (gap(i) > gap(at)) at = i
  }
  return [...splitAtGap(run.slice(0, at)), ...splitAtGap(run.slice(at))]
}

/**
 * The families of an artwork's inks by OKLCH hue, by falling area, the neutrals last. Hues stand together up to gaps
 * of 14°, within 48°.
 */
export const familiesOf = (inks: readonly InkArea[]): Family[] => {
  const points = inks.map(({ hex, area }) => ({ hex, area, ...lchOf(hex) }))
  const vivid = points.filter(({ c }) => c >= NEUTRAL_CHROMA).sort((one, other) => one.h - other.h)
  const gapBefore = vivid.map(({ h }, i) => (i ? h - (vivid[i - 1]?.h ?? 0) : h + 360 - (vivid.at(-1)?.h ?? 0)))
  const start = Math.max(0, gapBefore.indexOf(Math.max(...gapBefore)))
  const round = vivid
    .map((_, i) => vivid[(start + i) % vivid.length] as (typeof vivid)[number])
    .map(point => ({ ...point, h: point.h < (vivid[start]?.h ?? 0) ? point.h + 360 : point.h }))
  const runs: Array<typeof round> = []
  round.forEach((point, i) => {
    const last = runs.at(-1)
    if (last && point.h - (round[i - 1]?.h ?? 0) < GAP) last.push(point)
    else runs.push([point])
  })
  const family = (members: typeof points, hue: (lead: Hex) => number | null): Family[] => {
    const ordered = [...members].sort((one, other) => other.area - one.area)
    const lead = ordered[0]
    return lead
      ? [
          {
            hue: hue(lead.hex),
            inks: ordered.map(({ hex }) => hex),
            area: members.reduce((sum, { area }) => sum + area, 0),
          },
        ]
      : []
  }
  return [
    ...runs
      .flatMap(splitAtGap)
      .flatMap(members => family(members, lead => lchOf(lead).h))
      .sort((one, other) => other.area - one.area),
    ...family(
      points.filter(({ c }) => c < NEUTRAL_CHROMA),
      () => null,
    ),
  ]
}
