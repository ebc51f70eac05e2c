import { randomUUID } from 'node:crypto'
import type { AccountConfirmed, BenchRecord, Command, IntakeRecord } from '@benevox/core/job'
import { checkDigit } from '@benevox/core/imei'
import type { Facts } from '@benevox/core/route'

/** A demo job, with its instants told in minutes before now, so that the demo never looks stale. */
export interface DemoJob {
  readonly minutesAgo: number
  readonly customer: { readonly name: string; readonly contact: string }
  readonly facts: Facts
  /** Nobody has agreed to anything yet. */
  readonly open?: true
  readonly intake?: IntakeRecord
  readonly bench?: (at: (minutesAgo: number) => string) => BenchRecord
  readonly account?: (at: (minutesAgo: number) => string) => AccountConfirmed
  readonly handBack?: (
    at: (minutesAgo: number) => string,
  ) => Omit<Extract<Command, { kind: 'hand-back' }>, 'kind'> & { readonly at: string }
  readonly attempts?: readonly {
    readonly id: string
    readonly minutesAgo: number
    readonly methodId: string
    readonly link: 'computer' | 'charger' | 'none'
    readonly cable?: number
    readonly outcome: 'reached' | 'failed'
    readonly seen: readonly ('long-buzz' | 'lock-screen' | 'recovery-menu')[]
  }[]
  readonly orderOf?: string
}

const imei = (tac: string, serial: string) => `${tac}${serial}${checkDigit(tac + serial)}`

export const TAKEN: Facts = {
  complaint: 'forgotten-lock',
  hazard: 'none',
  screenLock: 'pin',
  knowsScreenLock: 'no',
  workManaged: 'no',
  legalMatter: 'no',
  accountOnDevice: 'yes',
  knowsAccountPassword: 'yes',
  secondStep: 'mail',
  carrierLocked: 'no',
  ownership: 'receipt',
  registryAnswer: 'clean',
  battery: 'at-least-20',
  whose: 'own',
  wrongEntries: 12,
  remoteUnlockSetUp: 'no',
  dataWorth: 'some',
  backup: 'no',
  memoryCard: 'no',
  esimProfile: 'no',
  passwordChangedLately: 'no',
}

/** A reset at the price of the demo's list, paid by card. */
export const RESET_PAID = { priceMinor: 3500, currency: 'EUR', paid: 'card' } as const

