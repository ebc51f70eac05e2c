import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ACCOUNT_SERVICE, handBack, live, OPENED, SERVICE, sign, worldAt } from '../../test/histories.ts'
import { always, LONG, most, RUNS } from '../../test/lives.ts'
import {
  customerLetsUsDelete,
  isShownOff,
  isWork,
  reportStands,
  somethingWasDeleted,
} from '../../test/oracle.ts'
import { gatesOfTheJob, type RouteAction } from '../route/index.ts'
import {
  after,
  apart,
  breachesOf,
  canOrder,
  decide,
  evolve,
  factsOf,
  handBackFacts,
  jobOf,
  mainActionOf,
  mayShowWipeKeys,
  orderUnderWay,
  progressOf,
  routeOf,
  standingOf,
  together,
  type BenchChange,
  type Command,
  type JobEvent,
  type JobState,
  type OrderChange,
  type World,
} from './index.ts'

const deletes = (event: JobEvent) =>
  event.kind === 'step-made' &&
  (event.step.change.kind === 'wipe-started' ||
    event.step.change.kind === 'wipe-finished' ||
    (event.step.change.kind === 'screen-lifted' && event.step.change.how === 'settings'))
const isReveal = (event: JobEvent) => event.kind === 'step-made' && event.step.change.kind === 'revealed'
const isNoStep = ({ kind }: JobEvent) => kind !== 'step-made'
/** The release is ordered where it can be, its code comes, and the device takes it. */
function withTheReleaseOf(service: typeof SERVICE, { job, events }: ReturnType<typeof live>) {
  const id = '00000000-0000-4000-9000-000000000001'
  const changes: readonly OrderChange[] = [
    { kind: 'answered', answer: 'code', code: '12345678' },
    { kind: 'code-tried', worked: true },
  ]
  const commands: readonly Command[] = [
    { kind: 'place-order', id, service },
    ...changes.map((change, nth) => ({ kind: 'change-order' as const, id, orderVersion: nth + 1, change })),
  ]
  return commands.reduce(
    (so, command) => {
      const decided = decide(so.job, command, worldAt(199))
      if (decided.kind === 'refused') return so
      return { job: decided.events.reduce(evolve, so.job), events: [...so.events, ...decided.events] }
    },
    { job, events },
  )
}
/** What lifts these locks, and nothing else. */
const LIFTS: Readonly<Record<'account' | 'carrier', readonly RouteAction[]>> = {
  account: ['sign-in', 'account-page', 'seller-removes-account', 'authorised-release'],
  carrier: ['carrier-free', 'carrier-order'],
}

