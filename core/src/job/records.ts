import { z } from 'zod'
import { ACCOUNT_PROOFS, accountChange } from '../account/index.ts'
import { carrierChange } from '../carrier/index.ts'
import { experience } from '../results/index.ts'
import { cue, keyId, linkKind } from '../catalog/index.ts'
import { language, type Facts } from '../facts/index.ts'
import { correction, ownLine, payment, settled } from './money.ts'
import { order } from './orders.ts'
import { bill, PERSONAL_KINDS } from '../price/index.ts'
import { agreementTerms, facts, registryAnswer, ROUTE_ACTIONS } from '../route/index.ts'
import { comparedCondition, intakeRecord, leftWithIt } from './condition.ts'

export * from './condition.ts'

/**
 * What a job is made of. Instants are ISO 8601 in UTC; money is in minor units with its currency; whoever did
 * something stands there by the name they had then.
 */

const instant = z.iso.datetime()
const currency = z.string().regex(/^[A-Z]{3}$/)

export const customer = z.strictObject({
  name: z.string().trim().max(80),
  contact: z.string().trim().max(120),
})
export type Customer = z.infer<typeof customer>
/** Somebody can be called by it, in any script: blanks and dashes are no name. */
export const hasName = ({ name }: Pick<Customer, 'name'>): boolean => /[\p{L}\p{N}]/u.test(name)

/** Why something outside that was asked has not answered, or nothing that counts; of a fault, its HTTP status. */
export const silence = z.strictObject({
  why: z.enum(['unreachable', 'slow', 'fault', 'unreadable', 'mistaken', 'unknown']),
  status: z.int().optional(),
})
export type Silence = z.infer<typeof silence>

/** Where a registry was asked that this program cannot ask, and who asked it. */
export const askedElsewhere = z.strictObject({
  where: z.string().trim().min(2).max(80),
  by: z.string().trim().min(1).max(60),
})
export type AskedElsewhere = z.infer<typeof askedElsewhere>

/** What the registry said of an IMEI. *No answer* is also what nonsense and silence are. */
export const registryRecord = z.strictObject({
  at: instant,
  imei: z.string(),
  answer: registryAnswer,
  /** Asked by this program, or by a person who typed what they were told. */
  source: z.enum(['registry', 'by-hand']),
  /** Of an answer by hand; never missing where such an answer says clean, but in jobs of an earlier version. */
  asked: askedElsewhere.optional(),
  /** Of a reported device. */
  reportedAs: z.enum(['lost', 'stolen', 'unpaid']).optional(),
  /** Of *no answer*. */
  silence: silence.optional(),
  /** Why a report that was asked for was not ordered. */
  noReport: silence.optional(),
  /** The ticket of the other job on which it was said. */
  saidOn: z.string().optional(),
  /** How an earlier version of this program wrote all this, in English. */
  detail: z.string().optional(),
  reference: z.string(),
  /** The model as a report names it, and the one of the catalogue that it is. */
  model: z.string().optional(),
  modelId: z.string().optional(),
  /** The mail address that the report comes from, as the registry said when it was ordered. */
  reportFrom: z.string().optional(),
  /** The fee of a report that was ordered. */
  feeMinor: z.int().min(0),
  currency: z.string(),
})
export type RegistryRecord = z.infer<typeof registryRecord>

/** A question to the registry that is on its way: a second one would be a second fee. */
export const registryQuestion = z.strictObject({
  key: z.string(),
  at: instant,
  imei: z.string(),
  report: z.boolean(),
})
export type RegistryQuestion = z.infer<typeof registryQuestion>

/** A picture or document that shows the person's right to the device; its bytes are kept apart. */
export const ownershipFile = z.strictObject({
  id: z.uuid(),
  name: z.string(),
  type: z.enum(['image/jpeg', 'image/png', 'image/webp', 'application/pdf']),
  bytes: z.int(),
  at: instant,
  by: z.string(),
})
export type OwnershipFile = z.infer<typeof ownershipFile>

/** How the customer agreed: with finger or mouse, on paper, or said on the telephone where nothing is lost. */
export const agreedHow = z.enum(['signature', 'paper', 'telephone', 'status-page'])

