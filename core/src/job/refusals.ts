import type { Gate } from '../route/index.ts'
import type { FactName } from '../route/index.ts'
import type { Order } from './orders.ts'
import type { CustomerTold, StepKind, LockStatement } from './records.ts'

/** Why a command is not carried out, with the facts for its sentence. */
export type Refusal =
  | { readonly code: 'job-closed' }
  /** Texts that look like a secret: which field, and what in it. */
  | {
      readonly code: 'looks-like-secret'
      readonly texts: readonly { readonly field: string; readonly found: string }[]
    }
  /** Once said, only a supervisor lifts it. */
  | { readonly code: 'stays-once-said'; readonly fact: FactName }
  /** It turned out otherwise at the account lock. */
  | { readonly code: 'turned-out'; readonly fact: FactName }
  | { readonly code: 'report-names-it'; readonly model: string }
  /** A report stands: nobody types it away. */
  | { readonly code: 'report-stands'; readonly imei: string }
  /** A device is clean by a registry's word, or by somebody's who says where it was asked and by whom. */
  | { readonly code: 'asked-where' }
  | { readonly code: 'reported' }
  /** No work on this device, by a gate that is closed for good. */
  | { readonly code: 'no-work'; readonly gates: readonly Gate[] }
  | { readonly code: 'checks-missing'; readonly gates: readonly Gate[] }
  | { readonly code: 'registry-being-asked' }
  | { readonly code: 'no-imei' }
  | { readonly code: 'no-model' }
  | { readonly code: 'customer-name-missing' }
  | { readonly code: 'text-is-old' }
  | { readonly code: 'signature-missing' }
  | { readonly code: 'not-by-telephone' }
  | { readonly code: 'not-a-supervisor'; readonly name: string }
  | { readonly code: 'begun'; readonly what: 'wipe' | 'reset' }
  | { readonly code: 'not-yet'; readonly needs: StepKind }
  | { readonly code: 'no-such-method' }
  | { readonly code: 'model-missing' }
  | { readonly code: 'other-device'; readonly read: string; readonly wanted: string }
  | { readonly code: 'account-still-on-it' }
  | {
      readonly code: 'something-stands-on-it'
      readonly later: StepKind | 'account' | 'order' | 'attempt'
    }
  | { readonly code: 'nothing-to-take-back' }
  | { readonly code: 'supervisor-takes-back' }
  | { readonly code: 'reason-missing' }
  | { readonly code: 'attempt-elsewhere' }
  | { readonly code: 'attempt-unknown' }
  | { readonly code: 'attempt-ended'; readonly outcome: string }
  | { readonly code: 'ended-before-start' }
  | { readonly code: 'not-at-the-wizard' }
  | { readonly code: 'order-under-way'; readonly state: Order['state'] }
  /** No entry of an unlock code is left at the device. */
  | { readonly code: 'device-blocked' }
  | { readonly code: 'ask-the-carrier-first' }
  | { readonly code: 'other-model'; readonly model: string; readonly models: readonly string[] }
  | { readonly code: 'other-carrier'; readonly wanted: CarrierNamed; readonly service: CarrierNamed }
  | { readonly code: 'order-unknown' }
  | { readonly code: 'order-changed-meanwhile'; readonly order: Order }
  | { readonly code: 'order-not-so'; readonly state: Order['state']; readonly change: string }
  | { readonly code: 'account-confirmed' }
  | { readonly code: 'carrier-confirmed' }
  | { readonly code: 'account-not-asked' }
  | { readonly code: 'answer-not-of-this-lock' }
  | { readonly code: 'code-missing' }
  | { readonly code: 'code-refused-before' }
  | { readonly code: 'refund-above-fee'; readonly feeMinor: number; readonly currency: string }
  | { readonly code: 'answer-has-no-code' }
  | { readonly code: 'request-of-another-job' }
  | { readonly code: 'file-unknown' }
  | { readonly code: 'too-many-files'; readonly most: number }
  | {
      readonly code: 'not-so'
      readonly lock: 'screen' | 'account' | 'carrier'
      readonly possible: readonly LockStatement[]
    }
  /** What was done is another price by now than the one that was shown. */
  | { readonly code: 'other-price'; readonly totalMinor: number; readonly currency: string }
  | { readonly code: 'more-than-owed'; readonly owedMinor: number; readonly currency: string }
  | { readonly code: 'nothing-to-correct' }
  /** Nobody asks the customer anything now. */
  | { readonly code: 'not-asked' }
  | { readonly code: 'nothing-to-tell'; readonly what: CustomerTold['what'] }
  | { readonly code: 'how-paid'; readonly dueMinor: number; readonly currency: string }
  | { readonly code: 'other-currency'; readonly currency: string }
  | { readonly code: 'not-closed' }
  /** A legal hold: nothing is forgotten. */
  | { readonly code: 'on-hold'; readonly since: string }
  | { readonly code: 'not-on-hold' }
  | { readonly code: 'nothing-to-forget' }
/** A carrier and its country as two letters, as far as they are known. */
export interface CarrierNamed {
  readonly carrier?: string | undefined
  readonly country?: string | undefined
}
export type RefusalCode = Refusal['code']
