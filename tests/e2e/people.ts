import type { Role } from '#core/document/roles'
import { connect } from '../../server/db/connect'
import { addPerson } from '../../server/db/people'

export const PASSWORD = 'kites over the harbor'

/** Sets the password of somebody new by their link, at a server; the cookie they have then. */
export const cookieFor = async (databaseUrl: string, address: string, name: string, role: Role): Promise<string> => {
  const sql = connect(databaseUrl)
  const { token } = await addPerson(sql, name, role)
  await sql.end()
  const answer = await fetch(`${address}/api/welcome/${token}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ password: PASSWORD }),
  })
  return (answer.headers.get('set-cookie') ?? '').split(';')[0] ?? ''
}
