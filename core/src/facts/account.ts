import { z } from 'zod'
import { answer, secondStep } from '../account/index.ts'
import { YES_NO } from './forms.ts'
import type { Sheet } from './sheet.ts'

/** The account on the device, and whether somebody can answer it afterwards. */
export const ACCOUNT_SHEETS = {
  accountOnDevice: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: 0.88,
    mayChange: true,
    gate: { when: { not: { complaint: ['carrier-lock-only', 'second-hand'] } } },
  },
  knowsAccountPassword: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: 0.6,
    mayChange: true,
    when: { not: { accountOnDevice: ['no'] } },
    after: 'accountOnDevice',
    isWaitedFor: true,
    tooLateAfter: { someoneSignsIn: true },
  },
  secondStep: {
    schema: secondStep,
    choices: [
      'other-device',
      'sim-in-this-device',
      'mail',
      'backup-codes',
      'hardware-key',
      'not-set-up',
      'unknown',
    ],
    cellularOnly: ['sim-in-this-device'],
    who: 'customer',
    prior: [
      ['mail', 0.3],
      ['sim-in-this-device', 0.35],
      ['other-device', 0.1],
      ['not-set-up', 0.1],
      // No way at all: the customer cannot receive it.
      ['unknown', 0.15],
    ],
    mayChange: true,
    when: { not: { accountOnDevice: ['no'] } },
    after: 'accountOnDevice',
    tooLateAfter: { someoneSignsIn: true },
  },
  accountAddress: {
    schema: z.string().trim().max(200),
    field: 'text',
    who: 'customer',
    personal: 'contact',
    tooLateAfter: { someoneSignsIn: true },
  },
  /** Where the previous owner of a second-hand device can be written to. */
  sellerMail: {
    schema: z.string().trim().max(200),
    field: 'text',
    who: 'customer',
    personal: 'contact',
    when: { is: { complaint: ['second-hand'] } },
  },
  passwordChangedLately: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: 0.1,
    mayChange: true,
    when: { not: { accountOnDevice: ['no'] } },
    after: 'accountOnDevice',
    tooLateAfter: { someoneSignsIn: true, is: { knowsAccountPassword: ['yes'] } },
  },
} as const satisfies Readonly<Record<string, Sheet>>