/** What was said of price and time when it was signed, for the documents. */
export const whatWasTold = z.strictObject({
  leastMinor: z.int(),
  mostMinor: z.int(),
  taxInMostMinor: z.int(),
  depositMinor: z.int(),
  currency,
  calendarMinutes: z.strictObject({ p50: z.number(), p90: z.number() }),
  /** By when it can be fetched; what was signed before this was told has none. */
  promised: z.strictObject({ half: instant, nineInTen: instant }).optional(),
})
export type WhatWasTold = z.infer<typeof whatWasTold>

/** What the customer has said, with the text exactly as it was read. The picture of the signature is kept apart. */
export const agreementRecord = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('refused'), at: instant, by: z.string() }),
  z.strictObject({
    kind: z.literal('signed'),
    language,
    text: z.string(),
    /** SHA-256 of the text in UTF-8, in hexadecimal digits. */
    digest: z.string().regex(/^[0-9a-f]{64}$/),
    terms: agreementTerms,
    told: whatWasTold.optional(),
    how: agreedHow,
    at: instant,
    by: z.string(),
  }),
])
export type AgreementRecord = z.infer<typeof agreementRecord>
/** In which language the customer reads, signs and takes papers home; English until they have chosen one. */
export const languageOf = ({ customerLanguage }: Facts, agreement: AgreementRecord | null, shops = 'en') =>
  customerLanguage ?? (agreement?.kind === 'signed' ? agreement.language : shops)

/** A check that a supervisor answers for. */
export const waivedCheck = z.strictObject({
  check: z.enum(['not-work-managed', 'no-legal-matter', 'ownership']),
  reason: z.string().trim().min(10).max(300),
  by: z.string(),
  at: instant,
})
export type WaivedCheck = z.infer<typeof waivedCheck>

/** How the account lock was shown to be off. */
export const accountShownBy = z.enum(ACCOUNT_PROOFS)
export const accountConfirmed = z.strictObject({ how: accountShownBy, at: instant })
export type AccountConfirmed = z.infer<typeof accountConfirmed>

/** How it works again without a reset from recovery. */
export const liftedHow = z.enum([
  'remembered',
  'remote-unlock',
  'settings',
  'cache-cleared',
  'system-installed',
])

/** What a device asked for that was locked and woken once: nothing, the lock that its owner has just set, or the old one. */
export const wokenAsks = z.enum(['nothing', 'new-lock', 'old-lock'])
export type WokenAsks = z.infer<typeof wokenAsks>

/** What the bench has done so far, with the instants its timers run from: the sum of its steps. */
export const benchRecord = z.strictObject({
  methodId: z.string().max(48).optional(),
  /** Keys that were tested by themselves. */
  keysTested: z.partialRecord(keyId, z.enum(['works', 'broken'])).optional(),
  charging: z
    .strictObject({ startedAt: instant, fromPercent: z.int().min(0).max(100), endedAt: instant.optional() })
    .optional(),
  inRecoveryAt: instant.optional(),
  rightDevice: z
    .strictObject({
      by: z.enum(['tag', 'model-text']),
      read: z.string(),
      /** The build text that its recovery shows beside the model. */
      build: z.string().optional(),
      at: instant,
    })
    .optional(),
  /** The list of accounts was seen to be empty, before a reset from the settings. */
  accountTakenOffAt: instant.optional(),
  /** The wipe keys, or the last button of the settings, may be shown since. */
  revealedAt: instant.optional(),
  wipeStartedAt: instant.optional(),
  wipeFinishedAt: instant.optional(),
  firstStartAt: instant.optional(),
  setUpAt: instant.optional(),
  /** How often it came back to recovery by itself after a wipe. */
  cameBack: z.int().min(0).optional(),
  screenLifted: z.strictObject({ how: liftedHow, at: instant }).optional(),
  /** Locked and woken since the device last showed itself open. */
  woken: z.strictObject({ asks: wokenAsks, at: instant }).optional(),
  /** What was tried and did not help, in the order it was tried. */
  didNotHelp: z.array(z.enum(ROUTE_ACTIONS)).optional(),
})
export type BenchRecord = z.infer<typeof benchRecord>

