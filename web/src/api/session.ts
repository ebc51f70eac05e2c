import type { FirstRun, Session } from '@benevox/contract'
import { languageFor, LANGUAGES, type Language } from '@benevox/words'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { pseudoChosen, speak } from '../words/index.ts'
import { call, rememberCsrfToken } from './client.ts'

/** What is said where the password was right and the second step was not, or is still to come. */
export const ABOUT_THE_CODE: ReadonlySet<string> = new Set(['second-step-needed', 'wrong-second-step'])

/** The first language of this browser that is one of ours. */
export const languageOfBrowser = (): Language =>
  languageFor(
    navigator.languages.map((tag) => tag.slice(0, 2)).find((tag) => LANGUAGES.some((one) => one === tag)) ??
      'en',
  )

/** Who stands at the machine. */
export const useSession = defineStore('session', () => {
  const session = ref<Session>()

  /** Who is here holds from now on, whether or not what is said to them can be fetched. */
  const take = async (given: Session) => {
    rememberCsrfToken(given.csrfToken)
    session.value = given
    const chosen = given.staff?.language ? languageFor(given.staff.language) : languageOfBrowser()
    await speak(pseudoChosen() ?? chosen, given.place).catch(() => undefined)
  }
  return {
    session,
    take,
    isOwner: computed(() => session.value?.staff?.role === 'owner'),
    isSupervisor: computed(() => session.value?.staff?.supervisor === true),
    load: async () => take(await call('getSession', {})),
    signIn: async (name: string, password: string, secondStep?: string) =>
      take(await call('signIn', { body: { name, password, ...(secondStep ? { secondStep } : {}) } })),
    switchPerson: async (code: string) => take(await call('switchPerson', { body: { code } })),
    chooseLanguage: async (language: Language) => take(await call('chooseLanguage', { body: { language } })),
    beginShop: async (body: FirstRun) => take(await call('beginShop', { body })),
    signOut: async () => take(await call('signOut', {})),
  }
})
