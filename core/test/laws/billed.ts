import fc from 'fast-check'
import { expect } from 'vitest'
import {
  billOfJob,
  decide,
  dueMinor,
  evolve,
  owedMinor,
  type JobEvent,
  type JobState,
} from '../../src/job/index.ts'
import type { BillLine, Work } from '../../src/price/index.ts'
import { USUAL_PRICES } from '../../src/price/index.ts'
import { stepsIn } from '../oracle.ts'
import { handBack, SERVICE, worldAt, type Lived, type Try } from '../histories.ts'
import { law } from '../lives.ts'
import { CORRECTIONS } from '../moneyTries.ts'
import { withTheReleaseOf } from '../released.ts'

const PRICES = { prices: USUAL_PRICES }
const sumOf = (amounts: readonly number[]) => amounts.reduce((sum, one) => sum + one, 0)
const placed = (events: readonly JobEvent[]) =>
  events.flatMap((event) => (event.kind === 'order-placed' ? [event.order] : []))
const changesOf = (events: readonly JobEvent[], order: string) =>
  events.flatMap((event) => (event.kind === 'order-changed' && event.id === order ? [event.change] : []))

/** What others were paid, less what came back, told by bare events. */
function feesIn(events: readonly JobEvent[]): number {
  const reports = events.map((event) => (event.kind === 'registry-said' ? event.record.feeMinor : 0))
  const orders = placed(events).map(({ id, feeMinor }) => {
    const changes = changesOf(events, id)
    if (changes.some(({ kind }) => kind === 'cancelled')) return 0
    const back = changes.findLast((change) => change.kind === 'refunded')
    return feeMinor - (back?.minor ?? 0)
  })
  return sumOf([...reports, ...orders])
}

/** Whether bare events can show that a work was done. */
function canBeShown(work: Work, events: readonly JobEvent[]): boolean {
  const changes = stepsIn(events).map(({ change }) => change)
  const told = (kind: string) => changes.some((change) => change.kind === kind)
  const lifted = (how: string) =>
    changes.some((change) => change.kind === 'screen-lifted' && change.how === how)
  const released = (lock: 'account' | 'carrier') =>
    placed(events).some(
      (order) =>
        (order.lock ?? 'carrier') === lock &&
        changesOf(events, order.id).some(
          (change) => change.kind === 'proven' || (change.kind === 'code-entered' && change.worked),
        ),
    )
  switch (work) {
    case 'unlock-from-afar':
      return lifted('remote-unlock')
    case 'reset-from-settings':
      return lifted('settings')
    case 'clear-cache':
      return lifted('cache-cleared')
    case 'install-system-again':
      return lifted('system-installed')
    case 'reset-from-recovery':
      return told('set-up') && (told('wipe-started') || told('first-start') || told('wipe-finished'))
    case 'account-help':
      return (
        released('account') ||
        (changes.some((change) => change.kind === 'seller-answered' && change.removed) &&
          events.some(({ kind }) => kind === 'account-confirmed'))
      )
    case 'carrier-order':
      return released('carrier')
    case 'send-to-makers-service':
      return changes.some((change) => change.kind === 'service-returned' && change.unlocked)
  }
}

/** The last word of the customer: the most they agreed to, or nothing. */
function agreedIn(events: readonly JobEvent[]): number | undefined {
  const last = events.findLast(({ kind }) => kind === 'agreement-signed' || kind === 'agreement-refused')
  return last?.kind === 'agreement-signed' ? last.record.terms.mostMinor : undefined
}
const linesOf = <Kind extends BillLine['kind']>(lines: readonly BillLine[], kind: Kind) =>
  lines.filter((line): line is Extract<BillLine, { kind: Kind }> => line.kind === kind)

type Billed = 'work' | 'fees' | 'own line' | 'cut to what was agreed'
function expectItsBill(job: JobState, so: readonly JobEvent[], seen: (what: Billed) => void): void {
  const { lines, totalMinor, taxMinor, taxRate } = billOfJob(job, PRICES)
  const agreed = agreedIn(so)
  const work = linesOf(lines, 'work')
  for (const { work: one } of work) {
    expect([one, canBeShown(one, so)]).toEqual([one, true])
    expect(agreed).toBeDefined()
    seen('work')
  }
  expect(new Set(work.map((line) => line.work)).size).toBe(work.length)
  const [passedOn, back] = (['order', 'refund'] as const).map((kind) =>
    sumOf(linesOf(lines, kind).map(({ minor }) => minor)),
  )
  const reports = sumOf(linesOf(lines, 'registry-report').map(({ minor }) => minor))
  const fees = feesIn(so)
  expect((passedOn ?? 0) + (back ?? 0) + reports).toBe(fees)
  if (fees > 0) seen('fees')
  if (lines.some(({ kind }) => kind === 'own')) seen('own line')
  if (lines.some(({ kind }) => kind === 'within-agreed')) seen('cut to what was agreed')
  expect(totalMinor).toBe(sumOf(lines.map(({ minor }) => minor)))
  expect(totalMinor).toBeGreaterThanOrEqual(0)
  expect(totalMinor).toBeLessThanOrEqual(agreed ?? fees)
  // Only in what the shop itself takes is there tax.
  expect(taxMinor).toBeLessThanOrEqual(Math.ceil((totalMinor * taxRate) / (1 + taxRate)))
  expect(taxMinor).toBeGreaterThanOrEqual(0)
}

