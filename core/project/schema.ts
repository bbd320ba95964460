import { z } from 'zod'
import { COUNT } from '../harmony/derive'
import { HARMONIES } from '../harmony/harmony'
import { ROLES } from '../harmony/proportion'
import { SHADINGS } from '../remap/remap'
import { WHEELS } from '../color/wheel'

export const hexSchema = z.string().regex(/^#[\da-f]{6}$/)
export const idSchema = z.string().min(1).max(64)
export const nameSchema = z.string().trim().min(1, 'A name needs at least one letter.').max(120, 'A name may have up to 120 letters.')
export const hashSchema = z.string().regex(/^[\da-f]{64}$/)

/** The base color: its value, the HSB hue it is remembered by, and how it was typed. */
export const baseSchema = z.object({ hex: hexSchema, hue: z.number().min(0).max(360), typed: z.string().max(200) })

/** How the scheme is derived from its base. Angles in degrees. */
export const harmonySchema = z.object({
  kind: z.enum(HARMONIES),
  wheel: z.enum(WHEELS),
  spread: z.number().min(0).max(180),
  turn: z.number().min(-360).max(360),
  count: z.number().int().min(COUNT.least).max(COUNT.most),
  /** The angles of a free harmony, relative to the base. */
  free: z.array(z.number()).max(COUNT.most),
})

export const swatchSchema = z.object({
  id: idSchema,
  hex: hexSchema,
  name: z.string().max(120),
  role: z.enum(ROLES),
  share: z.number().min(0).max(1),
  /** The wheel angle it was derived at, relative to the base. */
  offset: z.number(),
})

/** Artwork of the project; its file is stored by content hash. */
export const artworkSchema = z.object({ id: idSchema, name: nameSchema, hash: hashSchema, width: z.number().positive(), height: z.number().positive() })

/** What an ink becomes: a swatch, or null where it is left as is; and whether that was matched or set by hand. */
export const targetSchema = z.object({ to: idSchema.nullable(), by: z.enum(['match', 'hand']) })

export const projectSchema = z.object({
  name: nameSchema,
  base: baseSchema,
  harmony: harmonySchema,
  scheme: z.array(swatchSchema).min(1).max(12),
  artwork: z.array(artworkSchema).max(200),
  remap: z.object({ targets: z.record(hexSchema, targetSchema), shading: z.enum(SHADINGS) }),
})

export type Base = z.infer<typeof baseSchema>
export type Harmony = z.infer<typeof harmonySchema>
export type Swatch = z.infer<typeof swatchSchema>
export type Artwork = z.infer<typeof artworkSchema>
export type Target = z.infer<typeof targetSchema>
export type Project = z.infer<typeof projectSchema>

/** What is kept of an artwork file beside its bytes: its size and its inks by falling area. */
export const inkSchema = z.object({ hex: hexSchema, area: z.number().min(0).max(1.001), uses: z.number().int().min(0) })
export type InkRecord = z.infer<typeof inkSchema>

export const artworkFileSchema = z.object({
  hash: hashSchema,
  name: nameSchema,
  width: z.number().positive(),
  height: z.number().positive(),
  inks: z.array(inkSchema),
  removed: z.array(z.object({ what: z.string(), line: z.number().int() })),
  notes: z.array(z.string()),
})
export type ArtworkFile = z.infer<typeof artworkFileSchema>

/** A stored project: the document and the version it has reached. */
export const storedProjectSchema = z.object({ id: z.uuid(), version: z.number().int().min(1), updatedAt: z.string(), document: projectSchema })
export type StoredProject = z.infer<typeof storedProjectSchema>
