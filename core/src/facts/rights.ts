import { z } from 'zod'
import { answer } from '../account/index.ts'
import { imeiDigits, note, registryAnswer, reportModel, ROUTE_ACTIONS, whose, YES_NO } from './forms.ts'
import type { Sheet } from './sheet.ts'

/** Whether one may work on it at all: whose it is, by which right, and what the registry says. */
export const RIGHTS_SHEETS = {
  workManaged: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: 0.03,
    gate: { closes: 'yes' },
  },
  legalMatter: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: 0.004,
    gate: { closes: 'yes' },
  },
  whose: {
    schema: whose,
    choices: ['own', 'childs-guardian-here', 'childs-no-guardian', 'somebody-elses'],
    who: 'customer',
    prior: [
      ['own', 0.98],
      ['somebody-elses', 0.02],
    ],
    gate: { closes: 'somebody-elses' },
  },
} as const satisfies Readonly<Record<string, Sheet>>

/** How many have a proof of purchase, and how many of all have it along and show it. Common practice, no source. */
const HAS_PROOF = 0.5
const SHOWS_RECEIPT = 0.4

export const PAPERS_SHEETS = {
  ownership: {
    schema: z.enum(['receipt', 'box', 'account', 'id', 'shown', 'not-shown']),
    choices: ['receipt', 'box', 'account', 'id', 'shown', 'not-shown'],
    who: 'fetched',
    prior: [
      ['receipt', SHOWS_RECEIPT],
      ['box', 0.2],
      ['account', 0.15],
      ['id', 0.15],
      ['shown', 0.05],
      ['not-shown', 0.05],
    ],
    gate: { closes: 'not-shown' },
  },
  ownershipNote: {
    schema: note,
    field: 'text',
    who: 'fetched',
    personal: 'text',
    gate: { when: { is: { ownership: ['shown'] } } },
    broughtUpBy: { ownership: ['shown'] },
  },
  proofOfPurchase: {
    schema: answer,
    choices: YES_NO,
    who: 'fetched',
    prior: HAS_PROOF,
    // Whoever had it along showed it.
    priorWhere: {
      is: { ownership: ['box', 'account', 'id', 'shown', 'not-shown'] },
      prior: (HAS_PROOF - SHOWS_RECEIPT) / (1 - SHOWS_RECEIPT),
    },
    mayChange: true,
  },
  sellerReachable: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: 0.4,
    mayChange: true,
    when: { is: { complaint: ['second-hand'] } },
  },
  imei: {
    schema: imeiDigits,
    field: 'imei',
    who: 'fetched',
    personal: 'imei',
    when: { device: 'cellular' },
    gate: { when: { device: 'cellular' } },
  },
  /** Of the second slot. */
  imeiSecond: {
    schema: imeiDigits,
    field: 'imei',
    who: 'fetched',
    personal: 'imei',
  },
  /** As the box says, to be compared. */
  boxImei: {
    schema: imeiDigits,
    field: 'imei',
    who: 'fetched',
    personal: 'imei',
  },
  /** Where there is no IMEI. */
  serialNumber: {
    schema: z.string().trim().max(40),
    field: 'text',
    who: 'fetched',
    personal: 'imei',
  },
  registryAnswer: {
    schema: registryAnswer,
    choices: ['clean', 'reported', 'no-answer'],
    who: 'fetched',
    prior: [
      ['clean', 0.98],
      ['reported', 0.02],
    ],
    // There is nothing to ask the registry with before.
    after: 'imei',
    gate: { closes: 'reported' },
    broughtUpBy: { imei: 'any' },
  },
  registryReason: {
    schema: note,
    field: 'text',
    who: 'fetched',
    personal: 'text',
    isReason: true,
    gate: { when: { is: { registryAnswer: ['no-answer'] } } },
    broughtUpBy: { registryAnswer: ['no-answer'] },
  },
  /** As the report says it of a model of the catalogue; of any other text, as a person has compared it. */
  reportModel: {
    schema: reportModel,
    choices: ['same', 'other'],
    who: 'fetched',
  },
  /** What the customer wants done first instead of what is proposed. */
  wish: {
    schema: z.enum(ROUTE_ACTIONS),
    choices: [
      'remember',
      'remote-unlock',
      'clear-cache',
      'reset-from-recovery',
      'makers-service',
      'leave-it',
    ],
    who: 'customer',
  },
} as const satisfies Readonly<Record<string, Sheet>>
