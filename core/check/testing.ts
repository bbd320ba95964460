import fc from 'fast-check'
import type { Hex } from '#core/color/convert'
import { knownInks } from '#core/commands/known'
import type { Project } from '#core/document/project'
import type { Role } from '#core/harmony/proportion'
import { paintingOf } from '#core/painting/painting'
import type { Press } from '#core/print/press'
import type { InkArea } from '#core/remap/inks'
import { newProject } from '#core/scheme/create'
import { findingsOf } from './check'
import type { Finding } from './finding'
import { stateOf, type CheckState } from './state'

/* Projects and states for tests of findings. */

/* A label by hand: paper, lettering on it, a band, a mark on the band. */
export const INKS: InkArea[] = [
  {
    hex: '#f8f4ea',
    area: 0.55,
    beside: [
      ['#202020', 0.4],
      ['#2e4f7f', 0.3],
    ],
  },
  { hex: '#202020', area: 0.05 },
  { hex: '#2e4f7f', area: 0.3, beside: [['#e8b040', 0.3]] },
  { hex: '#e8b040', area: 0.1 },
]
export const known = knownInks(INKS)
export const ROLES: Role[] = ['dominant', 'neutral', 'supporting', 'accent']

/** A project whose swatches color the inks one by one, exactly. */
export const labelIn = (hexes: readonly Hex[], roles: readonly Role[] = ROLES): Project => {
  const start = newProject('Label')
  const scheme = hexes.map((hex, i) => ({
    ...(start.scheme[0] as Project['scheme'][number]),
    ...{
      id: `s${i + 1}`,
      hex,
      hue: 0,
      name: `color ${i + 1}`,
      role: roles[i] ?? 'detail',
      share: [0.55, 0.05, 0.3, 0.1][i] ?? 0.02,
    },
    ...{ from: { kind: 'made' as const, how: 'copy' as const }, own: { hex, hue: 0, angle: 0, over: false } },
  }))
  const targets = Object.fromEntries(INKS.map(({ hex }, i) => [hex, { to: `s${i + 1}`, by: 'hand' as const }]))
  return {
    ...start,
    scheme,
    derived: false,
    baseId: 's1',
    artwork: [{ kind: 'svg', id: 'a1', name: 'Label', hash: '0'.repeat(64), width: 10, height: 10 }],
    remap: { ...start.remap, shading: 'flat', targets },
  }
}
/** The state a project is in on the label. */
export const look = (project: Project, press: Press | null = null): CheckState =>
  stateOf(project, INKS, paintingOf(project, { inks: INKS, standIns: [] })('a1').colors, press)
export const found = (project: Project): Finding[] => findingsOf(look(project))

/** Any color. */
export const anyHex = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`)
