import { z } from 'zod'
import { nameSchema } from './basics'
import { ROLES, type Role } from './roles'

export const roleSchema = z.enum(ROLES)

/** The shortest and the longest password, in letters. */
export const PASSWORD = { least: 10, most: 200 }

/** A password as it is set: written one way, whatever keyboard it comes from. */
export const passwordSchema = z
  .string()
  .overwrite(text => text.normalize('NFKC'))
  .min(PASSWORD.least, `A password needs at least ${PASSWORD.least} letters.`)
  .max(PASSWORD.most, `A password may have up to ${PASSWORD.most} letters.`)
  .refine(text => new Set(text).size > 3, 'A password of so few different letters is guessed at once.')

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
export interface ListedPerson extends Person {
  isSet: boolean
  seenAt: string | null
}

/** Who one is here: nobody in particular where nobody is asked, null where one has to sign in. */
export interface Me {
  asks: boolean
  person: Person | null
}

/** Where one is signed in. */
export interface SignedIn {
  id: string
  browser: string
  since: string
  seenAt: string
  isThis: boolean
}

/** The subject of a link to set a password: a person, or the first owner, who says their name. */
export type Welcome = { name: string; role: Role } | { name: null; role: 'owner' }
