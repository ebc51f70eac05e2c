import type { AgreementTerms } from '../route/index.ts'
import type { FactName, Facts, Promised } from '../route/index.ts'
import type { Correction, OwnLine, PaidHow, Payment } from './money.ts'
import type { AtTheSupplier, Order, OrderChange, OrderReason } from './orders.ts'
import type {
  AccountConfirmed,
  AgreementRecord,
  AskedElsewhere,
  Attempt,
  Customer,
  CustomerTold,
  Forgotten,
  HandBackRecord,
  IntakeRecord,
  OwnershipFile,
  RegistryRecord,
  StepChange,
  WaivedCheck,
} from './records.ts'

/** Answers to set; null takes one back. */
export type FactValues = { readonly [Name in FactName]?: Facts[Name] | null }

/** Whoever answers for something, by their own code. */
export interface Supervisor {
  readonly name: string
  readonly isSupervisor: boolean
}

type Signed = Extract<AgreementRecord, { kind: 'signed' }>

/**
 * Everything that can be asked of a job. What was found out elsewhere beforehand (a picture made anew, a digest, a
 * supplier's promise, the registry's answer) comes in with the command.
 */
export type Command =
  | {
      readonly kind: 'answer'
      readonly set: FactValues
      readonly customer?: Partial<Customer> | undefined
      /** Of a registry's answer that somebody tells: nobody makes a device clean by one key. */
      readonly asked?: AskedElsewhere | undefined
      /** Names of texts that look like a secret and were looked at: they are none. */
      readonly noSecret?: readonly string[] | undefined
      /** The catalogue in use: naming the model takes it. */
      readonly newestCatalogId: number
    }
  | {
      readonly kind: 'record-intake'
      readonly intake: IntakeRecord
      readonly noSecret?: readonly string[] | undefined
    }
  | { readonly kind: 'keep-file'; readonly file: Omit<OwnershipFile, 'at' | 'by'> }
  | { readonly kind: 'remove-file'; readonly id: string }
  | { readonly kind: 'ask-registry'; readonly key: string; readonly report: boolean }
  | {
      readonly kind: 'registry-said'
      /** Of the question it answers, and the IMEI that was asked about, whatever stands on the job by now. */
      readonly key: string
      readonly imei: string
      readonly said: Omit<RegistryRecord, 'at' | 'imei' | 'source'>
    }
  | ({ readonly kind: 'sign-agreement' } & Pick<Signed, 'text' | 'digest' | 'how'> & {
        readonly language: string
        /** What the text was made from; undefined where it is not what the words make of the terms as they are. */
        readonly terms: AgreementTerms | undefined
        readonly hasSignature: boolean
        /** By when it can be fetched, by the shop's hours and the holidays of its country. */
        readonly promised: Promised
      })
  /** On the status page only while it is asked there. */
  | { readonly kind: 'refuse-agreement'; readonly where?: 'status-page' | undefined }
  | {
      readonly kind: 'waive-check'
      readonly check: WaivedCheck['check']
      readonly reason: string
      readonly supervisor: Supervisor
    }
  | {
      readonly kind: 'step'
      readonly key: string
      readonly change: StepChange
      /** When it happened, where that is told later than it happened. */
      readonly at?: string | undefined
    }
  | {
      readonly kind: 'take-back'
      readonly what: TakenBack
      /** Empty where it is done at once, by whoever made the slip. */
      readonly reason: string
      readonly isSupervisor: boolean
    }
  | ({ readonly kind: 'start-attempt'; readonly at?: undefined } & Pick<
      Attempt,
      'id' | 'methodId' | 'link' | 'cable' | 'runner' | 'startedAt'
    >)
  | ({ readonly kind: 'end-attempt' } & Pick<Attempt, 'id' | 'seen' | 'notSeen' | 'marks'> & {
        readonly outcome: NonNullable<Attempt['outcome']>
        readonly finishedAt: string
      })
  | { readonly kind: 'confirm-account'; readonly how: AccountConfirmed['how'] }
  | {
      readonly kind: 'place-order'
      readonly id: string
      readonly because?: OrderReason | undefined
      /** Entries of unlock codes that were made at this device on other jobs. */
      readonly entriesElsewhere?: number | undefined
      readonly service: Pick<
        Order,
        'lock' | 'serviceId' | 'supplier' | 'carrier' | 'feeMinor' | 'currency' | 'promise' | 'refundPercent'
      > & {
        readonly country: string
        /** Models that it takes; none: any. */
        readonly models?: readonly string[] | undefined
      }
    }
  | {
      readonly kind: 'change-order'
      readonly id: string
      /** Of the order, as it was seen. */
      readonly orderVersion: number
      readonly change: OrderChange | AtTheSupplier
      /** The mail that says it, by the digest of what it says. */
      readonly mail?: string | undefined
    }
  | { readonly kind: 'may-ask-remote'; readonly requestId: string | undefined }
  | {
      readonly kind: 'remote-said'
      readonly did: 'begin' | 'look' | 'unlock' | 'locating-off'
      readonly requestId: string
      readonly state: string
    }
  | {
      readonly kind: 'add-line'
      readonly line: Omit<OwnLine, 'by' | 'at'>
      readonly supervisor: Supervisor
      readonly noSecret?: readonly string[] | undefined
    }
  | { readonly kind: 'take-payment'; readonly payment: Omit<Payment, 'by' | 'at'> }
  /** What was told already: a mail is sent before it is recorded. */
  | ({ readonly kind: 'tell-customer' } & Omit<CustomerTold, 'by' | 'at'>)
  | ({
      readonly kind: 'correct-bill'
      /** Cancelled, and nothing in its place. */
      readonly isCancelled: boolean
      readonly supervisor: Supervisor
      /** What the new bill comes to, as it was shown; 0 where none is made. */
      readonly totalMinor: number
      /** How the difference changes hands; nothing where there is none. */
      readonly paid?: PaidHow | 'later' | undefined
      readonly noSecret?: readonly string[] | undefined
    } & Pick<Correction, 'key' | 'line' | 'reason'>)
  | ({
      readonly kind: 'hand-back'
      /** How what is left to pay was paid; nothing where nothing is left. */
      readonly paid?: PaidHow | 'later' | undefined
      readonly noSecret?: readonly string[] | undefined
    } & Omit<HandBackRecord, 'at' | 'bill' | 'settled'>)
  | {
      readonly kind: 'place-hold'
      readonly reason: string
      readonly supervisor: Supervisor
      readonly noSecret?: readonly string[] | undefined
    }
  | { readonly kind: 'lift-hold'; readonly supervisor: Supervisor }
  | { readonly kind: 'forget'; readonly because: 'days-over' }
  | {
      readonly kind: 'forget'
      readonly because: 'asked'
      readonly copy: NonNullable<Forgotten['copy']>
      readonly supervisor: Supervisor
    }
export type CommandKind = Command['kind']

/** What is taken back: a step of the bench, or the last refusal of an unlock code. */
export type TakenBack =
  | { readonly kind: 'step'; readonly key: string }
  | { readonly kind: 'code-refused'; readonly orderId: string }