describe('whatever anybody does, in whatever order', () => {
  it(
    'nothing is shown or done by our hand that deletes without an agreement in force that lets it',
    () => {
      let shown = 0
      always(
        fc.property(most, (history) => {
          live(history, ({ events, so, job }) => {
            for (const event of events) {
              if (isReveal(event)) {
                shown++
                expect(customerLetsUsDelete(so)).toBe(true)
              }
              if (
                deletes(event) &&
                !customerLetsUsDelete(so) &&
                job.steps.filter((s) => deletes({ kind: 'step-made', step: s })).length === 1
              )
                expect(standingOf(job).breaches.length).toBeGreaterThan(0)
            }
          })
        }),
      )
      expect(shown).toBeGreaterThan(RUNS / 20)
    },
    LONG,
  )
  it(
    'while the wipe keys may be on the screen, pressing them is no breach: screen and record agree',
    () => {
      let shown = 0
      always(
        fc.property(most, (history) => {
          live(history, ({ job, world, so }) => {
            if (!mayShowWipeKeys(job, world) || standingOf(job).deleted !== 'no') return
            shown++
            expect([customerLetsUsDelete(so), reportStands(so)]).toEqual([true, false])
            const deed = standingOf(job).bench.inRecoveryAt
              ? ({ kind: 'wipe-started' } as const)
              : ({ kind: 'screen-lifted', how: 'settings' } as const)
            const done = after(job, { kind: 'bench', key: 'deed', change: deed }, world)
            expect(breachesOf(done)).toEqual(breachesOf(job))
            expect(standingOf(done).deleted).not.toBe('no')
          })
        }),
      )
      expect(shown).toBeGreaterThan(RUNS / 20)
    },
    LONG,
  )
  it(
    'a reported device gets no work by anybody, and what is done to it all the same is a breach on the record',
    () => {
      let reported = 0
      always(
        fc.property(most, (history) => {
          live(history, ({ events, so }) => {
            const before = so.slice(0, so.length - events.length)
            if (!reportStands(before)) return
            reported++
            expect(events.filter(isWork)).toEqual([])
          })
        }),
      )
      expect(reported).toBeGreaterThan(RUNS / 2)
    },
    LONG,
  )
  it(
    'the document says deleted where something was deleted, and only there; a lock is confirmed off by an event that shows it',
    () => {
      let closed = 0
      always(
        fc.property(most, (history) => {
          const { job, events } = live(history)
          const paper = handBackFacts(job)
          expect(standingOf(job).deleted !== 'no').toBe(somethingWasDeleted(events))
          if (!paper) return
          closed++
          expect(paper.deleted !== 'no').toBe(somethingWasDeleted(events))
          for (const lock of ['screen', 'account', 'carrier'] as const)
            if (paper.record[lock] === 'confirmed-off') expect(isShownOff(lock, events)).toBe(true)
          const signed = events.findLast((event) => event.kind === 'agreement-signed')
          const refusedLater = events.findLast(({ kind }) => kind.startsWith('agreement-'))?.kind
          if (signed && refusedLater === 'agreement-signed')
            expect(paper.record.priceMinor).toBeLessThanOrEqual(signed.record.terms.mostMinor)
        }),
      )
      expect(closed).toBeGreaterThan(RUNS / 10)
    },
    LONG,
  )
  it(
    'every open job waits at one station with something to do that can be done and breaks nothing, and can always be handed back',
    () => {
      let closed = 0
      always(
        fc.property(most, (history) => {
          const { job } = live(history)
          const world = worldAt(200)
          const { station, action } = mainActionOf(job, world)
          if (job.handBack) {
            expect([station, action.kind]).toEqual(['closed', 'none'])
            return
          }
          expect(station).not.toBe('closed')
          expect(decide(job, handBack(job, world, 0), world)).toMatchObject({ kind: 'done' })
          const { end, done } = followed(job, world)
          expect([['closed', 'waits-for-a-person'].includes(end), done]).toEqual([true, done])
          if (end === 'closed') closed++
        }),
      )
      expect(closed).toBeGreaterThan(RUNS / 3)
    },
    LONG,
  )
  it(
    'the route sends nobody after a lock that an event has shown to be off, and says *done* only where none is left',
    () => {
      const [off, ended] = [{ account: 0, carrier: 0 }, { done: 0 }]
      always(
        fc.property(most, (history) => {
          const lived = live(history)
          const { job, events } = withTheReleaseOf(SERVICE, lived)
          const { choices, afterwards, locks, stages } = routeOf(job, worldAt(200))
          const told = [...choices.map(({ action }) => action), ...afterwards]
          for (const lock of ['account', 'carrier'] as const) {
            // Nobody gets into the settings of a device that asks for a stranger’s account.
            const shown = job.answers.complaint === 'second-hand' ? events.filter(isNoStep) : events
            if (!isShownOff(lock, shown)) continue
            off[lock]++
            expect(told.filter((action) => LIFTS[lock].includes(action))).toEqual([])
          }
          if (choices[0]?.reason.code === 'nothing-left') {
            ended.done++
            const { complaint } = job.answers
            const mine = complaint === 'carrier-lock-only' ? [locks.carrier] : [locks.screen, locks.account]
            expect([...new Set(mine)]).toEqual(['clear'])
            const isOpen = gatesOfTheJob(factsOf(job), progressOf(job)).every(({ state }) => state === 'open')
            // One that stands in recovery for nothing is led out of it first, at the bench.
            const { inRecovery, wipeStarted } = progressOf(job)
            const isLedOut = !inRecovery || wipeStarted
            if (isOpen && isLedOut && job.agreement?.kind === 'signed' && job.answers.deviceHere !== 'no')
              expect(['hand-back', 'closed']).toContain(mainActionOf(job, worldAt(200)).station)
          }
          for (const { state, note } of stages) if (state === 'done') expect(note).toBeUndefined()
        }),
      )
      expect(Math.min(off.account, off.carrier, ended.done)).toBeGreaterThan(RUNS / 100)
    },
    LONG,
  )
  it(
    'a release can be ordered where the desk says so, and only there',
    () => {
      let ordered = 0
      always(
        fc.property(most, (history) => {
          const { job } = live(history)
          const world = worldAt(200)
          for (const service of [SERVICE, ACCOUNT_SERVICE]) {
            const lock = service === SERVICE ? 'carrier' : 'account'
            const id = '00000000-0000-4000-9000-000000000000'
            const decided = decide(job, { kind: 'place-order', id, service }, world)
            expect([lock, canOrder(lock, job, world)]).toEqual([lock, decided.kind === 'done'])
            if (decided.kind === 'done') ordered++
          }
        }),
      )
      expect(ordered).toBeGreaterThan(RUNS / 100)
    },
    LONG,
  )
  it(
    'what is stored is the job: events taken apart, put together and folded anew',
    () => {
      always(
        fc.property(most, (history) => {
          const { job, events } = live(history)
          const stored = [OPENED, ...events].map(
            (event) => JSON.parse(JSON.stringify(apart(event))) as ReturnType<typeof apart>,
          )
          expect(jobOf(stored.map(together))).toEqual(JSON.parse(JSON.stringify(job)))
        }),
      )
    },
    LONG,
  )
})

