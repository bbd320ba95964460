import { z } from 'zod'
import { RUNGS } from '#core/harmony/ladder'
import { artworkSchema } from './artwork'
import { idSchema, listOf, nameSchema } from './basics'
import { checkSchema, FIRST_CHECK } from './check'
import { referenceSchema } from './gathering'
import { MAX_ARTWORK, MAX_GRADIENTS, MAX_REFERENCES, MAX_SETS } from './limits'
import { FIRST_MOOD, gradientSchema, moodSchema } from './handOver'
import { FIRST_LINE_UP, lineUpSchema } from './lineUp'
import { LOOK_KEYS, lookSchema, type Look } from './look'
import { colorSetSchema } from './remap'
import { upgradeDocument } from './upgrade'

export { lookSchema, type Look } from './look'

const documentSchema = z.object({
  name: nameSchema,
  ...lookSchema.shape,
  /** Number of rungs of a ladder. */
  rungs: z.number().int().min(RUNGS.min).max(RUNGS.max).default(RUNGS.usual),
  references: listOf(referenceSchema, { max: MAX_REFERENCES }).default([]),
  artwork: listOf(artworkSchema, { max: MAX_ARTWORK }),
  /** Notes on findings. */
  check: checkSchema.default(FIRST_CHECK),
  /** The colorways it was frozen in. */
  lineUp: lineUpSchema.default(FIRST_LINE_UP),
  /** The gradients made of its swatches, and its mood page. */
  gradients: listOf(gradientSchema, { max: MAX_GRADIENTS }).default([]),
  mood: moodSchema.default(FIRST_MOOD),
  /** The sets of colors results can be restricted to. */
  sets: listOf(colorSetSchema, { max: MAX_SETS }).default([]),
  /** The state of the trail it is in. */
  state: idSchema.nullable().default(null),
})

/** A project as it is stored; one stored by an earlier version is brought up to date. */
export const projectSchema = z.preprocess(upgradeDocument, documentSchema)

export type Project = z.infer<typeof projectSchema>

/** A stored project: the document, the version it has reached, and by which save. */
export const storedProjectSchema = z.object({
  id: z.uuid(),
  version: z.number().int().min(1),
  updatedAt: z.string(),
  /** The id of the save that made this version; null where none is known. */
  lastSave: z.uuid().nullable().default(null),
  document: projectSchema,
})
export type StoredProject = z.infer<typeof storedProjectSchema>

/** All that makes the look of a project. */
export const lookOf = (project: Project): Look =>
  Object.fromEntries(LOOK_KEYS.map(key => [key, project[key]])) as unknown as Look
