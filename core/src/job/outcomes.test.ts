import fc from 'fast-check'
import { expect, it } from 'vitest'
import { histories, live, OPENED, SERVICE } from '../../test/histories.ts'
import { Story } from '../../test/story.ts'
import { moved, tookAfter, type Experience, type OutcomeOf } from '../results/index.ts'
import { NOTHING_DONE, planRoute } from '../route/index.ts'
import { outcomesOf, tookOf, type Command, type JobEvent, type StepChange } from './index.ts'

/** What lifts a lock at the bench and what did not help there, by the outcome both are of, whatever was answered. */
const GENTLE: Readonly<Record<string, OutcomeOf>> = {
  'cache-cleared': 'cache-cleared',
  'clear-cache': 'cache-cleared',
  'system-installed': 'system-installed',
  'install-system-again': 'system-installed',
}

/** Counted from the events alone, one look at each: what was tried, and whether it came to something. */
function told(events: readonly JobEvent[]): ReadonlyMap<string, boolean | undefined> {
  const found = new Map<string, boolean | undefined>()
  const taken = new Set(
    events.flatMap((event) =>
      event.kind === 'taken-back' && event.what.kind === 'step' ? [event.what.key] : [],
    ),
  )
  const steps = events
    .flatMap((event) => (event.kind === 'step-made' && !taken.has(event.step.key) ? [event.step] : []))
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
  // What lifted it last is what worked.
  const lifted = steps.findLast(({ change }) => change.kind === 'screen-lifted')?.change
  for (const { change } of steps)
    if (change.kind === 'did-not-help' && change.action in GENTLE)
      found.set(GENTLE[change.action] ?? '', false)
  if (lifted?.kind === 'screen-lifted' && lifted.how in GENTLE) found.set(GENTLE[lifted.how] ?? '', true)
  for (const { change } of steps) {
    if (change.kind === 'recovery-started') found.set('account-recovery', undefined)
    if (change.kind === 'recovery-ended') found.set('account-recovery', change.found)
    // What it found was not the right one: it is recovered anew, and has not ended.
    const isRefused = change.kind === 'sign-in-refused' && change.why === 'wrong-password'
    if (isRefused && found.get('account-recovery')) found.delete('account-recovery')
  }
  return found
}

it('of random lives: each thing that was tried has one outcome at most, as its events say; a closed job leaves none open', () => {
  const seen = { recovery: 0, closed: 0, gentle: 0, durations: 0 }
  fc.assert(
    fc.property(histories(60), (history) => {
      const { job, events } = live(history)
      const outcomes = outcomesOf(job)
      expect(new Set(outcomes.map(({ of }) => of)).size).toBe(outcomes.length)
      const by = new Map(outcomes.map(({ of, worked }) => [of as string, worked]))
      const wanted = told(events)
      const isClosed = job.handBack !== null
      if (isClosed) seen.closed++
      const recovery = wanted.get('account-recovery')
      for (const of of new Set(Object.values(GENTLE))) {
        expect(by.get(of), of).toBe(wanted.get(of))
        if (wanted.has(of)) seen.gentle++
      }
      for (const { of, minutes } of tookOf(job)) {
        expect(minutes, of).toBeGreaterThanOrEqual(0)
        expect(minutes, of).toBeLessThanOrEqual(spanOf([OPENED, ...events]))
        seen.durations++
      }
      if (wanted.has('account-recovery')) {
        expect(by.get('account-recovery')).toBe(recovery ?? (isClosed ? false : undefined))
        seen.recovery++
      }
    }),
    { seed: 1617, numRuns: 250 },
  )
  for (const [what, count] of Object.entries(seen)) expect(count, what).toBeGreaterThan(10)
})

/** From the first thing told of it to the last, in minutes. */
function spanOf(events: readonly JobEvent[]): number {
  const at = JSON.stringify(events)
    .match(/\d{4}-\d\d-\d\dT[\d:.]+Z/g)
    ?.map((instant) => Date.parse(instant))
  return at ? (Math.max(...at) - Math.min(...at)) / 60_000 : 0
}

