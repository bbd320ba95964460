import { z } from 'zod'
import { nameSchema } from './basics'
import { ROLES } from './roles'

export const roleSchema = z.enum(ROLES)

/** The shortest and the longest password, in letters. */
export const PASSWORD = { min: 10, max: 200 }

/** A password in one form, whatever keyboard it comes from. */
const normalizePassword = (text: string): string => text.normalize('NFKC')

/** Returns why a text can be no password, in a sentence; null where it can. */
export const passwordProblem = (text: string): string | null => {
  const password = normalizePassword(text)
  if (password.length < PASSWORD.min) return `A password needs at least ${PASSWORD.min} characters.`
  if (password.length > PASSWORD.max) return `A password may have up to ${PASSWORD.max} characters.`
  return new Set(password).size > 3 ? null : 'A password with so few different characters is guessed easily.'
}

/** A password as it is set. */
export const passwordSchema = z
  .string()
  .overwrite(normalizePassword)
  .superRefine((text, context) => {
    const message = passwordProblem(text)
    if (message) context.addIssue({ code: 'custom', message })
  })

/** The credentials of somebody who signs in. */
export const signInSchema = z.object({
  name: nameSchema,
  password: z.string().overwrite(normalizePassword).max(PASSWORD.max),
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