/** What a main action does, as a command; nothing where a person has to say something that nobody here knows. */
function commandOf(
  { station, action }: ReturnType<typeof mainActionOf>,
  job: JobState,
  now: World,
  n: number,
): Command | undefined {
  const bench = (change: BenchChange): Command => ({ kind: 'bench', key: `f${n}`, change, at: now.now })
  const charged: Command = { kind: 'answer', set: { battery: 'at-least-20' }, newestCatalogId: 1 }
  switch (action.kind) {
    case 'none':
    case 'answer':
    case 'wait-for-device':
      return undefined
    case 'charge':
      return charged
    case 'check': {
      const ids = action.gates.map(({ id }) => id)
      if (ids.includes('right-device')) return bench({ kind: 'right-device', by: 'tag', read: job.ticket })
      return ids.includes('battery') ? charged : undefined
    }
    case 'show-agreement':
      return sign(job, now, n)
    case 'order':
      return {
        kind: 'place-order',
        id: `00000000-0000-4000-9000-${String(n).padStart(12, '0')}`,
        service: station === 'accounts' ? ACCOUNT_SERVICE : SERVICE,
      }
    case 'follow-order':
      return followedUp(station, job)
    case 'try':
      return action.worked
        ? bench(action.worked)
        : {
            kind: 'answer',
            set: { knowsAccountPassword: 'yes', passwordChangedLately: 'yes' },
            newestCatalogId: 1,
          }
    case 'attempt':
      return bench({ kind: 'in-recovery' })
    case 'reveal':
      return bench({ kind: 'revealed' })
    case 'tell':
      return bench(action.change)
    case 'came-back':
      return bench({ kind: 'first-start' })
    case 'confirm-account':
      return { kind: 'confirm-account', how: 'step-skipped' }
    case 'hand-back':
      return handBack(job, now, n)
  }
}

/** An order that waits is answered, and what was answered is proven. */
function followedUp(station: string, job: JobState): Command | undefined {
  const order = orderUnderWay(job, station === 'accounts' ? 'account' : 'carrier')
  if (!order) return undefined
  const change: OrderChange =
    order.state === 'waiting'
      ? { kind: 'answered', answer: 'over-the-air' }
      : order.answer === 'code'
        ? { kind: 'code-tried', worked: true }
        : { kind: 'proven' }
  return { kind: 'change-order', id: order.id, orderVersion: order.version, change }
}

/** Follows the main actions, each done as it should be, until the job is closed. */
function followed(
  from: JobState,
  world: World,
): { readonly end: 'closed' | 'waits-for-a-person' | 'stuck' | 'breach'; readonly done: readonly string[] } {
  let job = from
  const done: string[] = []
  for (let n = 0; n < 40; n++) {
    const main = mainActionOf(job, world)
    done.push(`${main.station}: ${JSON.stringify(main.action).slice(0, 100)}`)
    const now = worldAt(200 + n)
    const command = commandOf(main, job, now, n)
    if (!command) return { end: job.handBack ? 'closed' : 'waits-for-a-person', done }
    const next = after(job, command, now)
    if (next === job) return { end: 'stuck', done }
    if (breachesOf(next).length > breachesOf(job).length) return { end: 'breach', done }
    job = next
  }
  return { end: 'stuck', done }
}
