import { computed, ref } from 'vue'
import { navigateTo } from '#imports'
import { defineStore } from 'pinia'
import type { Me } from '#core/document/people'
import { hasRole } from '#core/document/roles'
import { peopleServer } from '~/api/people'
import { isSignedOut } from '~/api/request'
import { useNotices } from './notices'

/** Who one is here, and what one may do. */
export const useMe = defineStore('me', () => {
  const notices = useNotices()
  const me = ref<Me | null>(null)
  const person = computed(() => me.value?.person ?? null)
  /** Returns whether nobody may be let to change anything: one who only looks. */
  const looksOnly = computed(() => person.value !== null && !hasRole(person.value.role, 'designer'))
  const owns = computed(() => person.value !== null && hasRole(person.value.role, 'owner'))

  const is = (now: Me): void => {
    me.value = now
    isSignedOut.value = false
  }
  /** Asks who one is; without an answer it stays as it was. */
  const ask = async (): Promise<void> => {
    const found = await peopleServer.me().catch(() => null) // what is asked for next says that the server does not answer
    if (found) me.value = found
  }
  /** Signs in. Rejects with why not. */
  const signIn = async (name: string, password: string): Promise<void> => is(await peopleServer.signIn(name, password))
  /** Sets a password by a link, and signs in. Rejects with why not. */
  const setPassword = async (token: string, password: string, name?: string): Promise<void> =>
    is(await peopleServer.setPassword(token, password, name))
  /** Signs out, here or everywhere, and leads to where one signs in; what is not saved then stays in this browser. */
  const signOut = async (everywhere: boolean): Promise<void> => {
    await notices.attempt(async () => {
      await peopleServer.signOut(everywhere)
      me.value = { asks: true, person: null }
      await navigateTo('/sign-in')
    })
  }
  return { me, person, looksOnly, owns, ask, signIn, setPassword, signOut }
})
