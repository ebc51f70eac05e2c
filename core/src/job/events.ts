import type { Experience } from '../results/index.ts'
import type { FactValues, TakenBack } from './commands.ts'
import type { Correction, OwnLine, Payment } from './money.ts'
import type { AtTheSupplier, Order, OrderChange } from './orders.ts'
import type {
  AccountConfirmed,
  AgreementRecord,
  Attempt,
  Customer,
  CustomerTold,
  Forgotten,
  HandBackRecord,
  IntakeRecord,
  JobState,
  LegalHold,
  OwnershipFile,
  RegistryQuestion,
  RegistryRecord,
  Step,
  WaivedCheck,
} from './records.ts'

/** What happened on a job. A job is the fold of these, and of nothing else. */
export type JobEvent =
  | {
      readonly kind: 'opened'
      readonly at: string
      readonly by: string
      readonly id: number
      readonly ticket: string
      readonly pricesId: number
      /** How the shop's jobs had ended until then; absent where that was not asked. */
      readonly experience?: Experience | undefined
      readonly catalogId: number
    }
  /** A job of a database from before jobs were kept as events. */
  | { readonly kind: 'carried-over'; readonly job: JobState }
  | {
      readonly kind: 'answered'
      readonly set: FactValues
      readonly customer?: Partial<Customer> | undefined
      readonly catalogId?: number | undefined
    }
  | { readonly kind: 'intake-recorded'; readonly intake: IntakeRecord }
  | { readonly kind: 'file-kept'; readonly file: OwnershipFile }
  | { readonly kind: 'file-removed'; readonly id: string }
  | { readonly kind: 'registry-asked'; readonly question: RegistryQuestion }
  | { readonly kind: 'registry-said'; readonly key?: string | undefined; readonly record: RegistryRecord }
  | { readonly kind: 'agreement-signed'; readonly record: Extract<AgreementRecord, { kind: 'signed' }> }
  | { readonly kind: 'agreement-refused'; readonly record: Extract<AgreementRecord, { kind: 'refused' }> }
  | { readonly kind: 'check-waived'; readonly waived: WaivedCheck }
  | { readonly kind: 'step-made'; readonly step: Step }
  | {
      readonly kind: 'taken-back'
      readonly what: TakenBack
      readonly reason: string
      readonly by: string
      readonly at: string
    }
  | { readonly kind: 'attempt-started'; readonly attempt: Attempt }
  | ({ readonly kind: 'attempt-ended' } & AttemptEnd)
  /** More was told of an attempt that had ended. */
  | ({ readonly kind: 'attempt-told' } & Pick<AttemptEnd, 'id' | 'seen' | 'notSeen'>)
  | { readonly kind: 'account-confirmed'; readonly confirmed: AccountConfirmed }
  /** With the IMEI of the slot it was ordered for. */
  | { readonly kind: 'order-placed'; readonly order: Order; readonly imei?: string | undefined }
  | {
      readonly kind: 'order-changed'
      readonly id: string
      readonly change: OrderChange | AtTheSupplier
      readonly at?: string | undefined
      /** The mail that said it. */
      readonly mail?: string | undefined
    }
  | {
      readonly kind: 'remote-said'
      readonly did: 'begin' | 'look' | 'unlock' | 'locating-off'
      readonly requestId: string
      readonly state: string
      readonly device: string
      readonly at: string
    }
  | { readonly kind: 'line-added'; readonly line: OwnLine }
  | { readonly kind: 'payment-taken'; readonly payment: Payment }
  | { readonly kind: 'customer-told'; readonly told: CustomerTold }
  | { readonly kind: 'bill-corrected'; readonly record: Correction }
  | { readonly kind: 'handed-back'; readonly record: HandBackRecord }
  | { readonly kind: 'hold-placed'; readonly hold: LegalHold }
  | { readonly kind: 'hold-lifted'; readonly by: string; readonly at: string }
  /** What of it pointed to a person, in all events before: the keys of these kinds are destroyed with it. */
  | { readonly kind: 'forgotten'; readonly record: Forgotten }
export type JobEventKind = JobEvent['kind']

type AttemptEnd = Pick<Attempt, 'id' | 'seen' | 'notSeen' | 'marks'> & {
  readonly outcome: NonNullable<Attempt['outcome']>
  readonly finishedAt: string
}

/** Events beside the work that nobody's decision stands on: the job's version stays. */
const BESIDE: readonly JobEventKind[] = [
  'attempt-started',
  'attempt-ended',
  'attempt-told',
  'order-placed',
  'order-changed',
  'remote-said',
  'registry-asked',
  'customer-told',
]
export const countsForTheVersion = ({ kind }: JobEvent): boolean => !BESIDE.includes(kind)
