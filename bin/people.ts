import type { Sql } from 'postgres'
import { listPeople, personCalled, welcomeAgain, welcomeOwner } from '../server/db/people'
import { refuse } from './words'

/** Who works here, and links to set passwords, in words. */
export interface PeopleWords {
  link?: string | undefined
  first?: boolean | undefined
  at: string
}

const linkOf = (at: string, token: string): string => `${at.replace(/\/+$/, '')}/welcome/${token}`

/**
 * Runs the verb for people and returns its output: who works here, a new link for a person, or the link for the first
 * owner (nothing where there is one).
 */
export const runPeople = async (sql: Sql, { link, first, at }: PeopleWords): Promise<string> => {
  if (first) {
    const token = await welcomeOwner(sql)
    return token === null ? '' : `Nobody can sign in yet. The owner sets a password here, once:\n${linkOf(at, token)}\n`
  }
  if (link !== undefined) {
    const person = (await personCalled(sql, link)) ?? refuse(`Nobody here is called “${link}”.`)
    return `${linkOf(at, await welcomeAgain(sql, person.id))}\n`
  }
  const all = await listPeople(sql)
  if (!all.length) return 'Nobody yet.\n'
  return all.map(({ name, role, isSet }) => `${name}, ${role}${isSet ? '' : ', no password yet'}\n`).join('')
}
