import type { Refusal } from '@benevox/core/job'
import type { Messages } from './catalogues.ts'
import type { Flaw } from '@benevox/core/catalog'
import type { SupplyFault } from '@benevox/core/supply'
import { fieldText, flawText, pathText } from './flaws.ts'
import { carrierText } from './names.ts'
import { checkText } from './route.ts'
import { supplyFaultText } from './supply.ts'
import type { Words } from './words.ts'

type NameIn<Part extends string> = {
  [K in keyof Messages]: K extends `${Part}.${infer Name}` ? Name : never
}[keyof Messages]
type ProblemName = NameIn<'problem'>

/** Why something cannot be done, as the wire carries it: a code, and the facts that its sentence names. */
export type Reason =
  | {
      [Name in Exclude<ProblemName, WithFlaw['code']>]: { readonly code: Name } & Messages[`problem.${Name}`]
    }[Exclude<ProblemName, WithFlaw['code']>]
  | WithFlaw
  | { readonly code: 'supply-fault'; readonly fault: SupplyFault }
/** Something that was sent or imported, with where in it the first flaw is. */
type WithFlaw =
  | { readonly code: 'field'; readonly path: readonly (string | number)[]; readonly flaw: Flaw }
  | {
      readonly code: 'import-refused'
      readonly path: readonly (string | number)[]
      readonly flaw: Flaw
      /** How many others there are. */
      readonly more: number
    }

/** Of a refusal or of any other problem: what is wrong, where, and what to do now. Empty where the code is of a later program. */
export function problemText(reason: { readonly code: string }, words: Words): string {
  if (words.has(`refusal.${reason.code}`)) return refusalText(reason as Refusal, words)
  if (reason.code === 'field') {
    const { path, flaw } = reason as Extract<Reason, { code: 'field' }>
    return words.say('problem.field', { field: fieldText(path, words), because: flawText(flaw, words) })
  }
  if (reason.code === 'supply-fault')
    return supplyFaultText((reason as Extract<Reason, { code: 'supply-fault' }>).fault, words)
  if (reason.code === 'import-refused') {
    const { path, flaw, more } = reason as Extract<Reason, { code: 'import-refused' }>
    return words.say('problem.import-refused', {
      at: pathText(path) || 'none',
      because: flawText(flaw, words),
      more,
    })
  }
  const key = `problem.${reason.code}` as `problem.${ProblemName}`
  // Facts come with their code: they were typed where the problem was made. A server of before gave its faults no id.
  const facts = reason.code === 'fault' ? { id: '–', ...reason } : reason
  return words.has(key) ? (words.say as (key: string, facts: object) => string)(key, facts) : ''
}

/** Why a command of the job is not carried out. */
export function refusalText(refusal: Refusal, words: Words): string {
  const { say } = words
  switch (refusal.code) {
    case 'looks-like-secret':
      return say('refusal.looks-like-secret', { found: refusal.texts[0]?.found ?? '' })
    case 'stays-once-said':
      return say('refusal.stays-once-said', { fact: say(`fact.${refusal.fact}`) })
    case 'turned-out':
      return say('refusal.turned-out', { fact: say(`fact.${refusal.fact}`) })
    case 'report-names-it':
      return say('refusal.report-names-it', { model: refusal.model })
    case 'no-work':
      return say('refusal.no-work', {
        because: refusal.gates.map((gate) => checkText(gate, words)).join(' '),
      })
    case 'checks-missing':
      return say('refusal.checks-missing', {
        checks: words.list(
          refusal.gates.map((gate) => {
            const check = say(`check.${gate.id}`)
            return gate.because
              ? say('refusal.check-because', { check, because: checkText(gate, words) })
              : check
          }),
        ),
      })
    case 'not-a-supervisor':
      return say('refusal.not-a-supervisor', { name: refusal.name })
    case 'other-device':
      return say('refusal.other-device', { read: refusal.read, wanted: refusal.wanted })
    case 'attempt-ended':
      return say('refusal.attempt-ended', { outcome: refusal.outcome })
    case 'order-under-way':
      return say('refusal.order-under-way', { state: refusal.state })
    case 'order-not-so':
      return say('refusal.order-not-so', { state: refusal.state })
    case 'other-model':
      return say('refusal.other-model', { model: refusal.model, models: words.either(refusal.models) })
    case 'other-carrier':
      return say('refusal.other-carrier', {
        wanted: carrierText(refusal.wanted, words),
        service: carrierText(refusal.service, words),
      })
    case 'refund-above-fee':
      return say('refusal.refund-above-fee', { fee: words.money(refusal.feeMinor, refusal.currency) })
    case 'too-many-files':
      return say('refusal.too-many-files', { most: refusal.most })
    case 'not-so':
      return say('refusal.not-so', { lock: say(`lock.${refusal.lock}`) })
    case 'other-price':
      return say('refusal.other-price', { total: words.money(refusal.totalMinor, refusal.currency) })
    case 'more-than-owed':
      return say('refusal.more-than-owed', { owed: words.money(refusal.owedMinor, refusal.currency) })
    case 'nothing-to-tell':
      return say('refusal.nothing-to-tell', { what: refusal.what })
    case 'how-paid':
      return say('refusal.how-paid', { due: words.money(Math.abs(refusal.dueMinor), refusal.currency) })
    case 'on-hold':
      return say('refusal.on-hold', { since: words.day(refusal.since) })
    case 'other-currency':
      return say('refusal.other-currency', { currency: refusal.currency })
    default:
      return say(`refusal.${refusal.code}`)
  }
}
