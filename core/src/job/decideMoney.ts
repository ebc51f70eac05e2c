import { inCash, type Bill } from '../price/index.ts'
import { billOfJob } from './bill.ts'
import type { Command } from './commands.ts'
import { refused, secretsIn, yes, type Decided } from './decided.ts'
import { lineOf, type OwnLine, type PaidHow, type Settled } from './money.ts'
import type { JobState } from './records.ts'
import type { World } from './standing.ts'

type AddLine = Extract<Command, { kind: 'add-line' }>
type TakePayment = Extract<Command, { kind: 'take-payment' }>
type CorrectBill = Extract<Command, { kind: 'correct-bill' }>

/** What is left to pay, after what was paid before; below zero it is to be paid back. */
export function dueMinor(job: JobState, world: Pick<World, 'prices'>): number {
  return billOfJob(job, world).totalMinor - paidMinor(job)
}

/** The bill that stands of a closed job; none where it was cancelled, or never made. */
export function standingBill({ handBack, corrections = [] }: JobState): Bill | undefined {
  const last = corrections.at(-1)
  return last ? last.bill : handBack?.bill
}

/** What a closed job still has to be paid: it was handed back to somebody who pays later. */
export function owedMinor(job: JobState): number {
  if (!job.handBack?.settled) return 0
  return dueWith(standingBill(job), job)
}

/** What was taken as deposits, and after the hand-back of what was owed. */
export const paidMinor = ({ payments = [] }: Pick<JobState, 'payments'>): number =>
  payments.reduce((sum, { minor }) => sum + minor, 0)

/** All that has changed hands for a bill, less what was paid back; coins there are none of left aside. */
function takenMinor(job: JobState): number {
  const settled = [job.handBack?.settled, ...(job.corrections ?? []).map((one) => one.settled)]
  return settled.reduce((sum, one) => sum + (one ? one.minor - one.roundedMinor : 0), paidMinor(job))
}

/** The bill anew: of what was done and what has come back since, with what is put on it now. */
export const correctedBill = (job: JobState, put: readonly OwnLine[], world: Pick<World, 'prices'>): Bill =>
  billOfJob({ ...job, ownLines: [...(job.ownLines ?? []), ...put] }, world)

/** What is left to pay where another bill, or none, comes in the place of the one that stands; below zero paid back. */
export const dueWith = (bill: Bill | undefined, job: JobState): number =>
  (bill?.totalMinor ?? 0) - takenMinor(job)

/** How what is due changes hands; undefined where nobody has said, and nobody is paid back later. */
export function settledBy(
  due: number,
  paid: PaidHow | 'later' | undefined,
  currency: string,
): Settled | undefined {
  if (due === 0) return { how: 'nothing-due', minor: 0, roundedMinor: 0 }
  if (!paid || (paid === 'later' && due < 0)) return undefined
  if (paid === 'later') return { how: 'later', minor: 0, roundedMinor: 0 }
  const minor = paid === 'cash' ? inCash(due, currency) : due
  return { how: paid, minor, roundedMinor: minor - due }
}

/** A discount, or a line of the shop's own: a supervisor answers for it. */
export function decideLine(job: JobState, { line, supervisor, noSecret }: AddLine, world: World): Decided {
  if (job.ownLines?.some(({ key }) => key === line.key)) return yes()
  if (!supervisor.isSupervisor) return refused({ code: 'not-a-supervisor', name: supervisor.name })
  const secret = secretsIn({ text: line.text, reason: line.reason }, noSecret)
  return secret ?? yes({ kind: 'line-added', line: { ...line, by: supervisor.name, at: world.now } })
}

/** A deposit, in the currency of the bill; after the hand-back what is still owed, and no more. */
export function decidePayment(job: JobState, { payment }: TakePayment, world: World): Decided {
  if (job.payments?.some(({ key }) => key === payment.key)) return yes()
  const currency = job.handBack?.currency ?? billOfJob(job, world).currency
  const owed = owedMinor(job)
  if (job.handBack && payment.minor > owed)
    return refused({ code: 'more-than-owed', owedMinor: owed, currency })
  if (payment.currency !== currency) return refused({ code: 'other-currency', currency })
  return yes({ kind: 'payment-taken', payment: { ...payment, by: world.by, at: world.now } })
}

/**
 * What stands there after the hand-back is cancelled, and made anew of what was done, of what has come back since and of
 * one more line; or cancelled alone. What was paid before is set against it.
 */
export function decideCorrection(job: JobState, command: CorrectBill, world: World): Decided {
  const { key, line, reason, isCancelled, supervisor, totalMinor, paid, noSecret } = command
  if (job.corrections?.some((one) => one.key === key)) return yes()
  if (!supervisor.isSupervisor) return refused({ code: 'not-a-supervisor', name: supervisor.name })
  const secret = secretsIn({ text: line?.text ?? '', reason }, noSecret)
  if (secret) return secret
  // A bill that was never made, or is cancelled, cannot be cancelled.
  if (!job.handBack?.bill || (isCancelled && !standingBill(job)))
    return refused({ code: 'nothing-to-correct' })
  const { currency } = job.handBack.bill
  const put = line && !isCancelled ? { line } : {}
  const made = { key, ...put, reason, by: supervisor.name, at: world.now }
  const bill = isCancelled ? undefined : correctedBill(job, lineOf(made), world)
  const total = bill?.totalMinor ?? 0
  if (bill && bill.currency !== currency) return refused({ code: 'other-currency', currency })
  if (totalMinor !== total) return refused({ code: 'other-price', totalMinor: total, currency })
  const due = dueWith(bill, job)
  const settled = settledBy(due, paid, currency)
  if (!settled) return refused({ code: 'how-paid', dueMinor: due, currency })
  return yes({ kind: 'bill-corrected', record: { ...made, ...(bill ? { bill } : {}), settled } })
}
