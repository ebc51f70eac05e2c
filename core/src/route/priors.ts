import type { FactName, Facts } from './facts.ts'

/** Answers to a question with their probabilities before it is asked. */
export type Prior = readonly (readonly [value: string | number, probability: number])[]

/**
 * What a counter expects before it has asked. Common practice, no source; a shop's own record will replace them.
 * Questions whose answer cannot be listed (a model, an IMEI) are not here.
 */
export function priorOf(name: FactName, facts: Facts): Prior | undefined {
  const given = PRIORS[name]
  return typeof given === 'function' ? given(facts) : given
}

/** The chance that a yes-or-no fact holds: as answered, else as expected before. */
export function chanceOf(name: FactName, facts: Facts): number {
  const said = facts[name]
  if (said === 'yes') return 1
  if (said === 'no') return 0
  return priorOf(name, facts)?.find(([value]) => value === 'yes')?.[1] ?? 0
}

const yes = (chance: number): Prior => [
  ['yes', chance],
  ['no', 1 - chance],
]

const KNOWS_LOCK: Readonly<Record<NonNullable<Facts['complaint']>, number>> = {
  // Who came for it does not know it; that it may come back is the chance of remembering.
  'forgotten-lock': 0,
  'too-many-tries': 0,
  'restarts-into-recovery': 0.85,
  freezes: 0.85,
  'second-hand': 0.5,
  'for-sale': 0.9,
  'carrier-lock-only': 0.95,
}

const PRIORS: { readonly [Name in FactName]?: Prior | ((facts: Facts) => Prior) } = {
  complaint: [
    ['forgotten-lock', 0.45],
    ['too-many-tries', 0.15],
    ['restarts-into-recovery', 0.1],
    ['freezes', 0.1],
    ['second-hand', 0.08],
    ['for-sale', 0.05],
    ['carrier-lock-only', 0.07],
  ],
  knowsScreenLock: ({ complaint }) => yes(KNOWS_LOCK[complaint ?? 'forgotten-lock']),
  wrongTries: [
    [3, 0.45],
    [8, 0.3],
    [15, 0.2],
    [40, 0.05],
  ],
  wipesItself: yes(0.08),
  remoteUnlockSetUp: yes(0.25),
  online: yes(0.6),
  accountOnDevice: yes(0.88),
  knowsAccountPassword: yes(0.6),
  secondStep: [
    ['mail', 0.3],
    ['sim-in-this-device', 0.35],
    ['other-device', 0.1],
    ['not-set-up', 0.1],
    // No way at all: the customer cannot receive it.
    ['unknown', 0.15],
  ],
  passwordChangedLately: yes(0.1),
  dataWorth: [
    ['none', 0.3],
    ['some', 0.55],
    ['precious', 0.15],
  ],
  backup: yes(0.4),
  carrierLocked: ({ complaint }) => yes(complaint === 'carrier-lock-only' ? 0.95 : 0.12),
  contractRunning: yes(0.4),
  sellerReachable: yes(0.4),
  proofOfPurchase: yes(0.5),
  keysWork: yes(0.95),
  powersOn: yes(0.95),
  hazard: [
    ['none', 0.97],
    ['swollen-battery', 0.03],
  ],
  workManaged: yes(0.03),
  legalMatter: yes(0.004),
  whose: [
    ['own', 0.98],
    ['somebody-elses', 0.02],
  ],
  registryAnswer: [
    ['clean', 0.98],
    ['reported', 0.02],
  ],
  ownership: [
    ['shown', 0.95],
    ['not-shown', 0.05],
  ],
}
