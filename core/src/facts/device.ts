import { z } from 'zod'
import { answer } from '../account/index.ts'
import { battery, complaint, hazard, YES_NO } from './forms.ts'
import type { Sheet } from './sheet.ts'

/** The device and what is wrong with it: seen, or told in the first sentence. */
export const DEVICE_SHEETS = {
  modelId: {
    schema: z.string().max(48),
    field: 'model',
    who: 'device',
    mayChange: true,
    isForTheOrder: true,
  },
  /** The platform's major version on the device, where somebody knows it. */
  systemVersion: {
    schema: z.union([z.int().min(1).max(100), z.literal('unknown')]),
    field: 'count',
    who: 'device',
  },
  /** Where nobody knows the version: the one it behaved like at the bench; 1 as it came. */
  behavesAsSystem: {
    schema: z.int().min(1).max(100),
    field: 'count',
    who: 'device',
  },
  complaint: {
    schema: complaint,
    choices: [
      'forgotten-lock',
      'too-many-entries',
      'restarts-into-recovery',
      'freezes',
      'second-hand',
      'for-sale',
      'carrier-lock-only',
    ],
    who: 'customer',
    prior: [
      ['forgotten-lock', 0.45],
      ['too-many-entries', 0.15],
      ['restarts-into-recovery', 0.1],
      ['freezes', 0.1],
      ['second-hand', 0.08],
      ['for-sale', 0.05],
      ['carrier-lock-only', 0.07],
    ],
  },
  hazard: {
    schema: hazard,
    choices: ['none', 'swollen-battery', 'hot-battery', 'liquid', 'burnt-smell'],
    who: 'device',
    prior: [
      ['none', 0.97],
      ['swollen-battery', 0.03],
    ],
    gate: { when: { not: { deviceHere: ['no'] } }, closes: 'swollen-battery' },
  },
  /** No: the job is done or begun on the telephone. */
  deviceHere: {
    schema: z.enum(['yes', 'no']),
    choices: ['yes', 'no'],
    who: 'device',
  },
  powersOn: {
    schema: answer,
    choices: YES_NO,
    who: 'device',
    prior: 0.95,
    mayChange: true,
  },
  keysWork: {
    schema: answer,
    choices: YES_NO,
    who: 'device',
    prior: 0.95,
    mayChange: true,
  },
  screenWorks: {
    schema: answer,
    choices: YES_NO,
    who: 'device',
  },
  portCarriesData: {
    schema: answer,
    choices: YES_NO,
    who: 'device',
  },
  battery: {
    schema: battery,
    choices: ['at-least-20', 'below-20', 'external-power', 'unknown'],
    who: 'device',
    gate: { when: { not: { complaint: ['carrier-lock-only'], deviceHere: ['no'] } } },
  },
} as const satisfies Readonly<Record<string, Sheet>>
