import { z } from 'zod'
import { answer } from '../account/index.ts'
import { YES_NO } from './forms.ts'
import type { Sheet } from './sheet.ts'

/** What is on the device and in it, that a reset may take; and whose carrier it is bound to. */
export const CONTENTS_SHEETS = {
  /** What is on the device is worth to the customer. */
  dataWorth: {
    schema: z.enum(['none', 'some', 'precious', 'unknown']),
    choices: ['none', 'some', 'precious', 'unknown'],
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
    choices: YES_NO,
    who: 'customer',
    tooLateAfter: { device: 'no-watch' },
  },
  esimProfile: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    tooLateAfter: { device: 'cellular' },
  },
  carrierLocked: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: {
      'forgotten-lock': 0.12,
      'too-many-entries': 0.12,
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
    field: 'text',
    who: 'customer',
    isForTheOrder: true,
  },
  carrierCountry: {
    schema: z.string().regex(/^[A-Z]{2}$/, 'country-code'),
    field: 'country',
    who: 'customer',
    isForTheOrder: true,
    broughtUpBy: { carrierLocked: ['yes'], originalCarrier: 'any' },
  },
  contractRunning: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: 0.4,
    mayChange: true,
    when: { device: 'cellular', not: { carrierLocked: ['no'] } },
    after: 'carrierLocked',
  },
  backup: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: 0.4,
    mayChange: true,
    // What is behind a stranger’s account is not the customer’s.
    tooLateAfter: { not: { complaint: ['second-hand'] } },
  },
} as const satisfies Readonly<Record<string, Sheet>>
