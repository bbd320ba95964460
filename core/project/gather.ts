import { hsbOf, type Hex } from '../color/convert'
import { numbered, plainName } from '../color/name'
import { USUAL_PATCH } from '../extract/patch'
import { turned } from '../color/wheel'
import { anchorOf, pulled } from '../harmony/pull'
import { MOST_SWATCHES, type Base, type Gathering, type Origin, type Project, type Reference, type Sample, type Swatch } from './schema'
import { freshId, gatheredScheme } from './scheme'

/* What is done to a project in Gather: references, samples, and schemes that are gathered instead of derived. */

/** One result of an extraction: its color and share, and where in which reference it is at home. */
export interface FoundColor { hex: Hex, share: number, reference: string, x: number, y: number }

/** The color a swatch has where it came from; null for one the harmony made. */
export const sourceOf = ({ samples }: Pick<Project, 'samples'>, { from }: Pick<Swatch, 'from'>): Hex | null => {
  if (from.kind === 'harmony') return null
  return from.kind === 'sample' ? samples.find(({ id }) => id === from.sample)?.hex ?? null : from.hex
}

/** Whether a name is only what the color was called by itself. */
const isPlainName = ({ name, hex }: Pick<Swatch, 'name' | 'hex'>): boolean => name.replace(/ \d+$/, '') === plainName(hex)

/** Swatches in other colors; names that only said the color follow it. */
const repainted = (scheme: readonly Swatch[], colorOf: (swatch: Swatch) => Hex): Swatch[] => {
  const next = scheme.map(swatch => {
    const hex = colorOf(swatch)
    return hex === swatch.hex ? swatch : { ...swatch, hex, name: isPlainName(swatch) ? plainName(hex) : swatch.name }
  })
  const names = numbered(next.map(({ name }) => name))
  return next.map((swatch, i) => swatch.name === names[i] ? swatch : { ...swatch, name: names[i] as string })
}

const baseOf = (hex: Hex, hue: number): Base => ({ hex, hue: hsbOf(hex, hue).h, typed: hex })

/**
 * The project with every tied swatch in the color its origin gives it: pulled into the harmony by the amount said, then turned with the
 * whole. Locked swatches and those edited by hand stay. The first swatch is the base.
 */
export const worn = (project: Project): Project => {
  if (project.derived) return project
  const { harmony: { wheel, turn }, gathering: { pull } } = project
  const anchor = anchorOf(wheel, project.scheme.map(swatch => (swatch.tied && !swatch.locked ? sourceOf(project, swatch) : null) ?? swatch.hex))
  const scheme = repainted(project.scheme, swatch => {
    const source = sourceOf(project, swatch)
    return source === null || !swatch.tied || swatch.locked ? swatch.hex : turned(wheel, pulled(source, pull.kind, wheel, anchor, pull.amount), turn)
  })
  return { ...project, scheme, base: scheme[0] && scheme[0].hex !== project.base.hex ? baseOf(scheme[0].hex, project.base.hue) : project.base }
}

/** A scheme that is gathered from now on; the pull starts anew, the shape is not turned. */
const gathered = (project: Project, scheme: Swatch[], samples: Sample[], gathering: Partial<Gathering>): Project => worn({
  ...project, scheme, samples, derived: false, harmony: { ...project.harmony, turn: 0 }, gathering: { ...project.gathering, ...gathering },
})

/** Samples that swatches still refer to. */
const usedSamples = (samples: readonly Sample[], scheme: readonly Swatch[]): Sample[] =>
  samples.filter(({ id }) => scheme.some(({ from }) => from.kind === 'sample' && from.sample === id))

const idsOf = (all: ReadonlyArray<{ id: string }>): string[] => all.map(({ id }) => id)

const freshSampleIds = (count: number, taken: readonly Sample[]): string[] => {
  const ids: string[] = []
  while (ids.length < count) ids.push(freshId('p', new Set([...idsOf(taken), ...ids])))
  return ids
}

/** The project with a scheme extracted from references, each color tied to a sample where it is at home. Locked swatches stay. */
export const extractedInto = (project: Project, found: readonly FoundColor[], gathering: Partial<Gathering>): Project => {
  const kept = usedSamples(project.samples, project.scheme.filter(({ locked }) => locked))
  const ids = freshSampleIds(found.length, kept)
  const before = new Map(project.scheme.map(swatch => [swatch.hex, swatch]))
  const scheme = gatheredScheme(found.map(({ hex, share }, i) => ({ hex, share, name: null, from: { kind: 'sample', sample: ids[i] as string } })), project.scheme)
  const samples = found.map(({ hex, reference, x, y }, i): Sample => ({ id: ids[i] as string, reference, x, y, hex, patch: USUAL_PATCH, found: { x, y, hex } }))
  const named = scheme.map(swatch => swatch.locked ? swatch : { ...swatch, name: before.get(swatch.hex)?.name ?? swatch.name })
  return gathered(project, named, usedSamples([...kept, ...samples], scheme), gathering)
}

/** The project with colors from a list, the artwork or the shelf as its scheme. Locked swatches stay. */
export const takenInto = (project: Project, colors: ReadonlyArray<{ hex: Hex, name: string | null, share: number | null }>, kind: 'list' | 'ink' | 'shelf', title: string): Project => {
  const scheme = gatheredScheme(colors.map(({ hex, name, share }) => ({ hex, name, share, from: { kind, title, hex } })), project.scheme)
  return gathered(project, scheme, usedSamples(project.samples, scheme), { of: [], pull: { ...project.gathering.pull, amount: 0 } })
}

