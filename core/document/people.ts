import { z } from 'zod'
import { nameSchema } from './basics'
import { ROLES } from './roles'

export const roleSchema = z.enum(ROLES)

/** The shortest and the longest password, in letters. */
export const PASSWORD = { least: 10, most: 200 }

/** A password as it is set: written one way, whatever keyboard it comes from. */
export const passwordSchema = z
  .string()
  .overwrite(text => text.normalize('NFKC'))
  .min(PASSWORD.least, `A password needs at least ${PASSWORD.least} characters.`)
  .max(PASSWORD.most, `A password may have up to ${PASSWORD.most} characters.`)
  .refine(text => new Set(text).size > 3, 'A password with so few different characters is guessed easily.')

/** The credentials of somebody who signs in. */
export const signInSchema = z.object({
  name: nameSchema,
  password: z
    .string()
    .overwrite(text => text.normalize('NFKC'))
    .max(PASSWORD.most),
})

/** Somebody who works here. */
export const personSchema = z.object({ id: z.uuid(), name: nameSchema, role: roleSchema })
export type Person = z.infer<typeof personSchema>

/** The same in the list of all: whether they have set a password, and when they were here last. */
export const listedPersonSchema = personSchema.extend({ isSet: z.boolean(), seenAt: z.iso.datetime().nullable() })
export type ListedPerson = z.infer<typeof listedPersonSchema>

/** Who one is here: nobody in particular where nobody is asked, null where one has to sign in. */
export const meSchema = z.object({ asks: z.boolean(), person: personSchema.nullable() })
export type Me = z.infer<typeof meSchema>

/** Where one is signed in. */
export const signedInSchema = z.object({
  id: z.string(),
  browser: z.string(),
  since: z.iso.datetime(),
  seenAt: z.iso.datetime(),
  isThis: z.boolean(),
})
export type SignedIn = z.infer<typeof signedInSchema>

/** The subject of a link to set a password: a person, or the first owner, who says their name. */
export const welcomeSchema = z.union([
  z.object({ name: nameSchema, role: roleSchema }),
  z.object({ name: z.null(), role: z.literal('owner') }),
])
export type Welcome = z.infer<typeof welcomeSchema>
