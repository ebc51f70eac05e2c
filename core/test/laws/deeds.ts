import { expect } from 'vitest'
import type { RouteAction } from '../../src/route/index.ts'
import { gatesOfTheJob } from '../../src/route/index.ts'
import {
  after,
  apart,
  breachesOf,
  canOrder,
  costsTheFee,
  decide,
  evolve,
  factsOf,
  handBackFacts,
  jobOf,
  mainActionOf,
  mayShowWipeKeys,
  progressOf,
  routeOf,
  standingOf,
  together,
  type JobEvent,
  type JobState,
} from '../../src/job/index.ts'
import { ACCOUNT_SERVICE, handBack, OPENED, SERVICE, worldAt } from '../histories.ts'
import { law } from '../lives.ts'
import {
  customerLetsItGo,
  customerLetsUsDelete,
  intakeForbids,
  intakeLetsUs,
  isShownOff,
  isWork,
  reportStands,
  somethingWasDeleted,
} from '../oracle.ts'
import { withTheReleaseOf } from '../released.ts'
import { followed } from './followed.ts'

const deletes = (event: JobEvent) =>
  event.kind === 'step-made' &&
  (event.step.change.kind === 'wipe-started' ||
    event.step.change.kind === 'wipe-finished' ||
    (event.step.change.kind === 'screen-lifted' && event.step.change.how === 'settings'))
/** What is gone is gone: the first one counts. */
const isFirstToDelete = (event: JobEvent, { steps }: JobState) =>
  deletes(event) && steps.filter((step) => deletes({ kind: 'step-made', step })).length === 1
const isReveal = (event: JobEvent) => event.kind === 'step-made' && event.step.change.kind === 'revealed'
const isNoStep = ({ kind }: JobEvent) => kind !== 'step-made'

/** What lifts these locks, and nothing else. */
const LIFTS: Readonly<Record<'account' | 'carrier', readonly RouteAction[]>> = {
  account: ['sign-in', 'account-page', 'seller-removes-account', 'authorised-release'],
  carrier: ['carrier-free', 'carrier-order'],
}

