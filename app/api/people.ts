import type { Role } from '#core/document/roles'
import { call } from './call'

/** Who one is, who works here, and where they are signed in. All of it rejects with Refused. */
export const peopleServer = {
  me: () => call('GET me', {}),
  signIn: (name: string, password: string) => call('POST session', { body: { name, password } }),
  signOut: (everywhere: boolean) => call(everywhere ? 'DELETE sessions' : 'DELETE session', {}),
  sessions: () => call('GET sessions', {}),
  changePassword: (old: string, password: string) => call('PUT me/password', { body: { old, password } }),
  people: () => call('GET people', {}),
  addPerson: (name: string, role: Role) => call('POST people', { body: { name, role } }),
  changePerson: (id: string, change: { name?: string; role?: Role; gone?: boolean }) =>
    call('PUT people/[id]', { params: { id }, body: change }),
  welcomeAgain: async (id: string) => (await call('POST people/[id]/link', { params: { id } })).token,
  welcome: (token: string) => call('GET welcome/[token]', { params: { token } }),
  setPassword: (token: string, password: string, name?: string) =>
    call('POST welcome/[token]', { params: { token }, body: { password, name } }),
}
