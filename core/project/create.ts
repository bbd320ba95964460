import { css } from '../color/parse'
import { RUNGS } from '../harmony/ladder'
import { matchInks, type InkArea } from '../remap/match'
import { FIRST_GATHERING, FIRST_REMAP, type Base, type Harmony, type Project, type Target } from './schema'
import { schemeOf } from './scheme'
import { baseSwatchOf } from './worn'

const FIRST_BASE: Base = { hex: '#5468b0', hue: css('#5468b0')?.hue ?? 0, typed: '#5468b0' }
const FIRST_HARMONY: Harmony = { kind: 'split complementary', wheel: 'paint', spread: 30, turn: 0, count: 5, free: [0] }

/** A project with nothing in it but a base color and the scheme derived from it. */
export const newProject = (name: string, base: Base = FIRST_BASE, harmony: Harmony = FIRST_HARMONY): Project => ({
  name,
  base,
  harmony,
  scheme: schemeOf(base, harmony),
  lead: null,
  order: 'as set',
  cast: null,
  rungs: RUNGS.usual,
  derived: true,
  references: [],
  samples: [],
  gathering: FIRST_GATHERING,
  artwork: [],
  remap: FIRST_REMAP,
  sets: [],
  at: null,
})

/**
 * The matching of inks to the swatches of a scheme, as the remapping has it, as targets. Inks whose target was set by
 * hand keep it as long as its swatch is there.
 */
export const matchedTargets = (
  inks: readonly InkArea[],
  to: Pick<Project, 'scheme' | 'lead' | 'derived' | 'remap'>,
  before: Readonly<Record<string, Target>> = {},
): Record<string, Target> => {
  const {
    scheme,
    remap: { match, seed },
  } = to
  const ids = new Set(scheme.map(({ id }) => id))
  const matched = matchInks(inks, scheme, { match, seed, base: baseSwatchOf(to)?.id ?? null })
  return Object.fromEntries(
    inks.map(({ hex }) => {
      const said = before[hex]
      if (said?.by === 'hand' && (said.to === null || ids.has(said.to))) return [hex, said]
      return [hex, { to: matched.get(hex) ?? null, by: 'match' as const }]
    }),
  )
}

/** All inks of several artworks as one list: areas are averaged over the artworks, so that together they make 1. */
export const unitedInks = (files: ReadonlyArray<{ inks: readonly InkArea[] }>): InkArea[] => {
  const areas = new Map<string, number>()
  for (const { inks } of files)
    for (const { hex, area } of inks) areas.set(hex, (areas.get(hex) ?? 0) + area / files.length)
  return [...areas].map(([hex, area]) => ({ hex, area })).sort((one, other) => other.area - one.area)
}

/** The title of a copy: “name copy”, then “name copy 2” and so on. */
export const copyName = (name: string): string => {
  const match = /^(.*) copy(?: (\d+))?$/.exec(name)
  return match ? `${match[1]} copy ${Number(match[2] ?? 1) + 1}` : `${name} copy`
}
