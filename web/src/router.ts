import { createRouter, createWebHistory } from 'vue-router'
import { untilThere } from './api/opening.ts'
import { useSession } from './api/session.ts'
import AccountLockPage from './stations/account-lock/AccountLockPage.vue'
import BenchPage from './stations/bench/BenchPage.vue'
import CarrierLockPage from './stations/carrier-lock/CarrierLockPage.vue'
import AgreementPage from './stations/counter/AgreementPage.vue'
import CounterPage from './stations/counter/CounterPage.vue'
import HandBackPage from './stations/hand-back/HandBackPage.vue'
import JobPage from './stations/job/JobPage.vue'
import JobsPage from './stations/jobs/JobsPage.vue'
import StationQueue from './stations/jobs/StationQueue.vue'
import MailTray from './stations/mails/MailTray.vue'
import SignInPage from './stations/sign-in/SignInPage.vue'

/** Fetched when they are asked for: they bring much with them, and are no work at a device. */
const PlaybookPage = () => import('./stations/playbook/PlaybookPage.vue')
const FamilyPage = () => import('./stations/playbook/FamilyPage.vue')
const PracticePage = () => import('./stations/playbook/PracticePage.vue')
const TeachPage = () => import('./stations/playbook/TeachPage.vue')
const ExchangePage = () => import('./stations/playbook/ExchangePage.vue')
const SettingsPage = () => import('./stations/settings/SettingsPage.vue')
const SupplyPage = () => import('./stations/supply/SupplyPage.vue')

const station = (
  path: string,
  name: 'counter' | 'bench' | 'account-lock' | 'carrier-lock' | 'hand-back',
  page: typeof BenchPage,
) => [
  { path: `/${path}`, component: StationQueue, props: { station: name } },
  {
    path: `/${path}/:id(\\d+)`,
    component: page,
    props: (to: { params: Record<string, unknown> }) => ({ id: Number(to.params['id']) }),
  },
]

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (to) => (to.hash ? { el: to.hash, top: 12 } : { top: 0 }),
  routes: [
    { path: '/', redirect: '/counter' },
    { path: '/sign-in', component: SignInPage },
    ...station('counter', 'counter', CounterPage),
    {
      path: '/counter/:id(\\d+)/agreement',
      component: AgreementPage,
      props: (to) => ({ id: Number(to.params['id']) }),
      meta: { bare: true },
    },
    ...station('bench', 'bench', BenchPage),
    ...station('account-lock', 'account-lock', AccountLockPage),
    ...station('carrier-lock', 'carrier-lock', CarrierLockPage),
    ...station('hand-back', 'hand-back', HandBackPage),
    { path: '/jobs', component: JobsPage },
    { path: '/mails', component: MailTray },
    { path: '/settings', component: SettingsPage },
    { path: '/settings/suppliers', component: SupplyPage },
    { path: '/playbook', component: PlaybookPage },
    { path: '/playbook/exchange', component: ExchangePage },
    { path: '/playbook/teach', component: TeachPage },
    ...(
      [
        ['', FamilyPage],
        ['/practice', PracticePage],
        ['/teach', TeachPage],
      ] as const
    ).map(([path, component]) => ({
      path: `/playbook/families/:familyId${path}`,
      component,
      props: true,
    })),
    { path: '/jobs/:id(\\d+)', component: JobPage, props: (to) => ({ id: Number(to.params['id']) }) },
    { path: '/:rest(.*)*', redirect: '/counter' },
  ],
})

router.beforeEach(async (to) => {
  const sessions = useSession()
  if (!sessions.session) await untilThere(() => sessions.load()).catch(() => undefined)
  if (to.path !== '/sign-in' && !sessions.session?.staff)
    return { path: '/sign-in', query: { then: to.fullPath } }
  return true
})
