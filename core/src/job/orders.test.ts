import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ACCOUNT_SERVICE, SERVICE, worldAt } from '../../test/histories.ts'
import { Story } from '../../test/story.ts'
import {
  costOf,
  decide,
  evolve,
  failedServices,
  outcomesOf,
  type Command,
  type JobEvent,
  type JobState,
  type Order,
  type OrderChange,
} from './index.ts'

/** Commands on orders and nothing else; most speak of the last order as it is. */
type Try = (job: JobState, nth: number) => Command
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const CODES = ['00123456', '12345678', '0000000000000001'] as const
const CHANGES: readonly (OrderChange | { kind: 'sent'; number: string } | { kind: 'cancelled' })[] = [
  { kind: 'sent', number: 'G-40011' },
  { kind: 'confirmed' },
  { kind: 'delayed', until: '2026-03-20' },
  { kind: 'cancelled' },
  ...CODES.map((code) => ({ kind: 'answered', answer: 'code', code }) as const),
  ...CODES.map((code) => ({ kind: 'second-code', code }) as const),
  { kind: 'answered', answer: 'app' },
  { kind: 'code-entered', worked: false },
  { kind: 'code-entered', worked: false },
  { kind: 'code-entered', worked: false },
  { kind: 'code-entered', worked: true },
  { kind: 'proven' },
  { kind: 'failed' },
  { kind: 'followed-up' },
  { kind: 'sheet-sent' },
  { kind: 'refund-asked' },
  { kind: 'refunded', minor: 1000 },
  { kind: 'refunded', minor: 1900 },
  { kind: 'refunded', minor: 1901 },
]
const placing: Try = (_, nth) => ({
  kind: 'place-order',
  id: uuid(nth),
  service: SERVICE,
  because: 'will-not-wait',
})
const changing =
  (change: (typeof CHANGES)[number], stale = 0): Try =>
  (job) => {
    const last = job.orders.at(-1)
    return {
      kind: 'change-order',
      id: last?.id ?? uuid(0),
      orderVersion: (last?.version ?? 1) - stale,
      change,
    }
  }
const TRIES: fc.Arbitrary<Try> = fc.oneof(
  { weight: 2, arbitrary: fc.constant(placing) },
  {
    weight: 12,
    arbitrary: fc
      .tuple(fc.constantFrom(...CHANGES), fc.nat(9))
      .map(([change, stale]) => changing(change, stale === 0 ? 1 : 0)),
  },
  {
    weight: 1,
    arbitrary: fc.constant<Try>((job) => ({
      kind: 'take-back',
      what: { kind: 'code-refused', orderId: job.orders.at(-1)?.id ?? uuid(0) },
      reason: 'another code was typed',
      isSupervisor: false,
    })),
  },
)
const BEGUN = new Story({
  complaint: 'carrier-lock-only',
  carrierLocked: 'yes',
  originalCarrier: 'Skerry Mobile',
  carrierCountry: 'DE',
}).signs().job

/** @param lateFrom from which of the tries on a month has passed */
function lived(
  tries: readonly Try[],
  each?: (events: readonly JobEvent[], job: JobState) => void,
  lateFrom = Infinity,
) {
  let job = BEGUN
  const all: JobEvent[] = []
  for (const [nth, make] of tries.entries()) {
    const decided = decide(job, make(job, nth), worldAt(60 + nth + (nth < lateFrom ? 0 : 43_200)))
    if (decided.kind === 'refused') continue
    job = decided.events.reduce(evolve, job)
    all.push(...decided.events)
    each?.(decided.events, job)
  }
  return { job, events: all }
}

type Changed = Extract<JobEvent, { kind: 'order-changed' }>
/** What happened to an order, from the events alone. */
const changesOf = (events: readonly JobEvent[], id: string) =>
  events
    .filter((one): one is Changed => one.kind === 'order-changed' && one.id === id)
    .map(({ change }) => change)
const undoneOf = (events: readonly JobEvent[], id: string) =>
  events.filter(
    (one) => one.kind === 'taken-back' && one.what.kind === 'code-refused' && one.what.orderId === id,
  ).length