const withSwatch = (project: Project, id: string, change: (swatch: Swatch) => Swatch): Project =>
  worn({ ...project, scheme: project.scheme.map(swatch => swatch.id === id ? change(swatch) : swatch) })

const inColor = ({ scheme }: Project, id: string, hex: Hex): Swatch[] => repainted(scheme, swatch => swatch.id === id ? hex : swatch.hex)

/** A swatch in another color, by hand: its tie to where it came from is cut. */
export const edited = (project: Project, id: string, hex: Hex): Project =>
  withSwatch({ ...project, scheme: inColor(project, id, hex) }, id, swatch => ({ ...swatch, tied: hex === sourceOf(project, swatch) }))

/** A swatch tied again to where it came from, in the color it has there. */
export const retied = (project: Project, id: string): Project => {
  const swatch = project.scheme.find(each => each.id === id)
  const source = swatch && sourceOf(project, swatch)
  return source ? withSwatch({ ...project, scheme: inColor(project, id, source) }, id, each => ({ ...each, tied: true, locked: false })) : project
}

/** A sample elsewhere, or with another patch: the swatch tied to it follows. */
export const sampled = (project: Project, id: string, change: Partial<Pick<Sample, 'x' | 'y' | 'patch' | 'hex'>>): Project => worn({
  ...project,
  samples: project.samples.map(sample => sample.id === id ? { ...sample, ...change } : sample),
  scheme: project.scheme.map(swatch => swatch.from.kind === 'sample' && swatch.from.sample === id && !swatch.locked ? { ...swatch, tied: true } : swatch),
})

/** Samples back where the extraction found them: one, or all. */
export const snapped = (project: Project, id: string | null): Project => {
  const back = project.samples.filter(sample => sample.found && (id === null || sample.id === id))
  return back.reduce((now, { id: each, found }) => found ? sampled(now, each, { ...found, patch: USUAL_PATCH }) : now, project)
}

/** A further sample with a swatch of its own at the end of the scheme; the same project where there is no room for one. */
export const sampleAdded = (project: Project, sample: Omit<Sample, 'id' | 'found'>): Project => {
  if (project.scheme.length >= MOST_SWATCHES) return project
  const id = freshId('p', new Set(idsOf(project.samples)))
  const share = 1 / (project.scheme.length + 1)
  const swatch: Swatch = { id: freshId('s', new Set(idsOf(project.scheme))), hex: sample.hex, name: plainName(sample.hex), role: 'detail', share, offset: 0, locked: false, from: { kind: 'sample', sample: id }, tied: true }
  const scheme = [...project.scheme.map(each => ({ ...each, share: each.share * (1 - share) })), swatch]
  return gathered(project, scheme, [...project.samples, { ...sample, id, found: null }], {})
}

/** The scheme without a swatch, its sample gone too; one swatch always stays. */
export const swatchRemoved = (project: Project, id: string): Project => {
  const scheme = project.scheme.filter(swatch => swatch.id !== id)
  if (!scheme.length || scheme.length === project.scheme.length) return project
  const total = scheme.reduce((sum, { share }) => sum + share, 0) || 1
  const next = scheme.map(swatch => ({ ...swatch, share: swatch.share / total }))
  return gathered(project, next, usedSamples(project.samples, next), {})
}

/** A swatch as the base: it stands first, and nothing else changes in a gathered scheme. */
export const madeBase = (project: Project, id: string): Project => {
  const swatch = project.scheme.find(each => each.id === id)
  if (!swatch) return project
  const scheme = [swatch, ...project.scheme.filter(each => each.id !== id)]
  return { ...worn({ ...project, scheme, derived: false }), base: baseOf(swatch.hex, project.base.hue) }
}

/** The project without a reference: its samples go, the swatches they gave stay as they are and remember its name. */
export const referenceRemoved = (project: Project, id: string): Project => {
  const gone = project.references.find(reference => reference.id === id)
  if (!gone) return project
  const lost = new Map(project.samples.filter(({ reference }) => reference === id).map(sample => [sample.id, sample]))
  const origin = (from: Origin): Origin => {
    const sample = from.kind === 'sample' ? lost.get(from.sample) : undefined
    return sample ? { kind: 'list', title: gone.name, hex: sample.hex } : from
  }
  return {
    ...project,
    references: project.references.filter(reference => reference.id !== id),
    samples: project.samples.filter(sample => !lost.has(sample.id)),
    scheme: project.scheme.map(swatch => ({ ...swatch, from: origin(swatch.from) })),
    gathering: { ...project.gathering, of: project.gathering.of.filter(each => each !== id) },
  }
}

/** How many references lie side by side on the board, and in how many rows. */
const BOARD = { columns: 3, rows: 2 } as const

/** A place on the board, in parts of its width, for one more picture: in rows; where the board is full, a little aside of those that lie there. */
export const nextPlace = (references: readonly Reference[]): Reference['place'] => {
  const at = references.length % (BOARD.columns * BOARD.rows)
  const pile = Math.floor(references.length / (BOARD.columns * BOARD.rows)) % 5 * 0.02
  return { x: 0.0125 + at % BOARD.columns * 0.3325 - pile * (at % BOARD.columns), y: 0.0125 + Math.floor(at / BOARD.columns) * 0.245 + pile * (at < BOARD.columns ? 1 : -1) }
}
