import { billOfJob } from './bill.ts'
import type { Command } from './commands.ts'
import { refused, secretsIn, yes, type Decided } from './decided.ts'
import { statementsOf } from './locks.ts'
import { dueMinor, settledBy } from './decideMoney.ts'
import type { JobState } from './records.ts'
import type { World } from './standing.ts'

type HandBack = Extract<Command, { kind: 'hand-back' }>

const LOCKS = ['screen', 'account', 'carrier'] as const

/** Possible from every open job: the device belongs to its owner. What is said of it must be so. */
export function decideHandBack(job: JobState, command: HandBack, world: World): Decided {
  const { kind: _, noSecret, paid, ...said } = command
  const secret = secretsIn(
    {
      note: said.note,
      whoSignsIn: said.whoSignsIn,
      fetchedBy: said.fetchedBy,
      condition: said.condition?.note,
    },
    noSecret,
  )
  if (secret) return secret
  const possible = statementsOf(job, world)
  const lock = LOCKS.find((one) => !possible[one].includes(said[one]))
  if (lock) return refused({ code: 'not-so', lock, possible: possible[lock] })
  const bill = billOfJob(job, world)
  const { currency, totalMinor } = bill
  if (said.currency !== currency) return refused({ code: 'other-currency', currency })
  if (said.priceMinor !== totalMinor) return refused({ code: 'other-price', totalMinor, currency })
  const due = dueMinor(job, world)
  const settled = settledBy(due, paid, currency)
  if (!settled) return refused({ code: 'how-paid', dueMinor: due, currency })
  return yes({ kind: 'handed-back', record: { ...said, bill, settled, at: world.now } })
}
