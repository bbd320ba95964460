import { hsbOf } from '#core/color/convert'
import type { Project } from '#core/document/project'
import type { Harmony } from '#core/document/scheme'
import { FIRST_HARMONY, newProject } from '#core/scheme/create'

/** A project derived from a base color, for tests. */
export const derivedFrom = (hex: string, harmony: Partial<Harmony> = {}): Project =>
  newProject('Kites', { hex, hue: hsbOf(hex, 0).h, typed: hex }, { ...FIRST_HARMONY, ...harmony })

/** The project with some of its swatches changed, by their place. */
export const withSwatches = (
  project: Project,
  changes: Readonly<Record<number, Partial<Project['scheme'][number]>>>,
): Project => ({ ...project, scheme: project.scheme.map((swatch, i) => ({ ...swatch, ...changes[i] })) })
