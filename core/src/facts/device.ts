import { z } from 'zod'
import { answer } from '../account/index.ts'
import { battery, complaint, hazard, YES_NO } from './forms.ts'
import type { Sheet } from './sheet.ts'

/** The device and what is wrong with it: seen, or told in the first sentence. */
export const DEVICE_SHEETS = {
  modelId: {
    schema: z.string().max(48),
    name: 'model',
    ask: 'Which device',
    field: 'model',
    who: 'device',
    mayChange: true,
  },
  /** The platform's major version on the device, where somebody knows it. */
  systemVersion: {
    schema: z.union([z.int().min(1).max(100), z.literal('unknown')]),
    name: 'system version',
    ask: 'System version',
    field: 'count',
    who: 'device',
  },
  /** Where nobody knows the version: the one it behaved like at the bench; 1 as it came. */
  behavesAsSystem: {
    schema: z.int().min(1).max(100),
    name: 'behaves like system version',
    ask: 'Behaves like system version',
    field: 'count',
    who: 'device',
  },
  complaint: {
    schema: complaint,
    name: 'what is wrong',
    ask: 'What is wrong',
    choices: [
      ['forgotten-lock', 'Forgot PIN, pattern or password'],
      ['too-many-tries', 'Too many wrong tries'],
      ['restarts-into-recovery', 'Restarts into recovery'],
      ['freezes', 'Freezes or is full of unwanted software'],
      ['second-hand', 'Bought second-hand, asks for a stranger’s account'],
      ['for-sale', 'Knows the PIN, wants it clean for sale'],
      ['carrier-lock-only', 'Carrier lock only'],
    ],
    who: 'customer',
    prior: [
      ['forgotten-lock', 0.45],
      ['too-many-tries', 0.15],
      ['restarts-into-recovery', 0.1],
      ['freezes', 0.1],
      ['second-hand', 0.08],
      ['for-sale', 0.05],
      ['carrier-lock-only', 0.07],
    ],
  },
  hazard: {
    schema: hazard,
    name: 'battery and liquid check',
    ask: 'Look, feel, smell',
    hint: 'battery and liquid; before anything else',
    choices: [
      ['none', 'Flat, cool, dry'],
      ['swollen-battery', 'Swollen or punctured'],
      ['hot-battery', 'Hot'],
      ['liquid', 'Liquid inside'],
      ['burnt-smell', 'Burnt smell'],
    ],
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
    name: 'device is here',
    ask: 'Is the device here',
    choices: [
      ['yes', 'Here'],
      ['no', 'On the telephone'],
    ],
    who: 'device',
  },
  powersOn: {
    schema: answer,
    name: 'powers on',
    ask: 'Does it power on',
    choices: YES_NO,
    who: 'device',
    prior: 0.95,
    mayChange: true,
  },
  keysWork: {
    schema: answer,
    name: 'keys work',
    ask: 'Do all keys work',
    choices: YES_NO,
    who: 'device',
    prior: 0.95,
    mayChange: true,
  },
  screenWorks: {
    schema: answer,
    name: 'screen readable',
    ask: 'Can the screen be read',
    choices: YES_NO,
    who: 'device',
  },
  portCarriesData: {
    schema: answer,
    name: 'port carries data',
    ask: 'Does the port carry data',
    choices: YES_NO,
    who: 'device',
  },
  battery: {
    schema: battery,
    name: 'battery',
    ask: 'Battery',
    choices: [
      ['at-least-20', '20 % or more'],
      ['below-20', 'Below 20 %'],
      ['external-power', 'On power'],
      ['unknown', 'Not known'],
    ],
    who: 'device',
    gate: { when: { not: { complaint: ['carrier-lock-only'], deviceHere: ['no'] } } },
  },
} as const satisfies Readonly<Record<string, Sheet>>
