import type { Command } from './commands.ts'
import { refused, secretsIn, yes, type Decided } from './decided.ts'
import { statementsOf } from './locks.ts'
import { mostToAskMinor } from './papers.ts'
import type { JobState } from './records.ts'
import type { World } from './standing.ts'

type HandBack = Extract<Command, { kind: 'hand-back' }>

const LOCKS = ['screen', 'account', 'carrier'] as const

/** Possible from every open job: the device belongs to its owner. What is said of it must be so. */
export function decideHandBack(job: JobState, command: HandBack, world: World): Decided {
  const { kind: _, noSecret, ...said } = command
  const secret = secretsIn({ note: said.note, whoSignsIn: said.whoSignsIn }, noSecret)
  if (secret) return secret
  const possible = statementsOf(job, world)
  const lock = LOCKS.find((one) => !possible[one].includes(said[one]))
  if (lock) return refused({ code: 'not-so', lock, possible: possible[lock] })
  const currency = job.agreement?.kind === 'signed' ? job.agreement.terms.currency : world.prices.currency
  if (said.currency !== currency) return refused({ code: 'other-currency', currency })
  const mostMinor = mostToAskMinor(job)
  if (said.priceMinor > mostMinor) return refused({ code: 'price-above-agreed', mostMinor, currency })
  return yes({ kind: 'handed-back', record: { ...said, at: world.now } })
}
