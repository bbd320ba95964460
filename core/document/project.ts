import { z } from 'zod'
import { nameSchema, idSchema } from './basics'
import { baseSchema, harmonySchema, swatchSchema, castSchema } from './scheme'
import { MOST_SWATCHES, MOST_REFERENCES, MOST_ARTWORK, MOST_SETS } from './limits'
import { ORDERS } from '../harmony/order'
import { RUNGS } from '../harmony/ladder'
import { checkSchema, FIRST_CHECK } from './check'
import { referenceSchema, sampleSchema, gatheringSchema, FIRST_GATHERING } from './gathering'
import { artworkSchema } from './artwork'
import { remapSchema, colorSetSchema } from './remap'
import { upgraded } from './upgrade'

const documentSchema = z.object({
  name: nameSchema,
  base: baseSchema,
  harmony: harmonySchema,
  scheme: z.array(swatchSchema).min(1).max(MOST_SWATCHES),
  /** The base swatch of a gathered scheme, by its id; the first where nothing is said. */
  baseId: idSchema.nullable().default(null),
  /** The order the scheme is shown in. */
  order: z.enum(ORDERS).default('as set'),
  cast: castSchema.nullable().default(null),
  /** How many rungs a ladder has. */
  rungs: z.number().int().min(RUNGS.least).max(RUNGS.most).default(RUNGS.usual),
  /** Whether the scheme follows from base and harmony, or was gathered. */
  derived: z.boolean().default(true),
  references: z.array(referenceSchema).max(MOST_REFERENCES).default([]),
  samples: z.array(sampleSchema).max(MOST_SWATCHES).default([]),
  gathering: gatheringSchema.default(FIRST_GATHERING),
  artwork: z.array(artworkSchema).max(MOST_ARTWORK),
  remap: remapSchema,
  /** What was said about findings. */
  check: checkSchema.default(FIRST_CHECK),
  /** The sets of colors results can be restricted to. */
  sets: z.array(colorSetSchema).max(MOST_SETS).default([]),
  /** The state of the trail it is in. */
  state: idSchema.nullable().default(null),
})

/** A project as it is stored; one stored by an earlier version is brought up to date. */
export const projectSchema = z.preprocess(upgraded, documentSchema)

/** What makes the look of a project. */
const LOOK = {
  base: true,
  harmony: true,
  scheme: true,
  baseId: true,
  order: true,
  cast: true,
  derived: true,
  samples: true,
  gathering: true,
  remap: true,
} as const

/** What the trail keeps of a project: all that makes its look, and nothing else. */
export const lookSchema = documentSchema.pick(LOOK)

export type Look = z.infer<typeof lookSchema>
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
  Object.fromEntries(Object.keys(LOOK).map(key => [key, project[key as keyof typeof LOOK]])) as Look
