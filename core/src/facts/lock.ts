import { z } from 'zod'
import { answer } from '../account/index.ts'
import { YES_NO } from './forms.ts'
import type { Sheet } from './sheet.ts'

const LOCKED_OUT = ['forgotten-lock', 'too-many-tries'] as const

/** The screen lock, and what may still lift it gently. */
export const LOCK_SHEETS = {
  screenLock: {
    schema: z.enum(['pin', 'pattern', 'password', 'none', 'unknown']),
    name: 'screen lock',
    ask: 'Kind of lock',
    choices: [
      ['pin', 'PIN'],
      ['pattern', 'Pattern'],
      ['password', 'Password'],
      ['none', 'None'],
      ['unknown', 'Not known'],
    ],
    who: 'device',
  },
  knowsScreenLock: {
    schema: answer,
    name: 'owner knows the screen lock',
    ask: 'Owner knows the lock',
    hint: 'the owner types; it is never written down',
    choices: YES_NO,
    who: 'customer',
    prior: {
      // Who came for it does not know it; that it may come back is the chance of remembering.
      'forgotten-lock': 0,
      'too-many-tries': 0,
      'restarts-into-recovery': 0.85,
      freezes: 0.85,
      'second-hand': 0.5,
      'for-sale': 0.9,
      'carrier-lock-only': 0.95,
    },
    mayChange: true,
  },
  wrongTries: {
    schema: z.int().min(0).max(1000),
    name: 'wrong tries so far',
    ask: 'Wrong tries so far',
    hint: 'the exact number where it is known',
    choices: [
      ['2', 'Up to 4'],
      ['7', '5 to 9'],
      ['15', '10 to 29'],
      ['40', '30 or more'],
    ],
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
    name: 'counts down now',
    ask: 'Does it count down now',
    choices: YES_NO,
    who: 'device',
  },
  wipesItself: {
    schema: answer,
    name: 'wipes itself after wrong tries',
    ask: 'Set to wipe itself after wrong tries',
    hint: 'then no more guessing',
    choices: YES_NO,
    who: 'customer',
    prior: 0.08,
    mayChange: true,
    when: { is: { complaint: LOCKED_OUT }, not: { knowsScreenLock: ['yes'] } },
  },
  remoteUnlockSetUp: {
    schema: answer,
    name: 'remote unlock set up',
    ask: 'Remote unlock set up',
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
    name: 'online now',
    ask: 'Online now',
    choices: YES_NO,
    who: 'customer',
    prior: 0.6,
    mayChange: true,
    when: { is: { complaint: LOCKED_OUT }, not: { accountOnDevice: ['no'], remoteUnlockSetUp: ['no'] } },
    after: 'remoteUnlockSetUp',
  },
} as const satisfies Readonly<Record<string, Sheet>>