/** Entries made at the device by the end of an order: for its codes and for those of the orders before it. */
const enteredBy = (events: readonly JobEvent[], id: string) => {
  const placed = placedIn(events).map((one) => one.id)
  return placed
    .slice(0, placed.indexOf(id) + 1)
    .flatMap((one) => changesOf(events, one).map(({ kind }) => (kind === 'code-entered' ? 1 : 0)))
    .reduce<number>((all, one) => all + one, 0)
}
const undoneBy = (events: readonly JobEvent[], id: string) => {
  const placed = placedIn(events).map((one) => one.id)
  return placed.slice(0, placed.indexOf(id) + 1).reduce((all, one) => all + undoneOf(events, one), 0)
}
const orderOf = (job: JobState, id: string): Order | undefined => job.orders.find((one) => one.id === id)
const placedIn = (events: readonly JobEvent[]) =>
  events.flatMap((event) => (event.kind === 'order-placed' ? [event.order] : []))

/** A law of nothing cannot fail: what it speaks of must have come up this often. */
function check(
  often: Readonly<Record<string, number>>,
  holds: (tries: readonly Try[], seen: (what: string) => void) => void,
  each: fc.Arbitrary<Try> = TRIES,
) {
  const counts = new Map<string, number>()
  const seen = (what: string) => void counts.set(what, (counts.get(what) ?? 0) + 1)
  fc.assert(
    fc.property(fc.array(each, { minLength: 1, maxLength: 40, size: 'max' }), (tries) => holds(tries, seen)),
    { numRuns: 400 },
  )
  for (const [what, least] of Object.entries(often))
    expect(counts.get(what) ?? 0, what).toBeGreaterThan(least)
}

