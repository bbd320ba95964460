import type { H3Error } from 'h3'
import type { Sql } from 'postgres'
import type { ListedPerson, Person, SignedIn, Welcome } from '#core/document/people'
import type { Role } from '#core/document/roles'
import { hashToken, newToken } from '../token'
import { inTransaction } from './connect'
import { httpError } from '../httpError'

/** Lifetimes of a link to set a password, and of a session. */
const WELCOME = '7 days'
const SESSION = '30 days'
/** Interval of noting that somebody is here. */
const NOTED = '5 minutes'
/** So many people, and so many places where one of them is signed in. */
const MAX_PEOPLE = 500
const MAX_SESSIONS = 50
/** Whose advisory lock that of the owners is. */
const OWNERS = 704_114

const notFound = (): H3Error => httpError(404, 'There is no such person.')
const isDuplicate = (error: unknown): boolean => error instanceof Error && 'code' in error && error.code === '23505'

/** Does what may give a person a name; one that somebody else goes by is refused in words. */
const naming = async <Result>(name: string, work: () => Promise<Result>): Promise<Result> => {
  try {
    return await work()
  } catch (error) {
    throw isDuplicate(error) ? httpError(409, `Someone here is already called “${name}”.`) : error
  }
}

/** Does what changes who owns this, one after the other. Rejects where nobody would be left who does. */
const amongOwners = <Result>(sql: Sql, work: (within: Sql) => Promise<Result>): Promise<Result> =>
  inTransaction(sql, async within => {
    await within`select pg_advisory_xact_lock(${OWNERS})`
    const had = await hasOwner(within)
    const result = await work(within)
    if (had && !(await hasOwner(within)))
      throw httpError(409, 'There has to be an owner. Make someone else an owner first.')
    return result
  })

/** Returns whether there is an owner who can sign in. */
export const hasOwner = async (sql: Sql): Promise<boolean> => {
  const [row] =
    await sql`select 1 from people where role = 'owner' and left_at is null and password is not null limit 1`
  return row !== undefined
}

/** Everybody who works here, by name. */
export const listPeople = async (sql: Sql): Promise<ListedPerson[]> => {
  const rows = await sql<Array<Person & { is_set: boolean; seen_at: Date | null }>>`
    select people.id, name, role, password is not null as is_set, max(seen_at) as seen_at
    from people left join sessions on person_id = people.id
    where left_at is null group by people.id order by lower(name)`
  return rows.map(({ is_set, seen_at, ...person }) => ({
    ...person,
    isSet: is_set,
    seenAt: seen_at?.toISOString() ?? null,
  }))
}

/** Creates the token of a link to set a password; those made before for the same person (null: the first owner) lead nowhere any more. */
const welcome = async (sql: Sql, person: string | null): Promise<string> => {
  const token = newToken()
  if (person !== null) await sql`delete from welcomes where person_id = ${person}`
  await sql`delete from welcomes where ends_at < now()`
  await sql`insert into welcomes (token_hash, person_id, ends_at)
    values (${hashToken(token)}, ${person}, now() + ${WELCOME}::interval)`
  return token
}

/** A link for the first owner; null where there is one. */
export const welcomeOwner = async (sql: Sql): Promise<string | null> =>
  (await hasOwner(sql)) ? null : welcome(sql, null)

/** Adds somebody, and what their link to set a password ends in. Rejects with PeopleRefused where the name is taken. */
export const addPerson = (sql: Sql, name: string, role: Role): Promise<{ person: Person; token: string }> =>
  naming(name, () =>
    inTransaction(sql, async within => {
      const [{ count } = { count: 0 }] = await within<Array<{ count: number }>>`
        select count(*)::int as count from people where left_at is null`
      if (count >= MAX_PEOPLE) throw httpError(409, `There can be up to ${MAX_PEOPLE} people.`)
      const [row] = await within<Person[]>`
        insert into people (name, role) values (${name}, ${role}) returning id, name, role`
      const person = row as Person
      return { person, token: await welcome(within, person.id) }
    }),
  )

/** A new link for somebody, for whoever has lost theirs or a password. Rejects with PeopleRefused where there is no such person. */
export const welcomeAgain = (sql: Sql, id: string): Promise<string> =>
  inTransaction(sql, async within => {
    const [row] = await within`select 1 from people where id = ${id} and left_at is null for update`
    if (!row) throw notFound()
    return welcome(within, id)
  })

/** The person of a name; null where there is none. */
export const personCalled = async (sql: Sql, name: string): Promise<(Person & { password: string | null }) | null> => {
  const [row] = await sql<Array<Person & { password: string | null }>>`
    select id, name, role, password from people where lower(name) = lower(${name}) and left_at is null`
  return row ?? null
}

