import { hsbOf, type Hex } from '#core/color/convert'
import { plainName } from '#core/color/name'
import { USUAL_PATCH } from '#core/extract/patch'
import { MAX_SWATCHES } from '#core/document/limits'
import type { Gathering, Reference, Sample } from '#core/document/gathering'
import type { Origin, Swatch } from '#core/document/scheme'
import type { Project } from '#core/document/project'
import { freshId, freshIds, gatheredScheme, type Gathered } from './scheme'
import { bareOf, baseOf, sourceOf, wearScheme } from './wearScheme'

/* Operations on a project in Gather: references, samples, and schemes that are gathered instead of derived. */

/** One result of an extraction: its color and share, and where in which reference it is at home. */
export interface FoundColor {
  hex: Hex
  share: number
  reference: string
  x: number
  y: number
}

/** A swatch of a derived scheme on its way into a gathered one: it keeps the color it has. */
const settleSwatch = (project: Project, swatch: Swatch): Swatch => {
  if (!project.derived || swatch.locked || (swatch.own === null && sourceOf(project, swatch) !== null)) return swatch
  return {
    ...swatch,
    offset: 0,
    freed: false,
    own: {
      hex: bareOf(project).get(swatch.id)?.hex ?? swatch.hex,
      hue: swatch.hue,
      angle: 0,
      over: swatch.own?.over ?? false,
    },
  }
}

/** A scheme that is gathered from now on. `scheme` may hold swatches the project had. */
const asGathered = (project: Project, scheme: Swatch[], samples: Sample[], gathering: Partial<Gathering>): Project =>
  wearScheme({
    ...project,
    samples,
    derived: false,
    harmony: { ...project.harmony, turn: project.derived ? 0 : project.harmony.turn },
    gathering: { ...project.gathering, ...gathering },
    scheme: scheme.map(swatch => (project.scheme.includes(swatch) ? settleSwatch(project, swatch) : swatch)),
    baseId: scheme.some(({ id }) => id === project.baseId) ? project.baseId : null,
  })

/** Samples that swatches still refer to. */
export const usedSamples = (samples: readonly Sample[], scheme: readonly Swatch[]): Sample[] =>
  samples.filter(({ id }) => scheme.some(({ from }) => from.kind === 'sample' && from.sample === id))

const idsOf = (all: ReadonlyArray<{ id: string }>): string[] => all.map(({ id }) => id)

/** The project with its shape where it started. */
const resetTurn = (project: Project): Project => ({ ...project, harmony: { ...project.harmony, turn: 0 } })

/**
 * The project with a scheme extracted from references, each color tied to a sample where it is at home. Locked
 * swatches stay.
 */
export const takeExtracted = (
  project: Project,
  found: readonly FoundColor[],
  gathering: Partial<Gathering>,
): Project => {
  const staying = usedSamples(
    project.samples,
    project.scheme.filter(({ locked }) => locked),
  )
  const ids = freshIds('p', found.length, idsOf(staying))
  const before = new Map(project.scheme.map(swatch => [swatch.hex, swatch]))
  const scheme = gatheredScheme(
    found.map(({ hex, share }, i) => ({ hex, share, name: null, from: { kind: 'sample', sample: ids[i] as string } })),
    project.scheme,
  )
  const samples = found.map(
    ({ hex, reference, x, y }, i): Sample => ({
      id: ids[i] as string,
      reference,
      x,
      y,
      hex,
      patch: USUAL_PATCH,
      found: { x, y, hex },
    }),
  )
  const named = scheme.map(swatch =>
    swatch.locked ? swatch : { ...swatch, name: before.get(swatch.hex)?.name ?? swatch.name },
  )
  return asGathered(
    { ...resetTurn(project), cast: gathering.pull ? null : project.cast },
    named,
    usedSamples([...staying, ...samples], scheme),
    gathering,
  )
}

