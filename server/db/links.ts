import { createHmac } from 'node:crypto'
import type { Sql } from 'postgres'
import { hashToken } from '../token'
import { inTransaction } from './connect'

/* Links that can be shown again: nothing of them is stored but the hash they are found by. */

/** Kinds of what stands behind a link. */
type LinkKind = 'review' | 'brand'

/** The key of this server. */
const linkKey = async (sql: Sql): Promise<string> => {
  const [row] = await sql<Array<{ value: string }>>`select value from secrets where name = 'links'`
  if (!row) throw new Error('The database has no secret for links.')
  return row.value
}

/** The token of a link: 192 bits made from the server's key, what the link leads to, and the number that a new link raises. */
const tokenOf = (key: string, kind: LinkKind, id: string, number: number): string =>
  createHmac('sha256', key).update(`${kind} ${id} ${number}`).digest().subarray(0, 24).toString('base64url')

/** A stored link. */
export interface StoredLink {
  id: string
  link_number: number
  token_hash: Buffer
}

/** The token of a new link, and its hash. */
export const makeLink = async (
  sql: Sql,
  kind: LinkKind,
  id: string,
  number: number,
): Promise<{ token: string; hash: Buffer }> => {
  const token = tokenOf(await linkKey(sql), kind, id, number)
  return { token, hash: hashToken(token) }
}

/** The tokens of stored links; null for one that was made otherwise: by another server, or at random, as they once were. */
export const readLinks = async (
  sql: Sql,
  kind: LinkKind,
  links: readonly StoredLink[],
): Promise<Array<string | null>> => {
  if (!links.length) return []
  const key = await linkKey(sql)
  return links.map(({ id, link_number, token_hash }) => {
    const token = tokenOf(key, kind, id, link_number)
    return hashToken(token).equals(token_hash) ? token : null
  })
}

/** The tables of what stands behind links. */
const TABLES = { review: 'reviews', brand: 'publications' } as const

/** Gives something a new link; the one it had leads nowhere from now on. False where it is not there. */
export const renewLink = (sql: Sql, kind: LinkKind, id: string): Promise<boolean> =>
  inTransaction(sql, async within => {
    const table = within(TABLES[kind])
    const [row] = await within<Array<{ link_number: number }>>`update ${table} set link_number = link_number + 1
      where id = ${id} and deleted_at is null returning link_number`
    if (!row) return false
    const { hash } = await makeLink(within, kind, id, row.link_number)
    await within`update ${table} set token_hash = ${hash} where id = ${id}`
    return true
  })
