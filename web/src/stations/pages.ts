import type { Component } from 'vue'
import { call } from '../api/client.ts'
import { untilThere } from '../api/opening.ts'
import { speakOfEverything } from '../words/index.ts'

type Page = () => Promise<{ readonly default: Component }>

/** Pages of their own file, in the order in which a job comes to them. */
const AT_A_DEVICE = {
  counter: () => import('./counter/CounterPage.vue'),
  agreement: () => import('./counter/AgreementPage.vue'),
  bench: () => import('./bench/BenchPage.vue'),
  accountLock: () => import('./account-lock/AccountLockPage.vue'),
  carrierLock: () => import('./carrier-lock/CarrierLockPage.vue'),
  handBack: () => import('./hand-back/HandBackPage.vue'),
  job: () => import('./job/JobPage.vue'),
  jobs: () => import('./jobs/JobsPage.vue'),
} as const satisfies Readonly<Record<string, Page>>
const BESIDE_THE_WORK = {
  mails: () => import('./mails/MailTray.vue'),
  results: () => import('./results/ResultsPage.vue'),
  setUp: () => import('./first-run/SetUpPage.vue'),
  settings: () => import('./settings/SettingsPage.vue'),
  supply: () => import('./supply/SupplyPage.vue'),
  forgetting: () => import('./forgetting/ForgettingPage.vue'),
  people: () => import('./people/PeoplePage.vue'),
  playbook: () => import('./playbook/PlaybookPage.vue'),
  exchange: () => import('./playbook/ExchangePage.vue'),
  family: () => import('./playbook/FamilyPage.vue'),
  practice: () => import('./playbook/PracticePage.vue'),
  teach: () => import('./playbook/TeachPage.vue'),
} as const satisfies Readonly<Record<string, Page>>
type PageName = keyof typeof AT_A_DEVICE | keyof typeof BESIDE_THE_WORK
const ALL: Readonly<Record<PageName, Page>> = { ...AT_A_DEVICE, ...BESIDE_THE_WORK }

const loadCatalog = () => import('../api/catalog.ts').then(({ useCatalog }) => useCatalog().load())

/**
 * A page with its words and the catalogue it speaks of, fetched when it is asked for; while the server is away, until it answers.
 * @throws TypeError where the server answers and has no such file: it is of another build
 */
export const page = (name: PageName) => async () => {
  let fetched: Awaited<ReturnType<Page>> | undefined
  await untilThere(async () => {
    ;[fetched] = await Promise.all([ALL[name](), loadCatalog(), speakOfEverything()]).catch(
      async (error: unknown) => {
        await call('getSession', {})
        throw error
      },
    )
  })
  return fetched as NonNullable<typeof fetched>
}

const AGAIN_MS = 5000
let areCalled = false
/** Fetches what has to open at a device when the line is down, one after another, while nothing else is to be done. */
export function fetchStations(): void {
  if (areCalled) return
  areCalled = true
  const left: (() => Promise<unknown>)[] = [
    speakOfEverything,
    loadCatalog,
    ...Object.values(AT_A_DEVICE),
    () => import('../parts/SwitchPerson.vue'),
  ]
  const next = () =>
    void left[0]?.().then(
      () => {
        left.shift()
        requestIdleCallback(next)
      },
      () => setTimeout(next, AGAIN_MS),
    )
  requestIdleCallback(next)
}

const OPENED_ANEW = 'benevox.opened-anew'
const NOT_BEFORE_MS = 10_000
/**
 * What is of another build, or was asked for in vain while there was no line, is opened anew from what is there now; not
 * again and again where that does not help.
 */
export function openAnew(path: string): void {
  const last = Number(sessionStorage.getItem(OPENED_ANEW) ?? 0)
  if (Date.now() - last < NOT_BEFORE_MS) return
  sessionStorage.setItem(OPENED_ANEW, String(Date.now()))
  location.assign(path)
}
