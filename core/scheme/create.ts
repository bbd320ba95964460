import type { Base, Harmony } from '#core/document/scheme'
import { css } from '#core/color/parse'
import type { Project } from '#core/document/project'
import { schemeOf } from './scheme'
import { RUNGS } from '#core/harmony/ladder'
import { FIRST_GATHERING } from '#core/document/gathering'
import { FIRST_MOOD } from '#core/document/handOver'
import { FIRST_LINE_UP } from '#core/document/lineUp'
import { FIRST_CHECK } from '#core/document/check'
import { FIRST_REMAP } from '#core/document/remap'

const FIRST_BASE: Base = { hex: '#5468b0', hue: css('#5468b0')?.hue ?? 0, typed: '#5468b0' }
/** The harmony a new project starts with. */
export const FIRST_HARMONY: Harmony = {
  kind: 'split complementary',
  wheel: 'paint',
  plan: 'spread',
  profile: [],
  spread: 30,
  turn: 0,
  count: 5,
  free: [0],
}

/** A project with nothing in it but a base color and the scheme derived from it. */
export const newProject = (name: string, base: Base = FIRST_BASE, harmony: Harmony = FIRST_HARMONY): Project => ({
  name,
  base,
  harmony,
  scheme: schemeOf(base, harmony),
  baseId: null,
  order: 'as set',
  cast: null,
  rungs: RUNGS.usual,
  derived: true,
  references: [],
  samples: [],
  gathering: FIRST_GATHERING,
  artwork: [],
  remap: FIRST_REMAP,
  check: FIRST_CHECK,
  lineUp: FIRST_LINE_UP,
  gradients: [],
  mood: FIRST_MOOD,
  sets: [],
  state: null,
})