/** One step of the bench. */
export const benchChange = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('chose-method'), methodId: z.string().max(48) }),
  z.strictObject({ kind: z.literal('key-tested'), key: keyId, state: z.enum(['works', 'broken']) }),
  z.strictObject({ kind: z.literal('charging-started'), fromPercent: z.int().min(0).max(100) }),
  z.strictObject({ kind: z.literal('charging-ended') }),
  /** With the attempt that led there, where one did. */
  z.strictObject({ kind: z.literal('in-recovery'), attempt: z.uuid().optional() }),
  z.strictObject({
    kind: z.literal('right-device'),
    by: z.enum(['tag', 'model-text']),
    read: z.string().trim().min(1).max(80),
    build: z.string().trim().max(120).optional(),
  }),
  z.strictObject({ kind: z.literal('account-taken-off') }),
  z.strictObject({ kind: z.literal('revealed') }),
  z.strictObject({ kind: z.literal('wipe-started') }),
  z.strictObject({ kind: z.literal('wipe-finished') }),
  z.strictObject({ kind: z.literal('first-start') }),
  z.strictObject({ kind: z.literal('recovery-again') }),
  z.strictObject({ kind: z.literal('set-up') }),
  z.strictObject({ kind: z.literal('back-to-keys') }),
  z.strictObject({ kind: z.literal('did-not-help'), action: z.enum(ROUTE_ACTIONS) }),
  z.strictObject({ kind: z.literal('screen-lifted'), how: liftedHow }),
  z.strictObject({ kind: z.literal('locked-and-woken'), asks: wokenAsks }),
])
export type BenchChange = z.infer<typeof benchChange>

/** One step of a job: at the bench, or on the way to the end of the account lock or the carrier lock. */
export const stepChange = z.discriminatedUnion('kind', [
  ...benchChange.options,
  ...accountChange.options,
  ...carrierChange.options,
])
export type StepChange = z.infer<typeof stepChange>
export type StepKind = StepChange['kind']

/** Whether and how something on the device was deleted: by our first reset, or else at the maker's service. */
export const deleted = z.enum(['no', 'by-recovery', 'by-settings', 'by-service'])
export type Deleted = z.infer<typeof deleted>

/** What did not hold when something was done all the same. */
export const notHeld = z.enum(['reported', 'barred', 'right-not-shown', 'agreement', 'not-revealed'])
export type NotHeld = z.infer<typeof notHeld>

/** A step with its name and the instant at which it happened, which may be earlier than when it was told. */
export const step = z.strictObject({
  key: z.string().max(64),
  at: instant,
  by: z.string(),
  change: stepChange,
  /** Of a step that deletes, works on the device or gives it away: what did not hold when it was told. */
  without: notHeld.optional(),
})
export type Step = z.infer<typeof step>

/** What somebody did that the agreement, the registry or a check did not allow; it stays on the record. */
export const breach = z.strictObject({
  at: instant,
  by: z.string(),
  did: z.enum(['deleted-by-recovery', 'deleted-by-settings', 'attempt', 'lifted', 'sent-to-service']),
  without: notHeld,
})
export type Breach = z.infer<typeof breach>

/** A cue as it was reported while the run went on, in milliseconds from its beginning, the reporting hand's lag taken off. */
export const cueMark = z.strictObject({ cue, atMs: z.int().min(0).max(7_200_000) })

/** One attempt at the key combination: shop result for the family, free of personal data. */
export const attempt = z.strictObject({
  id: z.uuid(),
  familyId: z.string(),
  methodId: z.string(),
  modelId: z.string(),
  systemVersion: z.int().nullable(),
  link: linkKind,
  /** Its number in the shop's kit. */
  cable: z.int().nullable(),
  /** The computer it was begun at: only there it is run. */
  runner: z.uuid().nullable(),
  startedAt: instant,
  finishedAt: instant.nullable(),
  /** *Left*: begun and given up, which says nothing about the device. */
  outcome: z.enum(['reached', 'failed', 'left']).nullable(),
  seen: z.array(cue),
  /** What was asked for and did not come. */
  notSeen: z.array(cue),
  marks: z.array(cueMark),
  by: z.string(),
  without: notHeld.optional(),
})
export type Attempt = z.infer<typeof attempt>

/** A request for a remote unlock, begun for one job and one device. */
export const remoteRequest = z.strictObject({
  requestId: z.string().max(60),
  device: z.string(),
  at: instant,
})
export type RemoteRequest = z.infer<typeof remoteRequest>

/** What the hand-back says of one lock. *Confirmed off* only by an event that shows it. */
export const lockStatement = z.enum(['confirmed-off', 'on', 'not-tested', 'none', 'not-part-of-this-job'])
export type LockStatement = z.infer<typeof lockStatement>