it('a carrier that was passed over for a supplier counts neither way, and one that refused does', () => {
  const story = () =>
    new Story({
      complaint: 'carrier-lock-only',
      carrierLocked: 'yes',
      originalCarrier: 'Skerry Mobile',
      carrierCountry: 'DE',
    }).signs()
  const tell = (key: string, change: StepChange): Command => ({ kind: 'step', key, change })
  const order: Command = {
    kind: 'place-order',
    id: '00000000-0000-4000-9000-000000000001',
    service: SERVICE,
    because: 'will-not-wait',
  }
  const carriers = (commands: readonly Command[]) => {
    const told = story()
    for (const command of commands) expect(told.attempts(command)).toBeUndefined()
    return outcomesOf(told.job).filter(({ of }) => of === 'carrier')
  }
  const asked = tell('a', { kind: 'carrier-asked', by: 'mail' })
  const works = tell('b', { kind: 'other-sim-works' })
  const refused = tell('c', { kind: 'carrier-answered', says: 'refused' })
  expect(carriers([asked])).toEqual([])
  expect(carriers([asked, works])).toEqual([{ of: 'carrier', worked: true }])
  expect(carriers([asked, order, works])).toEqual([])
  expect(carriers([asked, refused, order])).toEqual([{ of: 'carrier', worked: false }])
})

it('the mean moves from what is usual to what the shop has seen', () => {
  expect(moved(0.5)).toBe(0.5)
  // Beta(2.5, 2.5) and 8 of 10: 10.5 of 15 (conjugate prior; any textbook of statistics).
  expect(moved(0.5, { worked: 8, failed: 2 })).toBeCloseTo(10.5 / 15, 12)
  expect(moved(0.5, { worked: 1000, failed: 0 })).toBeGreaterThan(0.99)
})

it('a duration moves from what is usual to what was measured, quantile by quantile, and stays in order', () => {
  const usual = { p10: 5, p50: 10, p90: 30 }
  expect(tookAfter(usual, undefined)).toEqual(usual)
  expect(tookAfter(usual, { count: 5, p10: 15, p50: 20, p90: 30 })).toEqual({ p10: 10, p50: 15, p90: 30 })
  const three = fc
    .tuple(...[0, 1, 2].map(() => fc.double({ min: 0, max: 1e5, noNaN: true })))
    .map((values) => values.toSorted((a, b) => a - b))
    .map(([p10 = 0, p50 = 0, p90 = 0]) => ({ p10, p50, p90 }))
  fc.assert(
    fc.property(three, three, fc.integer({ min: 1, max: 1000 }), (before, seen, count) => {
      const after = tookAfter(before, { count, ...seen })
      expect(after.p10).toBeLessThanOrEqual(after.p50 + 1e-9)
      expect(after.p50).toBeLessThanOrEqual(after.p90 + 1e-9)
      for (const at of ['p10', 'p50', 'p90'] as const)
        expect(Math.abs(after[at] - seen[at])).toBeLessThanOrEqual(
          (Math.abs(before[at] - seen[at]) * 5) / (5 + count) + 1e-6,
        )
    }),
  )
})

it('what the shop has seen changes which option comes first, and only where it speaks of it', () => {
  const strangers = {
    complaint: 'second-hand',
    hazard: 'none',
    deviceHere: 'yes',
    workManaged: 'no',
    legalMatter: 'no',
    ownership: 'shown',
    ownershipNote: 'x',
    sellerReachable: 'yes',
    proofOfPurchase: 'yes',
    registryAnswer: 'clean',
    imei: '490154203237518',
    carrierLocked: 'no',
  } as const
  const route = (experience?: Experience) =>
    planRoute(strangers, undefined, NOTHING_DONE, undefined, experience)
  const first = (experience?: Experience) => route(experience).choices[0]?.action
  const solved = (experience?: Experience) => route(experience).option.own.solved
  expect(first()).toBe('seller-removes-account')
  expect(solved({ 'previous-owner': { worked: 1, failed: 9 } })).toBeCloseTo((solved() * 5 + 1) / 15, 6)
  expect(solved({ supplier: { worked: 0, failed: 40 } })).toBe(solved())
  expect(first({ 'previous-owner': { worked: 0, failed: 5000 } })).not.toBe('seller-removes-account')
})
