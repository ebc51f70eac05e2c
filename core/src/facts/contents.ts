import { z } from 'zod'
import { answer } from '../account/index.ts'
import { YES_NO } from './forms.ts'
import type { Sheet } from './sheet.ts'

/** What is on the device and in it, that a reset may take; and whose carrier it is bound to. */
export const CONTENTS_SHEETS = {
  /** What is on the device is worth to the customer. */
  dataWorth: {
    schema: z.enum(['none', 'some', 'precious', 'unknown']),
    name: 'what the data is worth',
    ask: 'What is on it is worth',
    choices: [
      ['none', 'Nothing'],
      ['some', 'Something'],
      ['precious', 'Very much'],
      ['unknown', 'Not known'],
    ],
    who: 'customer',
    prior: [
      ['none', 0.3],
      ['some', 0.55],
      ['precious', 0.15],
    ],
    mayChange: true,
  },
  memoryCard: {
    schema: answer,
    name: 'memory card',
    ask: 'Memory card in it',
    hint: 'take it out: a reset may format it',
    choices: YES_NO,
    who: 'customer',
    tooLateAfter: { device: 'no-watch' },
  },
  esimProfile: {
    schema: answer,
    name: 'eSIM profile',
    ask: 'eSIM on it',
    hint: 'a reset may remove it',
    choices: YES_NO,
    who: 'customer',
    tooLateAfter: { device: 'cellular' },
  },
  carrierLocked: {
    schema: answer,
    name: 'carrier lock',
    ask: 'Carrier lock',
    hint: 'another carrier’s SIM is refused; the picture at start-up says whose',
    choices: YES_NO,
    who: 'customer',
    prior: {
      'forgotten-lock': 0.12,
      'too-many-tries': 0.12,
      'restarts-into-recovery': 0.12,
      freezes: 0.12,
      'second-hand': 0.12,
      'for-sale': 0.12,
      'carrier-lock-only': 0.95,
    },
    mayChange: true,
    when: { device: 'cellular' },
    tooLateAfter: { device: 'cellular' },
  },
  originalCarrier: {
    schema: z.string().trim().max(80),
    name: 'original carrier',
    ask: 'Original carrier',
    hint: 'where it was bought, not today’s',
    field: 'text',
    who: 'customer',
    isForTheOrder: true,
  },
  carrierCountry: {
    schema: z.string().regex(/^[A-Z]{2}$/, 'a two-letter country'),
    name: 'country of purchase',
    ask: 'Country of purchase',
    field: 'country',
    who: 'customer',
    isForTheOrder: true,
    broughtUpBy: { carrierLocked: ['yes'], originalCarrier: 'any' },
  },
  contractRunning: {
    schema: answer,
    name: 'contract running',
    ask: 'Contract still running',
    choices: YES_NO,
    who: 'customer',
    prior: 0.4,
    mayChange: true,
    when: { device: 'cellular', not: { carrierLocked: ['no'] } },
    after: 'carrierLocked',
  },
  backup: {
    schema: answer,
    name: 'backup',
    ask: 'Is there a backup',
    hint: 'it comes back at the first start',
    choices: YES_NO,
    who: 'customer',
    prior: 0.4,
    mayChange: true,
    // What is behind a stranger’s account is not the customer’s.
    tooLateAfter: { not: { complaint: ['second-hand'] } },
  },
} as const satisfies Readonly<Record<string, Sheet>>
