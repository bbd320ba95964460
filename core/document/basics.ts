import { z } from 'zod'
import { MAX_NAME_LENGTH, onOneLine } from './names'

/** A color as it is stored: six lower-case hexadecimal digits after #. */
export const hexSchema = z.string().regex(/^#[\da-f]{6}$/, 'A color has to be written like #2e4f7f.')
/** An id within a document; not one of those that every object of JavaScript has as names of its own. */
export const idSchema = z
  .string()
  .min(1)
  .max(64)
  .refine(id => !(id in {}), 'An id can’t have this name.')
/** A name given by hand, 1 to 120 letters on one line. */
export const nameSchema = z
  .string()
  .overwrite(onOneLine)
  .min(1, 'A name needs at least one character.')
  .max(MAX_NAME_LENGTH, `A name may have up to ${MAX_NAME_LENGTH} characters.`)

/**
 * A list of so many things, counted before they are looked at; the first that is wrong ends it, so that a long list of what is
 * wrong takes no longer than a short one.
 */
export const listOf = <Item extends z.ZodType>(item: Item, { min = 0, max }: { min?: number; max: number }) =>
  z
    .array(z.unknown())
    .min(min)
    .max(max, `A list can’t have more than ${max} entries.`)
    .transform((items, context): Array<z.output<Item>> => {
      const list: Array<z.output<Item>> = []
      for (const [place, each] of items.entries()) {
        const read = item.safeParse(each)
        if (!read.success) return wrongAt(context, place, read.error)
        list.push(read.data)
      }
      return list
    })

/** The same of things by their ids or names. */
export const recordOf = <Key extends z.ZodType<string>, Value extends z.ZodType>(
  key: Key,
  value: Value,
  { max }: { max: number },
) =>
  z
    .record(z.string(), z.unknown())
    .refine(record => Object.keys(record).length <= max, `There can’t be more than ${max} of a kind.`)
    .transform((record, context): Record<string, z.output<Value>> => {
      const read: Record<string, z.output<Value>> = {}
      for (const [name, each] of Object.entries(record)) {
        const [known, checked] = [key.safeParse(name), value.safeParse(each)]
        if (!known.success) return wrongAt(context, name, known.error)
        if (!checked.success) return wrongAt(context, name, checked.error)
        read[known.data] = checked.data
      }
      return read
    })

/** Takes down the first thing that is wrong with one of many. */
const wrongAt = (context: z.RefinementCtx, place: string | number, error: z.ZodError): never => {
  const [issue] = error.issues
  context.addIssue({
    code: 'custom',
    message: issue?.message ?? 'Invalid input',
    path: [place, ...(issue?.path ?? [])],
  })
  return z.NEVER
}
/** The SHA-256 of a file, in hexadecimal. */
export const hashSchema = z.string().regex(/^[\da-f]{64}$/)

/** A moment, of a year the database knows. */
export const timeSchema = z.iso
  .datetime()
  .refine(time => /^(?:19|2\d)\d\d/.test(time), 'The time is too far in the past.')

/** A part of a whole, in [0, 1]. */
export const part = z.number().min(0).max(1)

/** A hue in degrees, in [0, 360]. */
export const hue = z.number().min(0).max(360)

/** An amount either way, in [-1, 1]. */
export const within = z.number().min(-1).max(1)
