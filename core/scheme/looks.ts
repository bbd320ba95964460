import type { Project, Look } from '#core/document/project'
import type { Swatch } from '#core/document/scheme'
import { positionOf } from './wearScheme'

/**
 * The project in another look. What it has no more (references, and with them samples) stays away; inks the look does
 * not know keep their targets.
 */
export const inLook = (project: Project, look: Look): Project => {
  const references = new Set(project.references.map(({ id }) => id))
  const samples = look.samples.filter(({ reference }) => references.has(reference))
  const known = new Set(samples.map(({ id }) => id))
  const scheme = look.scheme.map((swatch): Swatch => {
    if (swatch.from.kind !== 'sample' || known.has(swatch.from.sample)) return swatch
    return {
      ...swatch,
      from: { kind: 'made', how: 'copy' },
      own: swatch.own ?? {
        hex: swatch.hex,
        hue: swatch.hue,
        angle: positionOf(look, swatch),
        over: look.cast !== null,
      },
    }
  })
  const gathering = { ...look.gathering, of: look.gathering.of.filter(id => references.has(id)) }
  return {
    ...project,
    ...look,
    scheme,
    samples,
    gathering,
    remap: { ...look.remap, targets: { ...project.remap.targets, ...look.remap.targets } },
  }
}
