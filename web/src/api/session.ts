import type { Session } from '@benevox/contract'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { call, rememberCsrfToken } from './client.ts'

/** Who stands at the machine. */
export const useSession = defineStore('session', () => {
  const session = ref<Session>()

  const take = (given: Session) => {
    rememberCsrfToken(given.csrfToken)
    session.value = given
  }
  return {
    session,
    take,
    isSupervisor: computed(() => session.value?.staff?.lead === true),
    load: async () => take(await call('getSession', {})),
    signIn: async (name: string, password: string) =>
      take(await call('signIn', { body: { name, password } })),
    switchPerson: async (code: string) => take(await call('switchPerson', { body: { code } })),
    signOut: async () => take(await call('signOut', {})),
  }
})
