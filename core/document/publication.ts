import { z } from 'zod'
import { ROLES } from '#core/harmony/proportion'
import { hashSchema, hexSchema, idSchema, listOf, nameSchema, part } from './basics'
import { SVG_WAYS } from './handOver'
import { makingSchema } from './job'
import { MAX_ARTWORK } from './limits'

/* A publication: a colorway as files behind a link, in versions, so that those who use it can follow the brand. */

/** The choice of what to publish: a colorway (or the project as it is now), and which artwork in it; null for all of it. */
export const publicationPutSchema = z.object({
  title: nameSchema,
  look: idSchema,
  artwork: listOf(idSchema, { max: MAX_ARTWORK * 2 }).nullable(),
  svg: z.enum(SVG_WAYS).default('tokens'),
  ladders: z.boolean().default(false),
})
export type PublicationPut = z.infer<typeof publicationPutSchema>

const publishedSwatchSchema = z.object({ name: z.string(), hex: hexSchema, role: z.enum(ROLES), share: part })
/** With its id in the project, by which the next version knows it whatever it is called then. */
const ownSwatchSchema = publishedSwatchSchema.extend({ id: idSchema })
export type PublishedSwatch = z.infer<typeof ownSwatchSchema>

/** Differences of a version from the one before: swatches, a changed one by its name now and its name before, and numbers of files. */
export const publishedChangesSchema = z.object({
  swatches: z.object({
    added: z.array(z.string()),
    removed: z.array(z.string()),
    changed: z.array(z.object({ name: z.string(), before: z.string(), from: hexSchema, to: hexSchema })),
  }),
  files: z.object({
    added: z.number().int().min(0),
    changed: z.number().int().min(0),
    removed: z.number().int().min(0),
  }),
})
export type PublishedChanges = z.infer<typeof publishedChangesSchema>

const publishedVersionSchema = z.object({
  version: z.number().int().min(1),
  at: z.iso.datetime(),
  changes: publishedChangesSchema,
})
export type PublishedVersion = z.infer<typeof publishedVersionSchema>

/** A published file: its path, its size in bytes, its SHA-256, and the version it changed in last. */
const publishedFileSchema = z.object({
  path: z.string(),
  size: z.number().int().min(0),
  sha256: hashSchema,
  version: z.number().int().min(1),
})
export type PublishedFile = z.infer<typeof publishedFileSchema>

/** A publication as whoever has the link sees it. */
export const publishedBrandSchema = publishedVersionSchema.extend({
  title: z.string(),
  swatches: z.array(publishedSwatchSchema),
  files: z.array(publishedFileSchema),
})
export type PublishedBrand = z.infer<typeof publishedBrandSchema>

/** A publication as its designer sees it. */
export const publicationSchema = z.object({
  id: z.uuid(),
  /** The choice when it was published last. */
  put: publicationPutSchema,
  /** The name of the colorway. */
  lookName: z.string(),
  swatches: z.array(ownSwatchSchema),
  /** The present version; 0 until the first is written. */
  version: z.number().int().min(0),
  /** The latest versions, the latest first. */
  versions: z.array(publishedVersionSchema),
  createdAt: z.iso.datetime(),
  withdrawnAt: z.iso.datetime().nullable(),
  /** The link; null for those who may only look, and where it was made by another server. */
  link: z.string().nullable(),
  /** Number of its files, and their size in bytes. */
  files: z.number().int().min(0),
  bytes: z.number().int().min(0),
  /** Progress of the version that is being written, or why that failed. */
  making: makingSchema.nullable(),
})
export type Publication = z.infer<typeof publicationSchema>

/** A publication as it is listed where projects and schemes are listed. */
export const publishedSchema = z.object({
  id: z.uuid(),
  project: z.object({ id: z.uuid(), name: z.string() }),
  title: z.string(),
  version: z.number().int().min(1),
  at: z.iso.datetime(),
  colors: z.array(hexSchema),
})
export type Published = z.infer<typeof publishedSchema>