/** Gives somebody another name or role, or takes them out: they are signed out everywhere then. Rejects with PeopleRefused. */
export const changePerson = (
  sql: Sql,
  id: string,
  { name, role, gone }: { name?: string | undefined; role?: Role | undefined; gone?: boolean | undefined },
): Promise<void> =>
  naming(name ?? '', () =>
    amongOwners(sql, async within => {
      const rows = await within`update people set
          name = ${name ?? within`name`}, role = ${role ?? within`role`},
          left_at = ${gone === undefined ? within`left_at` : gone ? within`now()` : null}
        where id = ${id} and ${gone === false ? within`left_at is not null` : within`left_at is null`} returning id`
      if (!rows.length) throw notFound()
      if (!gone) return
      await within`delete from sessions where person_id = ${id}`
      await within`delete from welcomes where person_id = ${id}`
    }),
  )

/** The subject of a link to set a password. Rejects with PeopleRefused where it leads nowhere. */
export const welcomeBehind = async (sql: Sql, token: string): Promise<Welcome> => {
  const [row] = await sql<Array<{ id: string | null; name: string; role: Role }>>`
    select people.id, name, role from welcomes left join people on people.id = person_id
    where token_hash = ${hashToken(token)} and ends_at > now() and left_at is null`
  if (!row || (row.id === null && (await hasOwner(sql))))
    throw httpError(410, 'This link was already used or has expired. Ask for a new one.')
  return row.id === null ? { name: null, role: 'owner' } : { name: row.name, role: row.role }
}

/**
 * Sets a password by a link, which leads nowhere from then on; who was signed in by an older one is signed out. The first owner says
 * a name. Of several links for a first owner the first that is used holds. Rejects with PeopleRefused.
 */
export const setPasswordBy = (sql: Sql, token: string, password: string, name: string): Promise<Person> =>
  naming(name, () =>
    amongOwners(sql, async within => {
      const { name: known } = await welcomeBehind(within, token)
      const [used] = await within<Array<{ person_id: string | null }>>`
        delete from welcomes where token_hash = ${hashToken(token)} returning person_id`
      if (!used) throw httpError(410, 'This link was already used. Ask for a new one.')
      if (known === null) {
        await within`delete from welcomes where person_id is null`
        const [row] = await within<Person[]>`
          insert into people (name, role, password) values (${name}, 'owner', ${password})
          on conflict (lower(name)) where left_at is null do update set role = 'owner', password = excluded.password
          returning id, name, role`
        return row as Person
      }
      await within`delete from sessions where person_id = ${used.person_id}`
      const [row] = await within<Person[]>`
        update people set password = ${password} where id = ${used.person_id} returning id, name, role`
      return row as Person
    }),
  )

/** Sets another password; signed in stays only where one is (`session`). */
export const changePassword = (sql: Sql, person: string, password: string, session: string): Promise<void> =>
  inTransaction(sql, async within => {
    await within`update people set password = ${password} where id = ${person}`
    await within`delete from sessions where person_id = ${person} and id <> ${session}`
  })

/** Signs somebody in; what the cookie holds. */
export const openSession = (sql: Sql, person: string, browser: string): Promise<string> =>
  inTransaction(sql, async within => {
    const token = newToken()
    await within`insert into sessions (token_hash, person_id, browser, ends_at)
      values (${hashToken(token)}, ${person}, ${browser}, now() + ${SESSION}::interval)`
    await within`delete from sessions where person_id = ${person} and id not in (
      select id from sessions where person_id = ${person} order by seen_at desc, created_at desc limit ${MAX_SESSIONS})`
    return token
  })

/** Who is signed in by what a cookie holds; null where nobody is. */
export const sessionOf = async (sql: Sql, token: string): Promise<{ session: string; person: Person } | null> => {
  const [row] = await sql<Array<Person & { session: string; stale: boolean }>>`
    select sessions.id as session, seen_at < now() - ${NOTED}::interval as stale, people.id, name, role
    from sessions join people on people.id = person_id
    where token_hash = ${hashToken(token)} and ends_at > now() and left_at is null`
  if (!row) return null
  const { session, stale, ...person } = row
  // nobody is refused because that cannot be noted: the database may only let itself be read
  if (stale) await sql`update sessions set seen_at = now() where id = ${session}`.catch(() => {})
  return { session, person }
}

/** Where somebody is signed in, last seen first. */
export const sessionsOf = async (sql: Sql, person: string, current: string): Promise<SignedIn[]> => {
  const rows = await sql<Array<{ id: string; browser: string; created_at: Date; seen_at: Date }>>`
    select id, browser, created_at, seen_at from sessions where person_id = ${person} and ends_at > now()
    order by seen_at desc`
  return rows.map(({ id, browser, created_at, seen_at }) => ({
    ...{ id, browser, since: created_at.toISOString(), seenAt: seen_at.toISOString(), isThis: id === current },
  }))
}

/** Signs somebody out where one is (`session`), or everywhere. */
export const closeSessions = async (sql: Sql, person: string, session: string | null): Promise<void> => {
  await sql`delete from sessions where person_id = ${person} ${session === null ? sql`` : sql`and id = ${session}`}`
}

/** Throws away sessions and links that are over. */
export const purgeSessions = async (sql: Sql): Promise<void> => {
  await sql`delete from sessions where ends_at < now()`
  await sql`delete from welcomes where ends_at < now()`
}