export const handBackRecord = z.strictObject({
  screen: lockStatement,
  account: lockStatement,
  carrier: lockStatement,
  whoSignsIn: z.string().trim().max(120),
  returned: z.array(z.enum(['device', ...leftWithIt.options])).max(10),
  /** Beside the drawing made at check-in; undefined where nobody compared. */
  condition: comparedCondition.optional(),
  note: z.string().trim().max(500),
  /** Who took it with them, where that is somebody else than the customer: their name, and what they showed. */
  fetchedBy: z.string().trim().min(3).max(120).optional(),
  priceMinor: z.int().min(0).max(10_000_000),
  currency,
  /** What it cost, line by line, and how it was paid; a job from before it was computed has neither. */
  bill: bill.optional(),
  settled: settled.optional(),
  at: instant,
})
export type HandBackRecord = z.infer<typeof handBackRecord>

/** What the customer was told, and how: that they are asked whether they agree, that it is ready, to fetch it, or what was done as a document. */
export const customerTold = z.strictObject({
  key: z.uuid(),
  what: z.enum(['question', 'ready', 'reminder', 'document']),
  how: z.enum(['mail', 'message', 'telephone', 'letter']),
  /** Where to; nothing where that is not by mail. */
  to: z.string().trim().max(200).optional(),
  language: z.string().max(12),
  by: z.string(),
  at: instant,
})
export type CustomerTold = z.infer<typeof customerTold>

/** Why nothing of a job may be forgotten for now: a dispute, a question of the police; and which supervisor said so. */
export const legalHold = z.strictObject({
  reason: z.string().trim().min(10).max(300),
  by: z.string(),
  at: instant,
})
export type LegalHold = z.infer<typeof legalHold>

/** What of a closed job was forgotten, and why: its days were over, or the customer asked for it. */
export const forgotten = z.strictObject({
  kinds: z.array(z.enum(PERSONAL_KINDS)),
  because: z.enum(['days-over', 'asked']),
  /** Of what was asked for: whether the customer took a copy first. */
  copy: z.enum(['given', 'not-wanted']).optional(),
  /** Empty where nobody did it. */
  by: z.string(),
  at: instant,
})
export type Forgotten = z.infer<typeof forgotten>

/** A job: the fold of its events, and nothing that can be computed from them. */
export const jobState = z.strictObject({
  id: z.int(),
  ticket: z.string(),
  /** Counts what the technician decides on; attempts, orders and the maker's answers come beside it. */
  version: z.int(),
  /** Counts all events: of two copies of a job the one with more is the newer. */
  events: z.int(),
  openedAt: instant,
  openedBy: z.string(),
  customer,
  /** What people answered. What follows from them and the registry together is `factsOf`. */
  answers: facts,
  intake: intakeRecord.nullable(),
  registry: z.array(registryRecord),
  asking: registryQuestion.nullable(),
  ownershipFiles: z.array(ownershipFile),
  agreement: agreementRecord.nullable(),
  waived: z.array(waivedCheck),
  /** Steps of the bench in the order in which they happened. */
  steps: z.array(step),
  /** Names of steps that were taken back, and of the attempts that led to them: told again, they do not come back. */
  takenBack: z.array(z.string()),
  attempts: z.array(attempt),
  accountConfirmed: accountConfirmed.nullable(),
  orders: z.array(order),
  remoteRequests: z.array(remoteRequest),
  ownLines: z.array(ownLine).optional(),
  payments: z.array(payment).optional(),
  /** What the customer was told between check-in and now, in order. */
  told: z.array(customerTold).optional(),
  handBack: handBackRecord.nullable(),
  /** What was put right of its bill since, in order. */
  corrections: z.array(correction).optional(),
  hold: legalHold.optional(),
  forgotten: z.array(forgotten).optional(),
  /** Of what was forgotten, the kinds of which nothing was typed since. */
  gone: z.array(z.enum(PERSONAL_KINDS)).optional(),
  /** The price list it was quoted by, and the version of the catalogue it is done with. */
  pricesId: z.int(),
  /** How the shop's jobs had ended when this one was opened: its route is decided by that. */
  experience: experience.optional(),
  catalogId: z.int(),
})
export type JobState = z.infer<typeof jobState>