describe('orders, in whatever order they are placed, answered, delayed, cancelled and paid back', () => {
  it('entries are counted at the device, whoever sold the code, and never more than allowed; a code that was replaced is never taken again', () => {
    check({ entered: 40, 'second code': 20, blocked: 2, 'counted on': 5 }, (tries, seen) => {
      const { job, events } = lived(tries)
      for (const { id, entriesAllowed } of placedIn(events)) {
        const changes = changesOf(events, id)
        const entered = enteredBy(events, id) - undoneBy(events, id)
        if (entered > changes.filter(({ kind }) => kind === 'code-entered').length) seen('counted on')
        const codes = changes.flatMap((change) => ('code' in change && change.code ? [change.code] : []))
        if (entered > 0) seen('entered')
        if (codes.length > 1) seen('second code')
        const now = orderOf(job, id)
        if (now?.state === 'blocked') seen('blocked')
        expect([now?.entriesMade, entered <= entriesAllowed]).toEqual([entered, true])
        expect([new Set(codes).size, now?.code ?? undefined]).toEqual([codes.length, codes.at(-1)])
        const worked = changes.some((change) => change.kind === 'code-entered' && change.worked)
        expect(now?.state === 'blocked').toBe(
          entered === entriesAllowed && !worked && now?.state !== 'failed',
        )
      }
    })
  })
  it('one order at a time stands on a lock: another only after one that failed or was cancelled, and none where no entry is left', () => {
    check({ second: 40 }, (tries, seen) => {
      const soFar: JobEvent[] = []
      lived(tries, (events) => {
        for (const { id } of placedIn(events))
          for (const before of placedIn(soFar)) {
            seen('second')
            const changes = changesOf(soFar, before.id)
            const isOver = changes.some(({ kind }) => kind === 'failed' || kind === 'cancelled')
            const entered = enteredBy(soFar, before.id) - undoneBy(soFar, before.id)
            expect([id, isOver, entered < before.entriesAllowed]).toEqual([id, true, true])
          }
        soFar.push(...events)
      })
    })
  })
  it('nothing is told of an order that has ended, but that its fee came back', () => {
    check({ ended: 100, back: 10 }, (tries, seen) => {
      const { events } = lived(tries)
      for (const { id } of placedIn(events)) {
        const kinds = changesOf(events, id).map(({ kind }) => kind)
        const end = kinds.findIndex((kind) => ['failed', 'cancelled', 'proven'].includes(kind))
        if (end < 0) continue
        seen('ended')
        const after = kinds.slice(end + 1)
        if (after.length > 0) seen('back')
        expect(after.filter((kind) => kind !== 'refund-asked' && kind !== 'refunded')).toEqual([])
        if (kinds[end] !== 'failed') expect(after.filter((kind) => kind === 'refund-asked')).toEqual([])
      }
    })
  })
  it('that is late and whose whole fee came back has ended, and none of which a part came back has by that', () => {
    const ofMoney: fc.Arbitrary<Try> = fc
      .constantFrom<OrderChange>(
        { kind: 'delayed', until: '2026-05-20' },
        { kind: 'followed-up' },
        { kind: 'refund-asked' },
        { kind: 'refunded', minor: 1000 },
        { kind: 'refunded', minor: 1900 },
      )
      .map((change) => changing(change))
    const holds = (tries: readonly Try[], seen: (what: string) => void) => {
      const before = new Map<string, Order['state']>()
      lived(
        [placing, ...tries],
        (events, job) => {
          for (const { id, change } of events.filter((one): one is Changed => one.kind === 'order-changed')) {
            if (change.kind !== 'refunded' || before.get(id) !== 'waiting') continue
            const isWhole = change.minor === SERVICE.feeMinor
            seen(isWhole ? 'whole' : 'part')
            expect(job.orders.find((one) => one.id === id)?.state).toBe(isWhole ? 'failed' : 'waiting')
          }
          for (const { id, state } of job.orders) before.set(id, state)
        },
        Math.ceil(tries.length / 2),
      )
    }
    check({ whole: 50, part: 50 }, holds, ofMoney)
  })
  it('costs are fees, less what was cancelled and what came back, and no fee comes back twice over', () => {
    check({ cancelled: 40, 'paid back': 10 }, (tries, seen) => {
      const { job, events } = lived(tries)
      const cost = placedIn(events).reduce((all, { id, feeMinor }) => {
        const changes = changesOf(events, id)
        if (changes.some(({ kind }) => kind === 'cancelled')) {
          seen('cancelled')
          return all
        }
        const back = changes.findLast((change) => change.kind === 'refunded')
        if (back) seen('paid back')
        return all + feeMinor - (back?.minor ?? 0)
      }, 0)
      expect(job.orders.reduce((all, one) => all + costOf(one), 0)).toBe(cost)
      expect(cost).toBeGreaterThanOrEqual(0)
    })
  })
  it('of an account lock is answered from afar alone, whoever says it', () => {
    const { job } = new Story({
      complaint: 'second-hand',
      proofOfPurchase: 'yes',
      reportModel: 'same',
      knowsAccountPassword: 'no',
      sellerReachable: 'no',
    }).signs()
    const world = worldAt(60)
    const placed = decide(job, { kind: 'place-order', id: uuid(1), service: ACCOUNT_SERVICE }, world)
    if (placed.kind === 'refused') throw new Error(placed.refusal.code)
    const ordered = placed.events.reduce(evolve, job)
    const change = { kind: 'answered', answer: 'code', code: '00123456' } as const
    expect(
      decide(ordered, { kind: 'change-order', id: uuid(1), orderVersion: 1, change }, world),
    ).toMatchObject({
      refusal: { code: 'answer-not-of-this-lock' },
    })
  })

  it('a service that has failed for an IMEI is weighed no more for it; for the right one it is', () => {
    const { job } = lived([
      () => ({ kind: 'place-order', id: uuid(1), service: SERVICE, because: 'will-not-wait' }),
      () => ({ kind: 'change-order', id: uuid(1), orderVersion: 1, change: { kind: 'failed' } }),
    ])
    expect(failedServices(job, 'carrier')).toEqual([SERVICE.serviceId])
    expect(failedServices(job, 'account')).toEqual([])
    const corrected = { ...job, answers: { ...job.answers, imei: '490154203237518' } }
    expect(failedServices(corrected, 'carrier')).toEqual([])
  })
  it('count for the shop once a job: worked where one was, failed where all were, not while one may still work', () => {
    check({ worked: 20, failed: 20, open: 20 }, (tries, seen) => {
      const { job, events } = lived(tries)
      const ends = placedIn(events).map(({ id, entriesAllowed }) => {
        const changes = changesOf(events, id)
        const is = (kind: string) => changes.some((change) => change.kind === kind)
        if (is('cancelled')) return undefined
        if (is('proven') || changes.some((change) => change.kind === 'code-entered' && change.worked))
          return 'worked'
        return is('failed') || enteredBy(events, id) - undoneBy(events, id) >= entriesAllowed
          ? 'failed'
          : 'open'
      })
      const told = ends.filter((end) => end !== undefined)
      const wanted = told.includes('worked') ? 'worked' : told.includes('open') ? 'open' : told[0]
      if (wanted) seen(wanted)
      expect(outcomesOf(job).filter(({ of }) => of === 'supplier')).toEqual(
        wanted === undefined || wanted === 'open' ? [] : [{ of: 'supplier', worked: wanted === 'worked' }],
      )
    })
  })
})