export const DEMO_JOBS: readonly DemoJob[] = [
  {
    minutesAgo: 6,
    customer: { name: 'O. Brandal', contact: 'brandal@example.org' },
    open: true,
    facts: {
      complaint: 'forgotten-lock',
      modelId: 'quistral-m3-lite',
      hazard: 'none',
      knowsScreenLock: 'no',
    },
  },
  {
    minutesAgo: 48,
    customer: { name: 'L. Torum', contact: 'torum@example.net' },
    intake: {
      left: ['case', 'sim'],
      marks: [
        { side: 'front', column: 2, row: 0, kind: 'crack' },
        { side: 'back', column: 0, row: 2, kind: 'scratch' },
      ],
      note: 'Wet case, device dry inside',
    },
    facts: {
      ...TAKEN,
      modelId: 'orrelin-vane-5',
      imei: imei('00100101', '204517'),
      wrongEntries: 12,
      carrierLocked: 'yes',
      originalCarrier: 'Skerry Mobile',
      carrierCountry: 'DE',
    },
    bench: () => ({ methodId: 'slide-until-menu' }),
    attempts: [
      {
        id: randomUUID(),
        minutesAgo: 20,
        methodId: 'slide-until-menu',
        link: 'charger',
        outcome: 'failed',
        seen: ['long-buzz', 'lock-screen'],
      },
    ],
  },
  {
    minutesAgo: 95,
    customer: { name: 'A. Quell', contact: 'quell@example.com' },
    facts: { ...TAKEN, modelId: 'quistral-m2', imei: imei('00100201', '881203') },
    bench: (at) => ({
      methodId: 'slide',
      inRecoveryAt: at(9),
      rightDevice: { by: 'tag', read: 'tag', at: at(8) },
      revealedAt: at(8),
      wipeStartedAt: at(8),
      wipeFinishedAt: at(4),
      firstStartAt: at(3),
    }),
    attempts: [
      {
        id: randomUUID(),
        minutesAgo: 10,
        methodId: 'slide',
        link: 'none',
        outcome: 'reached',
        seen: ['recovery-menu'],
      },
    ],
  },
  {
    minutesAgo: 160,
    customer: { name: 'F. Ostwick', contact: 'ostwick@example.org' },
    facts: {
      ...TAKEN,
      modelId: 'brackwell-field-2',
      imei: imei('00100401', '330718'),
      accountAddress: 'ostwick@example.org',
      secondStep: 'sim-in-this-device',
    },
    bench: (at) => ({
      methodId: 'volume-first',
      inRecoveryAt: at(60),
      rightDevice: { by: 'model-text', read: 'BW-F2', at: at(58) },
      revealedAt: at(57),
      wipeStartedAt: at(57),
      wipeFinishedAt: at(55),
      firstStartAt: at(54),
      setUpAt: at(49),
    }),
    attempts: [
      {
        id: randomUUID(),
        minutesAgo: 61,
        methodId: 'volume-first',
        link: 'none',
        outcome: 'reached',
        seen: ['recovery-menu'],
      },
    ],
  },
  {
    minutesAgo: 1500,
    customer: { name: 'N. Saltmarsh', contact: 'saltmarsh@example.net' },
    facts: {
      ...TAKEN,
      complaint: 'carrier-lock-only',
      screenLock: 'pin',
      knowsScreenLock: 'yes',
      modelId: 'orrelin-vane-6',
      imei: imei('00100102', '550091'),
      carrierLocked: 'yes',
      originalCarrier: 'Norlane',
      carrierCountry: 'DK',
    },
    orderOf: 'Norlane',
  },
  {
    minutesAgo: 210,
    customer: { name: 'P. Holm-Weir', contact: 'holmweir@example.com' },
    intake: {
      left: ['case', 'sim'],
      marks: [
        { side: 'front', column: 0, row: 2, kind: 'scratch' },
        { side: 'back', column: 1, row: 1, kind: 'dent' },
      ],
      note: '',
    },
    facts: {
      ...TAKEN,
      modelId: 'halvern-tide',
      carrierLocked: undefined,
      accountOnDevice: 'no',
      knowsAccountPassword: undefined,
      secondStep: undefined,
      registryAnswer: 'no-answer',
      registryReason: 'No cellular radio: no IMEI to ask the registry with',
      ownership: 'shown',
      ownershipNote: 'Bought here, on our own list',
    },
    bench: (at) => ({
      methodId: 'both-until-restart',
      inRecoveryAt: at(80),
      rightDevice: { by: 'tag', read: 'tag', at: at(79) },
      revealedAt: at(78),
      wipeStartedAt: at(78),
      wipeFinishedAt: at(76),
      firstStartAt: at(76),
      setUpAt: at(70),
    }),
    account: (at) => ({ how: 'never-asked', at: at(68) }),
    attempts: [
      {
        id: randomUUID(),
        minutesAgo: 82,
        methodId: 'both-until-restart',
        link: 'none',
        outcome: 'reached',
        seen: ['recovery-menu'],
      },
    ],
  },
  {
    minutesAgo: 130,
    customer: { name: 'D. Vesper', contact: 'vesper@example.org' },
    facts: { ...TAKEN, modelId: 'tesmar-juno', imei: imei('00100301', '774410'), registryAnswer: 'reported' },
  },
  {
    minutesAgo: 2900,
    customer: { name: 'M. Ravnsund', contact: 'ravnsund@example.net' },
    facts: { ...TAKEN, modelId: 'ombrelle-arc', imei: imei('00100501', '118264') },
    bench: (at) => ({
      methodId: 'through-the-bootloader',
      inRecoveryAt: at(2800),
      rightDevice: { by: 'tag', read: 'tag', at: at(2799) },
      revealedAt: at(2798),
      wipeStartedAt: at(2798),
      wipeFinishedAt: at(2796),
      firstStartAt: at(2795),
      setUpAt: at(2790),
    }),
    account: (at) => ({ how: 'signed-in', at: at(2780) }),
    handBack: (at) => ({
      screen: 'confirmed-off',
      account: 'confirmed-off',
      carrier: 'not-part-of-this-job',
      whoSignsIn: 'The owner, at our counter',
      returned: ['device', 'sim', 'cable'],
      note: 'Reset from recovery.',
      ...RESET_PAID,
      at: at(2770),
    }),
    attempts: [
      {
        id: randomUUID(),
        minutesAgo: 2802,
        methodId: 'through-the-bootloader',
        link: 'none',
        outcome: 'reached',
        seen: ['recovery-menu'],
      },
    ],
  },
  {
    minutesAgo: 5900,
    customer: { name: 'E. Tolvane', contact: 'tolvane@example.com' },
    facts: { ...TAKEN, modelId: 'orrelin-vane-5', imei: imei('00100101', '330926') },
    bench: (at) => ({
      methodId: 'slide-until-menu',
      inRecoveryAt: at(5840),
      rightDevice: { by: 'tag', read: 'tag', at: at(5839) },
      revealedAt: at(5838),
      wipeStartedAt: at(5838),
      wipeFinishedAt: at(5837),
      firstStartAt: at(5836),
      setUpAt: at(5831),
    }),
    account: (at) => ({ how: 'signed-in', at: at(5820) }),
    handBack: (at) => ({
      screen: 'confirmed-off',
      account: 'confirmed-off',
      carrier: 'not-part-of-this-job',
      whoSignsIn: 'The owner, at our counter',
      returned: ['device', 'sim'],
      note: 'Reset from recovery, at the second cable.',
      ...RESET_PAID,
      at: at(5810),
    }),
    attempts: [
      {
        id: randomUUID(),
        minutesAgo: 5844,
        methodId: 'slide-until-menu',
        link: 'computer',
        cable: 2,
        outcome: 'failed',
        seen: ['long-buzz', 'lock-screen'],
      },
      {
        id: randomUUID(),
        minutesAgo: 5841,
        methodId: 'slide-until-menu',
        link: 'computer',
        cable: 1,
        outcome: 'reached',
        seen: ['recovery-menu'],
      },
    ],
  },
]