/** What is asked for, against what was done, paid to others and agreed. */
export const LAWS_OF_BILLS = [
  law({
    says: 'a bill is made of what was done and paid to others, each once, and never above what was agreed',
    often: { work: 1 / 50, fees: 1 / 20, 'own line': 1 / 20, 'cut to what was agreed': 1 / 200 },
    step({ job, so }, seen) {
      expectItsBill(job, so, seen)
    },
    end(lived, _, seen) {
      const { job, events } = withTheReleaseOf(SERVICE, lived)
      expectItsBill(job, events, seen)
    },
  }),
  law({
    says: 'what was handed back cost what its bill comes to, and deposit and payment come to that, or something is left',
    often: { closed: 1 / 10, 'with a deposit': 1 / 100, later: 1 / 200 },
    end({ job }, _, seen) {
      const record = job.handBack
      if (!record?.bill || !record.settled) return
      seen('closed')
      expect(record.priceMinor).toBe(record.bill.totalMinor)
      expect(sumOf(record.bill.lines.map(({ minor }) => minor))).toBe(record.priceMinor)
      const deposits = sumOf((job.payments ?? []).map(({ minor }) => minor))
      if (deposits > 0) seen('with a deposit')
      // What was put right since has a law of its own.
      if (job.corrections) return
      const { how, minor, roundedMinor } = record.settled
      if (how === 'later') {
        seen('later')
        // What was owed is paid then, and no more.
        expect(owedMinor(job)).toBe(record.priceMinor - deposits)
        if (deposits <= record.priceMinor) expect(owedMinor(job)).toBeGreaterThanOrEqual(0)
        return
      }
      expect(deposits + minor - roundedMinor).toBe(record.priceMinor)
    },
  }),
  law({
    says: 'nobody but a supervisor puts a line on the bill, and the same line once',
    often: { added: 1 / 20 },
    end({ job, events }, _, seen) {
      const added = events.flatMap((event) => {
        if (event.kind === 'line-added') return [event.line]
        if (event.kind !== 'bill-corrected' || !event.record.line) return []
        const { key, line, reason, by, at } = event.record
        return [{ key, ...line, reason, by, at }]
      })
      if (added.length > 0) seen('added')
      expect(new Set(added.map(({ key }) => key)).size).toBe(added.length)
      expect(job.ownLines ?? []).toEqual(added)
      expect(dueMinor(withoutPayments(job), PRICES)).toBe(billOfJob(job, PRICES).totalMinor)
    },
  }),
  law({
    says: 'a bill put right is cancelled or made anew, and what changed hands comes to what stands, but what is owed; nothing is paid back later',
    often: { anew: 1 / 4, cancelled: 1 / 4, 'paid back': 1 / 20, 'more to pay': 1 / 40, owed: 1 / 100 },
    draw: fc.array(CORRECTIONS, { minLength: 2, maxLength: 4 }),
    end(lived, tries, seen) {
      const { job, events } = onAfterwards(withTheReleaseOf(SERVICE, lived), [handBack, ...tries])
      const corrections = events.flatMap((event) => (event.kind === 'bill-corrected' ? [event.record] : []))
      expect(job.corrections ?? []).toEqual(corrections)
      expect(new Set(corrections.map(({ key }) => key)).size).toBe(corrections.length)
      if (!job.handBack || corrections.length === 0) return
      // From the events alone: each movement of money in the order in which it happened.
      let [taken, stands] = [0, 0]
      let hasBill = false
      for (const event of events) {
        if (event.kind === 'payment-taken') taken += event.payment.minor
        if (event.kind !== 'handed-back' && event.kind !== 'bill-corrected') continue
        const { bill, settled } = event.record
        if (event.kind === 'bill-corrected') {
          seen(bill ? 'anew' : 'cancelled')
          // Only what stands is cancelled.
          if (!bill) expect(hasBill).toBe(true)
        }
        hasBill = bill !== undefined
        stands = bill ? sumOf(bill.lines.map(({ minor }) => minor)) : 0
        const due = stands - taken
        if (!settled) throw new Error('No word of how it was settled')
        if (settled.how === 'later') expect(due).toBeGreaterThan(0)
        else expect(settled.minor - settled.roundedMinor).toBe(due)
        if (event.kind === 'bill-corrected' && due < 0) seen('paid back')
        if (event.kind === 'bill-corrected' && due > 0) seen('more to pay')
        taken += settled.minor - settled.roundedMinor
      }
      expect(owedMinor(job)).toBe(stands - taken)
      expect(owedMinor(job)).toBeGreaterThanOrEqual(0)
      if (owedMinor(job) > 0) seen('owed')
    },
  }),
]
/** A life that goes on: each is tried on what the one before has left. */
const onAfterwards = (lived: Lived, tries: readonly Try[]): Lived =>
  tries.reduce<Lived>((so, attempt, nth) => {
    const world = worldAt(200 + nth)
    const decided = decide(so.job, attempt(so.job, world, 900 + nth), world)
    if (decided.kind === 'refused') return so
    return { job: decided.events.reduce(evolve, so.job), events: [...so.events, ...decided.events] }
  }, lived)
const withoutPayments = (job: JobState): JobState => ({ ...job, payments: [] })
