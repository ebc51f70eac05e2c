import type { Component } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'
import { ApiProblem } from './api/client.ts'
import { untilThere } from './api/opening.ts'
import { useSession } from './api/session.ts'
import { speakOfEverything } from './words/index.ts'
import StationQueue from './stations/jobs/StationQueue.vue'
import { openAnew, page } from './stations/pages.ts'
import SignInPage from './stations/sign-in/SignInPage.vue'

const station = (
  path: string,
  name: 'counter' | 'bench' | 'account-lock' | 'carrier-lock' | 'hand-back',
  component: ReturnType<typeof page>,
) => [
  { path: `/${path}`, component: StationQueue, props: { station: name } },
  {
    path: `/${path}/:id(\\d+)`,
    component,
    props: (to: { params: Record<string, unknown> }) => ({ id: Number(to.params['id']) }),
  },
]

/** A page before anybody is signed in: with its words, and without the catalogue. */
const whileNobody = (fetched: () => Promise<{ readonly default: Component }>) => () =>
  Promise.all([fetched(), speakOfEverything()]).then(([page]) => page)

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (to) => (to.hash ? { el: to.hash, top: 12 } : { top: 0 }),
  routes: [
    { path: '/', redirect: '/counter' },
    { path: '/sign-in', component: SignInPage, meta: { nobody: true } },
    {
      path: '/first-run',
      component: whileNobody(() => import('./stations/first-run/FirstRunPage.vue')),
      meta: { nobody: true },
    },
    {
      path: '/welcome',
      component: whileNobody(() => import('./stations/people/WelcomePage.vue')),
      meta: { open: true },
    },
    // For a customer, who is nobody here.
    {
      path: '/s/:secret',
      component: () => import('./stations/status/StatusPage.vue'),
      props: true,
      meta: { open: true },
    },
    ...station('counter', 'counter', page('counter')),
    {
      path: '/counter/:id(\\d+)/agreement',
      component: page('agreement'),
      props: (to) => ({ id: Number(to.params['id']) }),
      meta: { bare: true },
    },
    ...station('bench', 'bench', page('bench')),
    ...station('account-lock', 'account-lock', page('accountLock')),
    ...station('carrier-lock', 'carrier-lock', page('carrierLock')),
    ...station('hand-back', 'hand-back', page('handBack')),
    { path: '/jobs', component: page('jobs') },
    { path: '/results', component: page('results') },
    { path: '/mails', component: page('mails') },
    { path: '/settings', component: page('settings') },
    { path: '/settings/set-up', component: page('setUp') },
    { path: '/settings/suppliers', component: page('supply') },
    { path: '/settings/forgetting', component: page('forgetting') },
    { path: '/settings/people', component: page('people') },
    { path: '/playbook', component: page('playbook') },
    { path: '/playbook/exchange', component: page('exchange') },
    { path: '/playbook/teach', component: page('teach') },
    ...(
      [
        ['', page('family')],
        ['/practice', page('practice')],
        ['/teach', page('teach')],
      ] as const
    ).map(([path, component]) => ({
      path: `/playbook/families/:familyId${path}`,
      component,
      props: true,
    })),
    { path: '/jobs/:id(\\d+)', component: page('job'), props: (to) => ({ id: Number(to.params['id']) }) },
    { path: '/:rest(.*)*', redirect: '/counter' },
  ],
})

router.beforeEach(async (to) => {
  if (to.meta['open']) return true
  const sessions = useSession()
  if (!sessions.session) await untilThere(() => sessions.load()).catch(() => undefined)
  if (sessions.session?.isNew !== undefined && sessions.session.isNew !== (to.path === '/first-run'))
    return sessions.session.isNew ? '/first-run' : '/counter'
  if (sessions.session?.isNew) return true
  if (to.path !== '/sign-in' && !sessions.session?.staff)
    return { path: '/sign-in', query: { then: to.fullPath } }
  return true
})
router.onError((error, to) => {
  if (!(error instanceof ApiProblem)) openAnew(to.fullPath)
})
