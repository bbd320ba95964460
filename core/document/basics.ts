import { z } from 'zod'

/** A color as it is stored: six lower-case hexadecimal digits after #. */
export const hexSchema = z.string().regex(/^#[\da-f]{6}$/, 'A color has to be written like #2e4f7f.')
/** An id within a document. */
export const idSchema = z.string().min(1).max(64)
/** A name given by hand, 1 to 120 letters. */
export const nameSchema = z
  .string()
  .trim()
  .min(1, 'A name needs at least one letter.')
  .max(120, 'A name may have up to 120 letters.')
/** The SHA-256 of a file, in hexadecimal. */
export const hashSchema = z.string().regex(/^[\da-f]{64}$/)

/** A part of a whole, in [0, 1]. */
export const part = z.number().min(0).max(1)

/** A hue in degrees, in [0, 360]. */
export const hue = z.number().min(0).max(360)

/** An amount either way, in [-1, 1]. */
export const within = z.number().min(-1).max(1)
