import { z } from 'zod'
import { answer } from '../account/index.ts'
import { YES_NO } from './forms.ts'
import type { Sheet } from './sheet.ts'

const LOCKED_OUT = ['forgotten-lock', 'too-many-entries'] as const

/** The screen lock, and what may still lift it gently. */
export const LOCK_SHEETS = {
  screenLock: {
    schema: z.enum(['pin', 'pattern', 'password', 'none', 'unknown']),
    choices: ['pin', 'pattern', 'password', 'none', 'unknown'],
    who: 'device',
  },
  knowsScreenLock: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: {
      // Who came for it does not know it; that it may come back is the chance of remembering.
      'forgotten-lock': 0,
      'too-many-entries': 0,
      'restarts-into-recovery': 0.85,
      freezes: 0.85,
      'second-hand': 0.5,
      'for-sale': 0.9,
      'carrier-lock-only': 0.95,
    },
    mayChange: true,
  },
  wrongEntries: {
    schema: z.int().min(0).max(1000),
    choices: ['2', '7', '15', '40'],
    who: 'customer',
    prior: [
      [3, 0.45],
      [8, 0.3],
      [15, 0.2],
      [40, 0.05],
    ],
    mayChange: true,
    when: { is: { complaint: LOCKED_OUT }, not: { knowsScreenLock: ['yes'] } },
  },
  countsDown: {
    schema: answer,
    choices: YES_NO,
    who: 'device',
  },
  wipesItself: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: 0.08,
    mayChange: true,
    when: { is: { complaint: LOCKED_OUT }, not: { knowsScreenLock: ['yes'] } },
  },
  remoteUnlockSetUp: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: 0.25,
    mayChange: true,
    when: { is: { complaint: LOCKED_OUT }, not: { accountOnDevice: ['no'] } },
    after: 'accountOnDevice',
    isWaitedFor: true,
  },
  online: {
    schema: answer,
    choices: YES_NO,
    who: 'customer',
    prior: 0.6,
    mayChange: true,
    when: { is: { complaint: LOCKED_OUT }, not: { accountOnDevice: ['no'], remoteUnlockSetUp: ['no'] } },
    after: 'remoteUnlockSetUp',
  },
} as const satisfies Readonly<Record<string, Sheet>>
