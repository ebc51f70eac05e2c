import { inCash } from '../price/index.ts'
import { billOfJob } from './bill.ts'
import type { Command } from './commands.ts'
import { refused, secretsIn, yes, type Decided } from './decided.ts'
import { statementsOf } from './locks.ts'
import type { Settled } from './money.ts'
import type { JobState } from './records.ts'
import type { World } from './standing.ts'

type HandBack = Extract<Command, { kind: 'hand-back' }>
type AddLine = Extract<Command, { kind: 'add-line' }>
type TakePayment = Extract<Command, { kind: 'take-payment' }>

const LOCKS = ['screen', 'account', 'carrier'] as const

/** Possible from every open job: the device belongs to its owner. What is said of it must be so. */
export function decideHandBack(job: JobState, command: HandBack, world: World): Decided {
  const { kind: _, noSecret, paid, ...said } = command
  const secret = secretsIn({ note: said.note, whoSignsIn: said.whoSignsIn }, noSecret)
  if (secret) return secret
  const possible = statementsOf(job, world)
  const lock = LOCKS.find((one) => !possible[one].includes(said[one]))
  if (lock) return refused({ code: 'not-so', lock, possible: possible[lock] })
  const bill = billOfJob(job, world)
  const { currency, totalMinor } = bill
  if (said.currency !== currency) return refused({ code: 'other-currency', currency })
  if (said.priceMinor !== totalMinor) return refused({ code: 'other-price', totalMinor, currency })
  const due = dueMinor(job, world)
  if (due !== 0 && !paid) return refused({ code: 'how-paid', dueMinor: due, currency })
  const settled = settledBy(due, paid, currency)
  return yes({ kind: 'handed-back', record: { ...said, bill, settled, at: world.now } })
}

/** What is left to pay, after what was paid before; below zero it is to be paid back. */
export function dueMinor(job: JobState, world: Pick<World, 'prices'>): number {
  return billOfJob(job, world).totalMinor - paidMinor(job)
}

/** What a closed job still has to be paid: it was handed back to somebody who pays later. */
export const owedMinor = (job: JobState): number =>
  job.handBack?.settled?.how === 'later' ? job.handBack.priceMinor - paidMinor(job) : 0

/** What was taken so far: deposits, and after the hand-back what was owed. */
export const paidMinor = ({ payments = [] }: Pick<JobState, 'payments'>): number =>
  payments.reduce((sum, { minor }) => sum + minor, 0)

function settledBy(due: number, paid: HandBack['paid'], currency: string): Settled {
  if (due === 0 || !paid) return { how: 'nothing-due', minor: 0, roundedMinor: 0 }
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