/** The project with colors from a list, the artwork or the shelf as its scheme. Locked swatches stay. */
export const takeColors = (
  project: Project,
  colors: ReadonlyArray<Omit<Gathered, 'from'>>,
  kind: 'list' | 'ink' | 'shelf',
  title: string,
): Project => {
  const scheme = gatheredScheme(
    colors.map(color => ({ ...color, from: { kind, title, hex: color.hex } })),
    project.scheme,
  )
  return asGathered({ ...resetTurn(project), cast: null }, scheme, usedSamples(project.samples, scheme), {
    of: [],
    pull: { ...project.gathering.pull, amount: 0 },
  })
}

/** A sample elsewhere, or with another patch: the swatch tied to it follows. */
export const moveSample = (
  project: Project,
  id: string,
  change: Partial<Pick<Sample, 'x' | 'y' | 'patch' | 'hex'>>,
): Project =>
  wearScheme({
    ...project,
    samples: project.samples.map(sample => (sample.id === id ? { ...sample, ...change } : sample)),
    scheme: project.scheme.map(swatch =>
      swatch.from.kind === 'sample' && swatch.from.sample === id && !swatch.locked ? { ...swatch, own: null } : swatch,
    ),
  })

/** Samples back where the extraction found them: one, or all. */
export const snapSamples = (project: Project, id: string | null): Project => {
  const back = project.samples.filter(sample => sample.found && (id === null || sample.id === id))
  return back.reduce(
    (now, { id: each, found }) => (found ? moveSample(now, each, { ...found, patch: USUAL_PATCH }) : now),
    project,
  )
}

/**
 * A further sample with a swatch of its own at the end of the scheme; the same project where there is no room for one.
 */
export const addSample = (project: Project, sample: Omit<Sample, 'id' | 'found'>): Project => {
  if (project.scheme.length >= MAX_SWATCHES) return project
  const id = freshId('p', new Set(idsOf(project.samples)))
  const share = 1 / (project.scheme.length + 1)
  const swatch: Swatch = {
    id: freshId('s', new Set(idsOf(project.scheme))),
    hex: sample.hex,
    hue: hsbOf(sample.hex).h,
    name: plainName(sample.hex),
    role: 'detail',
    share,
    offset: 0,
    locked: false,
    from: { kind: 'sample', sample: id },
    own: null,
    freed: false,
  }
  const all = asGathered(project, project.scheme, [...project.samples, { ...sample, id, found: null }], {})
  return wearScheme({
    ...all,
    scheme: [...all.scheme.map(each => ({ ...each, share: each.share * (1 - share) })), swatch],
  })
}

/** A swatch as the base: it stands first, and nothing else changes in a gathered scheme. */
export const makeBase = (project: Project, id: string): Project => {
  const swatch = project.scheme.find(each => each.id === id)
  if (!swatch) return project
  const scheme = [swatch, ...project.scheme.filter(each => each.id !== id)]
  if (!project.derived) return wearScheme({ ...project, scheme, baseId: id })
  return {
    ...asGathered({ ...project, baseId: id }, scheme, project.samples, {}),
    base: baseOf(swatch.hex, project.base.hue),
  }
}

/** The project without a reference: its samples go, the swatches they gave stay as they are and remember its name. */
export const removeReference = (project: Project, id: string): Project => {
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

/** Number of references that lie side by side on the board, and in how many rows. */
const BOARD = { columns: 3, rows: 2 } as const

/**
 * A place on the board, in parts of its width, for one more picture: in rows; where the board is full, a little aside
 * of those that lie there.
 */
export const nextPlace = (references: readonly Reference[]): Reference['place'] => {
  const at = references.length % (BOARD.columns * BOARD.rows)
  const pile = (Math.floor(references.length / (BOARD.columns * BOARD.rows)) % 5) * 0.02
  return {
    x: 0.0125 + (at % BOARD.columns) * 0.3325 - pile * (at % BOARD.columns),
    y: 0.0125 + Math.floor(at / BOARD.columns) * 0.245 + pile * (at < BOARD.columns ? 1 : -1),
  }
}
