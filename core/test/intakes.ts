import { PHONE, SEEN, WATCH } from '../src/route/fixtures.ts'
import type { DeviceOnJob, Facts, RouteAction } from '../src/route/index.ts'

/** Every check of the intake passed, a receipt in hand. */
const taken: Facts = { ...SEEN, ownership: 'receipt', ownershipNote: undefined }
const account: Facts = { accountOnDevice: 'yes', knowsAccountPassword: 'yes', secondStep: 'mail' }

const forgotten: Facts = {
  ...taken,
  ...account,
  complaint: 'forgotten-lock',
  knowsScreenLock: 'no',
  wrongEntries: 15,
  remoteUnlockSetUp: 'no',
}

/** No method goes without any of its keys. */
const NEEDS_ALL_KEYS: DeviceOnJob = {
  ...PHONE,
  keys: [{ all: ['power', 'volume-up'], suffice: [['power', 'volume-up']] }],
}
/** An intake, and what a good technician would do with it. */
export interface Intake {
  readonly facts: Facts
  readonly device?: DeviceOnJob
  /** What to do, and what next if it fails. */
  readonly route: readonly RouteAction[]
  readonly why: string
  /** One fact, and the first action then; the same action where the fact must change nothing. */
  readonly changes: readonly (readonly [change: Partial<Facts>, first: RouteAction])[]
}

/**
 * Eleven intakes of the trade, each with the route a good technician would choose. Common practice, no source; the
 * order from gentlest to hardest is that of the trade.
 */
export const STORIES: Readonly<Record<string, Intake>> = {
  'a forgotten PIN': {
    facts: {
      ...forgotten,
    },
    route: ['reset-from-recovery'],
    why: 'screen lock is forgotten',
    changes: [
      [{ wrongEntries: 2 }, 'remember'],
      [{ remoteUnlockSetUp: 'yes', online: 'yes' }, 'remote-unlock'],
      [{ knowsAccountPassword: 'no' }, 'recover-account'],
      [{ accountOnDevice: 'no' }, 'reset-from-recovery'],
      [{ memoryCard: 'yes' }, 'reset-from-recovery'],
      [{ esimProfile: 'yes' }, 'reset-from-recovery'],
    ],
  },
  'too many wrong entries': {
    facts: {
      ...taken,
      ...account,
      complaint: 'too-many-entries',
      knowsScreenLock: 'no',
      wrongEntries: 60,
      remoteUnlockSetUp: 'no',
    },
    route: ['reset-from-recovery'],
    why: 'deletes everything',
    changes: [
      [{ knowsScreenLock: 'yes' }, 'remember'],
      [{ countsDown: 'yes' }, 'reset-from-recovery'],
      [{ remoteUnlockSetUp: 'yes', online: 'yes' }, 'remote-unlock'],
    ],
  },
  'bought second-hand, a stranger’s account': {
    facts: {
      ...taken,
      complaint: 'second-hand',
      ownership: 'box',
      sellerReachable: 'yes',
      proofOfPurchase: 'no',
    },
    route: ['seller-removes-account'],
    why: 'Only that account',
    changes: [
      [{ sellerReachable: 'no' }, 'leave-it'],
      [{ proofOfPurchase: 'yes' }, 'seller-removes-account'],
      [{ ownership: 'not-shown' }, 'seller-removes-account'],
      [{ registryAnswer: 'reported' }, 'refuse'],
    ],
  },
  'a loop into recovery': {
    facts: {
      ...taken,
      ...account,
      complaint: 'restarts-into-recovery',
      knowsScreenLock: 'yes',
      dataWorth: 'precious',
    },
    device: { ...NEEDS_ALL_KEYS, systemFile: true },
    route: ['clear-cache', 'install-system-again'],
    why: 'harmless',
    changes: [
      [{ dataWorth: 'none' }, 'clear-cache'],
      [{ keysWork: 'no' }, 'leave-it'],
    ],
  },
  'it freezes': {
    facts: {
      ...taken,
      ...account,
      complaint: 'freezes',
      knowsScreenLock: 'yes',
      dataWorth: 'some',
      backup: 'yes',
    },
    route: ['clear-cache', 'reset-from-settings', 'reset-from-recovery'],
    why: 'harmless',
    device: NEEDS_ALL_KEYS,
    changes: [
      [{ knowsScreenLock: 'no' }, 'clear-cache'],
      [{ keysWork: 'no' }, 'reset-from-settings'],
    ],
  },
  'wiped for sale': {
    facts: { ...SEEN, ...account, complaint: 'for-sale', knowsScreenLock: 'yes' },
    route: ['reset-from-settings', 'reset-from-recovery'],
    why: 'the account can be removed first',
    changes: [
      [{ knowsScreenLock: 'no' }, 'reset-from-recovery'],
      [{ dataWorth: 'some' }, 'reset-from-settings'],
    ],
  },
  'a child’s device, its guardian here': {
    facts: {
      ...forgotten,
      whose: 'childs-guardian-here',
    },
    route: ['reset-from-recovery'],
    why: 'screen lock is forgotten',
    changes: [
      [{ whose: 'somebody-elses' }, 'refuse'],
      [{ whose: 'own' }, 'reset-from-recovery'],
    ],
  },
  'managed by an employer': {
    facts: {
      ...forgotten,
      workManaged: 'yes',
    },
    route: ['refuse'],
    why: 'administrator decides',
    changes: [
      [{ workManaged: 'no' }, 'reset-from-recovery'],
      [{ dataWorth: 'precious' }, 'refuse'],
    ],
  },
  'reported lost': {
    facts: {
      ...forgotten,
      registryAnswer: 'reported',
    },
    route: ['refuse'],
    why: 'no work at all',
    changes: [
      [{ registryAnswer: 'clean' }, 'reset-from-recovery'],
      [{ ownershipNote: 'receipt and ID' }, 'refuse'],
    ],
  },
  'the PIN is known, a stranger to settings': {
    facts: { ...taken, complaint: 'freezes', knowsScreenLock: 'yes', accountOnDevice: 'no', keysWork: 'no' },
    device: NEEDS_ALL_KEYS,
    route: ['reset-from-settings'],
    why: 'settings ask for it',
    changes: [
      [{ keysWork: 'yes' }, 'clear-cache'],
      [{ hazard: 'swollen-battery' }, 'refuse'],
    ],
  },
  'a carrier lock, on the telephone only': {
    facts: {
      ...taken,
      complaint: 'carrier-lock-only',
      carrierLocked: 'yes',
      deviceHere: 'no',
      hazard: undefined,
      battery: undefined,
    },
    route: ['carrier-free', 'carrier-order'],
    why: 'Ask the carrier first',
    changes: [
      [{ contractRunning: 'yes' }, 'carrier-free'],
      [{ registryAnswer: 'no-answer' }, 'leave-it'],
      [{ memoryCard: 'yes' }, 'carrier-free'],
    ],
  },
}

