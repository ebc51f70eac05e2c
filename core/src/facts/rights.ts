import { z } from 'zod'
import { answer } from '../account/index.ts'
import { imeiDigits, note, registryAnswer, ROUTE_ACTIONS, whose, YES_NO } from './forms.ts'
import type { Sheet } from './sheet.ts'

/** Whether one may work on it at all: whose it is, by which right, and what the registry says. */
export const RIGHTS_SHEETS = {
  workManaged: {
    schema: answer,
    name: 'managed by an employer',
    ask: 'Managed by an employer',
    choices: YES_NO,
    who: 'customer',
    prior: 0.03,
    gate: { closes: 'yes' },
  },
  legalMatter: {
    schema: answer,
    name: 'police or court matter',
    ask: 'Police or court matter',
    choices: YES_NO,
    who: 'customer',
    prior: 0.004,
    gate: { closes: 'yes' },
  },
  whose: {
    schema: whose,
    name: 'whose it is',
    ask: 'Whose is it',
    hint: 'somebody locked out of another’s phone: stop and say no',
    choices: [
      ['own', 'Their own'],
      ['childs-guardian-here', 'A child’s, guardian here'],
      ['childs-no-guardian', 'A child’s, no guardian here'],
      ['somebody-elses', 'Somebody else’s'],
    ],
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
    name: 'right to the device',
    ask: 'What shows their right to the device?',
    choices: [
      ['receipt', 'Receipt or bill of sale'],
      ['box', 'Box with the same number'],
      ['account', 'The account, shown as theirs'],
      ['id', 'ID'],
      ['shown', 'Other, as noted'],
      ['not-shown', 'Nothing'],
    ],
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
    name: 'what was shown',
    ask: 'What was shown',
    field: 'text',
    who: 'fetched',
    isPersonal: true,
    gate: { when: { is: { ownership: ['shown'] } } },
    broughtUpBy: { ownership: ['shown'] },
  },
  proofOfPurchase: {
    schema: answer,
    name: 'proof of purchase',
    ask: 'Proof of purchase',
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
    name: 'seller can be reached',
    ask: 'Can the seller be reached',
    choices: YES_NO,
    who: 'customer',
    prior: 0.4,
    mayChange: true,
    when: { is: { complaint: ['second-hand'] } },
  },
  imei: {
    schema: imeiDigits,
    name: 'IMEI',
    ask: 'IMEI',
    field: 'imei',
    who: 'fetched',
    isPersonal: true,
    when: { device: 'cellular' },
    gate: { when: { device: 'cellular' } },
  },
  /** Of the second slot. */
  imeiSecond: {
    schema: imeiDigits,
    name: 'second IMEI',
    ask: 'Second IMEI',
    field: 'imei',
    who: 'fetched',
    isPersonal: true,
  },
  /** As the box says, to be compared. */
  boxImei: {
    schema: imeiDigits,
    name: 'IMEI on the box',
    ask: 'IMEI on the box',
    field: 'imei',
    who: 'fetched',
    isPersonal: true,
  },
  /** Where there is no IMEI. */
  serialNumber: {
    schema: z.string().trim().max(40),
    name: 'serial number',
    ask: 'Serial number',
    field: 'text',
    who: 'fetched',
    isPersonal: true,
  },
  registryAnswer: {
    schema: registryAnswer,
    name: 'registry’s answer',
    ask: 'Registry says',
    hint: 'lost, stolen, unpaid',
    choices: [
      ['clean', 'Clean'],
      ['reported', 'Reported'],
      ['no-answer', 'No answer, or no IMEI'],
    ],
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
    name: 'reason without an answer',
    ask: 'Why no answer',
    hint: 'opens the reset, not an order',
    field: 'text',
    who: 'fetched',
    gate: { when: { is: { registryAnswer: ['no-answer'] } } },
    broughtUpBy: { registryAnswer: ['no-answer'] },
  },
  /** What the customer wants done first instead of what is proposed. */
  wish: {
    schema: z.enum(ROUTE_ACTIONS),
    name: 'the customer’s wish',
    ask: 'The customer wants first',
    choices: [
      ['remember', 'Try to remember'],
      ['remote-unlock', 'Unlock from afar'],
      ['clear-cache', 'Clear the cache'],
      ['reset-from-recovery', 'Reset from recovery'],
      ['makers-service', 'Maker’s service'],
      ['leave-it', 'Leave it as it is'],
    ],
    who: 'customer',
  },
} as const satisfies Readonly<Record<string, Sheet>>