/** Whatever anybody does, in whatever order. */
export const LAWS_OF_DEEDS = [
  law({
    says: 'nothing is shown or done by our hand that deletes without an agreement in force that lets it',
    often: { shown: 1 / 20 },
    step({ events, so, job }, seen) {
      for (const event of events) {
        if (isReveal(event)) {
          seen('shown')
          expect(customerLetsUsDelete(so)).toBe(true)
        }
        if (isFirstToDelete(event, job) && !customerLetsUsDelete(so))
          expect(standingOf(job).breaches.length).toBeGreaterThan(0)
      }
    },
  }),
  law({
    says: 'a device that still has its data goes to the maker’s service, which deletes, only as the customer agreed; else it is a breach on the record',
    often: { sent: 1 / 50, breach: 1 / 100 },
    step({ events, so, job }, seen) {
      for (const event of events) {
        if (event.kind !== 'step-made' || event.step.change.kind !== 'service-sent') continue
        seen('sent')
        const before = so.slice(0, so.indexOf(event))
        if (somethingWasDeleted(before) || (customerLetsItGo(before) && !reportStands(before))) continue
        seen('breach')
        expect(standingOf(job).breaches).toContainEqual(expect.objectContaining({ did: 'sent-to-service' }))
      }
    },
  }),
  law({
    says: 'the wipe keys are shown only where all that was said at the counter lets it; a reset that it forbids is a breach on the record',
    often: { shown: 1 / 20, 'with a receipt or box': 1 / 200, breach: 1 / 200 },
    step({ events, so, job, world }, seen) {
      if (events.some(isReveal) || mayShowWipeKeys(job, world)) {
        seen('shown')
        if (['receipt', 'box'].includes(String(job.answers.ownership))) seen('with a receipt or box')
        expect(intakeLetsUs(so)).toBe(true)
      }
      for (const event of events)
        if (isFirstToDelete(event, job) && intakeForbids(so)) {
          seen('breach')
          expect(standingOf(job).breaches.length).toBeGreaterThan(0)
        }
    },
  }),
  law({
    says: 'while the wipe keys may be on the screen, pressing them is no breach: screen and record agree',
    often: { shown: 1 / 20 },
    step({ job, world, so }, seen) {
      if (!mayShowWipeKeys(job, world) || standingOf(job).deleted !== 'no') return
      seen('shown')
      expect([customerLetsUsDelete(so), reportStands(so)]).toEqual([true, false])
      const deed = standingOf(job).bench.inRecoveryAt
        ? ({ kind: 'wipe-started' } as const)
        : ({ kind: 'screen-lifted', how: 'settings' } as const)
      const done = after(job, { kind: 'step', key: 'deed', change: deed }, world)
      expect(breachesOf(done)).toEqual(breachesOf(job))
      expect(standingOf(done).deleted).not.toBe('no')
    },
  }),
  law({
    says: 'a reported device gets no work by anybody, and what is done to it all the same is a breach on the record',
    often: { reported: 1 / 2 },
    step({ events, so }, seen) {
      if (!reportStands(so.slice(0, so.length - events.length))) return
      seen('reported')
      expect(events.filter(isWork)).toEqual([])
    },
  }),
  law({
    says: 'the document says deleted where something was deleted, and only there; a lock is confirmed off by an event that shows it',
    often: { closed: 1 / 10 },
    end({ job, events }, _, seen) {
      const paper = handBackFacts(job)
      expect(standingOf(job).deleted !== 'no').toBe(somethingWasDeleted(events))
      if (!paper) return
      seen('closed')
      expect(paper.deleted !== 'no').toBe(somethingWasDeleted(events))
      // What is learnt after the hand-back the document cannot know.
      const before = events.slice(
        0,
        events.findIndex(({ kind }) => kind === 'handed-back'),
      )
      for (const lock of ['screen', 'account', 'carrier'] as const)
        if (paper.record[lock] === 'confirmed-off') expect(isShownOff(lock, before)).toBe(true)
      const signed = events.findLast((event) => event.kind === 'agreement-signed')
      const refusedLater = events.findLast(({ kind }) => kind.startsWith('agreement-'))?.kind
      if (signed && refusedLater === 'agreement-signed')
        expect(paper.record.priceMinor).toBeLessThanOrEqual(signed.record.terms.mostMinor)
    },
  }),
  law({
    says: 'every open job waits at one station with something to do that can be done and breaks nothing, and can always be handed back',
    often: { 'followed until closed': 1 / 3 },
    end({ job }, _, seen) {
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
      if (end === 'closed') seen('followed until closed')
    },
  }),
  law({
    says: 'the route sends nobody after a lock that an event has shown to be off, and says *done* only where none is left',
    often: { account: 1 / 100, carrier: 1 / 100, done: 1 / 100 },
    end(lived, _, seen) {
      const { job, events } = withTheReleaseOf(SERVICE, lived)
      const { choices, afterwards, locks, stages } = routeOf(job, worldAt(200))
      const told = [...choices.map(({ action }) => action), ...afterwards]
      for (const lock of ['account', 'carrier'] as const) {
        // Nobody gets into the settings of a device that asks for a stranger’s account.
        const shown = job.answers.complaint === 'second-hand' ? events.filter(isNoStep) : events
        if (!isShownOff(lock, shown)) continue
        seen(lock)
        expect(told.filter((action) => LIFTS[lock].includes(action))).toEqual([])
      }
      if (choices[0]?.reason.code === 'nothing-left') {
        seen('done')
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
    },
  }),
  law({
    says: 'the route pays no supplier for a carrier lock before its carrier has refused, or one was ordered all the same',
    often: { 'a supplier': 1 / 100, 'the carrier': 1 / 50 },
    end({ job, events }, _, seen) {
      const first = routeOf(job, worldAt(200)).choices[0]?.action
      if (first === 'carrier-free') {
        seen('the carrier')
        // Once it refuses, nobody is sent to it again, and a supplier may come first.
        const change = { kind: 'carrier-answered', says: 'refused' } as const
        const decided = decide(job, { kind: 'step', key: 'refused', change }, worldAt(200))
        if (decided.kind !== 'done') return
        const [next] = routeOf(decided.events.reduce(evolve, job), worldAt(200)).choices
        expect(next?.action).not.toBe('carrier-free')
        if (next?.action === 'carrier-order') seen('a supplier')
      }
      if (first !== 'carrier-order') return
      const undone = events.flatMap((event) =>
        event.kind === 'taken-back' && event.what.kind === 'step' ? [event.what.key] : [],
      )
      const hasRefused = events.some(
        (event) =>
          event.kind === 'step-made' &&
          event.step.change.kind === 'carrier-answered' &&
          event.step.change.says === 'refused' &&
          !undone.includes(event.step.key),
      )
      const isOrdered = events.some(
        (event) => event.kind === 'order-placed' && (event.order.lock ?? 'carrier') === 'carrier',
      )
      expect(hasRefused || isOrdered).toBe(true)
    },
  }),
  law({
    says: 'what the agreement in force says of memory card and eSIM is told before a reset, and nothing is told after it or after the hand-back',
    often: { card: 1 / 50, eSIM: 1 / 50, after: 1 / 50 },
    step({ job, world, so }, seen) {
      const { before, agreement, mayWipe } = routeOf(job, world)
      if (standingOf(job).deleted !== 'no' || job.handBack) {
        seen('after')
        expect(before).toEqual([])
      } else if (
        job.agreement?.kind === 'signed' &&
        agreement.state === 'given' &&
        customerLetsUsDelete(so)
      ) {
        const { memoryCard, esimProfile } = job.agreement.terms
        const told = [
          before.some((step) => step === 'take-the-card-out' || step === 'look-for-a-card'),
          before.some((step) => step === 'esim-may-go' || step === 'ask-for-the-esim'),
        ]
        expect(told).toEqual([
          mayWipe && memoryCard && job.answers.memoryCard !== 'no',
          mayWipe && esimProfile && job.answers.esimProfile !== 'no',
        ])
        if (told[0]) seen('card')
        if (told[1]) seen('eSIM')
      }
    },
  }),
  law({
    says: 'a release can be ordered where the desk says so, and only there; what is ordered is what was shown before it was paid',
    often: { ordered: 1 / 300 },
    end({ job, events }, _, seen) {
      const world = worldAt(200)
      for (const service of [SERVICE, ACCOUNT_SERVICE]) {
        const lock = service === SERVICE ? 'carrier' : 'account'
        const id = '00000000-0000-4000-9000-000000000000'
        const decided = decide(job, { kind: 'place-order', id, service, because: 'will-not-wait' }, world)
        expect([lock, canOrder(lock, job, world)]).toEqual([lock, decided.kind === 'done'])
        if (decided.kind !== 'done') continue
        seen('ordered')
        // A fee for a lock that was seen to be off is a fee for nothing.
        expect([lock, isShownOff(lock, events)]).toEqual([lock, false])
        const [placed] = decided.events
        if (placed?.kind !== 'order-placed') throw new Error('nothing was ordered')
        for (const row of costsTheFee(lock, job, world)) {
          if (row.id === 'imei') expect([row.imei, row.imei]).toEqual([placed.imei, job.answers.imei])
          if (row.id === 'carrier')
            expect([row.carrier.toLowerCase(), row.country]).toEqual([
              placed.order.carrier.toLowerCase(),
              service.country,
            ])
        }
      }
    },
  }),
  law({
    says: 'what is stored is the job: events taken apart, put together and folded anew',
    often: {},
    end({ job, events }) {
      const stored = [OPENED, ...events].map(
        (event) => JSON.parse(JSON.stringify(apart(event))) as ReturnType<typeof apart>,
      )
      expect(jobOf(stored.map(together))).toEqual(JSON.parse(JSON.stringify(job)))
    },
  }),
]
