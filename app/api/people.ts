import type { ListedPerson, Me, Person, SignedIn, Welcome } from '#core/document/people'
import type { Role } from '#core/document/roles'
import { json, send } from './request'

/** Who one is, who works here, and where they are signed in. All of it rejects with Refused. */
export const peopleServer = {
  me: () => json<Me>('GET', 'me'),
  signIn: (name: string, password: string) => json<Me>('POST', 'session', { name, password }),
  signOut: async (everywhere: boolean) => {
    await send('DELETE', everywhere ? 'sessions' : 'session')
  },
  sessions: () => json<SignedIn[]>('GET', 'sessions'),
  changePassword: async (old: string, password: string) => {
    await send('PUT', 'me/password', { old, password })
  },
  people: () => json<ListedPerson[]>('GET', 'people'),
  addPerson: (name: string, role: Role) => json<{ person: Person; token: string }>('POST', 'people', { name, role }),
  changePerson: async (id: string, change: { name?: string; role?: Role; gone?: boolean }) => {
    await send('PUT', `people/${id}`, change)
  },
  welcomeAgain: async (id: string) => (await json<{ token: string }>('POST', `people/${id}/link`)).token,
  welcome: (token: string) => json<Welcome>('GET', `welcome/${encodeURIComponent(token)}`),
  setPassword: (token: string, password: string, name?: string) =>
    json<Me>('POST', `welcome/${encodeURIComponent(token)}`, { password, ...(name === undefined ? {} : { name }) }),
}