/** All that is answered at the counter on five jobs of a week, from the complaint to the papers. */
export const WHOLE_JOBS: Readonly<Record<string, Pick<Intake, 'facts' | 'device'>>> = {
  'forgotten PIN, carrier lock wanted off': {
    facts: {
      ...taken,
      ...account,
      complaint: 'forgotten-lock',
      knowsScreenLock: 'no',
      wrongEntries: 12,
      accountAddress: 'q@t.example',
      remoteUnlockSetUp: 'no',
      passwordChangedLately: 'no',
      memoryCard: 'yes',
      esimProfile: 'yes',
      carrierLocked: 'yes',
      originalCarrier: 'Skerry Mobile',
      carrierCountry: 'DE',
      contractRunning: 'no',
    },
  },
  'second-hand, the seller can be reached': {
    facts: {
      ...taken,
      complaint: 'second-hand',
      ownership: 'box',
      sellerReachable: 'yes',
      proofOfPurchase: 'no',
    },
  },
  'a carrier lock, brought along': {
    facts: {
      ...taken,
      complaint: 'carrier-lock-only',
      ownership: 'id',
      carrierLocked: 'yes',
      originalCarrier: 'Skerry Mobile',
      carrierCountry: 'DE',
      contractRunning: 'no',
    },
  },
  'for sale, the PIN known': {
    facts: {
      ...taken,
      ...account,
      complaint: 'for-sale',
      ownership: 'account',
      knowsScreenLock: 'yes',
      dataWorth: 'none',
      proofOfPurchase: 'no',
    },
  },
  'a watch, its PIN forgotten': {
    facts: {
      ...taken,
      ...account,
      complaint: 'forgotten-lock',
      ownership: 'box',
      registryAnswer: 'no-answer',
      registryReason: 'no radio, no IMEI',
      knowsScreenLock: 'no',
      wrongEntries: 8,
      remoteUnlockSetUp: 'no',
      dataWorth: 'none',
      backup: 'yes',
      proofOfPurchase: 'no',
    },
    device: WATCH,
  },
}
