import {
  ACCOUNT_STEPS,
  accountWith,
  NOTHING_ON_THE_ACCOUNT,
  type AccountChange,
  type AccountRecord,
} from '../account/index.ts'
import {
  CARRIER_STEPS,
  carrierWith,
  NOTHING_ON_THE_CARRIER,
  type CarrierChange,
  type CarrierRecord,
} from '../carrier/index.ts'
import type {
  BenchChange,
  BenchRecord,
  Breach,
  Deleted,
  JobState,
  Step,
  StepChange,
  StepKind,
} from './records.ts'

/**
 * Steps that only tell what happened at the device. They are named by whoever tells them, may come late, in any
 * order and any number of times, and are recorded even where they should not have happened.
 */
export const TOLD_STEPS: readonly StepKind[] = [
  'key-tested',
  'charging-started',
  'charging-ended',
  'in-recovery',
  'back-to-keys',
  'account-taken-off',
  'wipe-started',
  'wipe-finished',
  'first-start',
  'recovery-again',
  'set-up',
  'screen-lifted',
  'locked-and-woken',
  ...ACCOUNT_STEPS,
  ...CARRIER_STEPS,
]

/** What comes first when two steps happened at the same instant: the order of the work. */
const ORDER: Readonly<Record<StepKind, number>> = {
  'chose-method': 0,
  'key-tested': 1,
  'charging-started': 2,
  'charging-ended': 3,
  'back-to-keys': 4,
  'in-recovery': 5,
  'did-not-help': 6,
  'right-device': 7,
  'account-taken-off': 8,
  revealed: 9,
  'wipe-started': 10,
  'wipe-finished': 11,
  'first-start': 12,
  'recovery-again': 13,
  'set-up': 14,
  'screen-lifted': 15,
  'locked-and-woken': 16,
  'password-changed': 17,
  'recovery-started': 18,
  'recovery-ended': 19,
  'sign-in-refused': 20,
  'old-lock-refused': 21,
  'asked-after-all': 22,
  'sign-in-possible': 23,
  'seller-written': 24,
  'seller-reminded': 25,
  'seller-answered': 26,
  'service-sent': 27,
  'service-returned': 28,
  'carrier-lock-seen': 29,
  'carrier-asked': 30,
  'carrier-answered': 31,
  'other-sim-works': 32,
}

export function compareSteps(a: Step, b: Step): number {
  return (
    Date.parse(a.at) - Date.parse(b.at) ||
    ORDER[a.change.kind] - ORDER[b.change.kind] ||
    (a.key < b.key ? -1 : a.key > b.key ? 1 : 0)
  )
}

/** The steps with one more, in the order in which they happened; one that is known changes nothing. */
export function withStep(steps: readonly Step[], one: Step): readonly Step[] {
  if (steps.some(({ key }) => key === one.key)) return steps
  const at = steps.findIndex((other) => compareSteps(other, one) > 0)
  return at < 0 ? [...steps, one] : [...steps.slice(0, at), one, ...steps.slice(at)]
}

/** What follows from the steps, in the order in which they happened. */
export interface BenchStanding {
  readonly bench: BenchRecord
  readonly account: AccountRecord
  readonly carrier: CarrierRecord
  readonly deleted: Deleted
  readonly breaches: readonly Breach[]
}

const known = new WeakMap<readonly Step[], BenchStanding>()

/** The one place that says what the bench has done and what was deleted. */
export function standingOf({ steps }: Pick<JobState, 'steps'>): BenchStanding {
  const before = known.get(steps)
  if (before) return before
  let standing: BenchStanding = {
    bench: {},
    account: NOTHING_ON_THE_ACCOUNT,
    carrier: NOTHING_ON_THE_CARRIER,
    deleted: 'no',
    breaches: [],
  }
  for (const one of steps) standing = after(standing, one)
  known.set(steps, standing)
  return standing
}

const OF_THE_ACCOUNT: ReadonlySet<string> = new Set(ACCOUNT_STEPS)
const isOfTheAccount = (change: StepChange): change is AccountChange => OF_THE_ACCOUNT.has(change.kind)

const OF_THE_CARRIER: ReadonlySet<string> = new Set(CARRIER_STEPS)
const isOfTheCarrier = (change: StepChange): change is CarrierChange => OF_THE_CARRIER.has(change.kind)

function after(standing: BenchStanding, one: Step): BenchStanding {
  const { bench, account, carrier, deleted, breaches } = standing
  const { change, at, by } = one
  if (isOfTheAccount(change)) {
    const isBackFree = change.kind === 'service-returned' && change.unlocked
    return {
      ...standing,
      account: accountWith(account, change, at),
      deleted: isBackFree && deleted === 'no' ? 'by-service' : deleted,
      breaches:
        change.kind === 'service-sent' && one.without
          ? [...breaches, { at, by, did: 'sent-to-service', without: one.without }]
          : breaches,
    }
  }
  if (isOfTheCarrier(change)) return { ...standing, carrier: carrierWith(carrier, change, at) }
  const did =
    // That a wipe is over tells that there was one.
    change.kind === 'wipe-started' || change.kind === 'wipe-finished'
      ? 'deleted-by-recovery'
      : change.kind === 'screen-lifted'
        ? change.how === 'settings'
          ? 'deleted-by-settings'
          : 'lifted'
        : undefined
  if (!did) return { ...standing, bench: benchWith(bench, change, at) }
  // What is gone already is not deleted twice; the first time counts. What the service did is no deed of ours.
  const isFirst = did !== 'lifted' && (deleted === 'no' || deleted === 'by-service')
  const without =
    one.without ?? (isFirst && bench.revealedAt === undefined ? ('not-revealed' as const) : undefined)
  const isBreach = without !== undefined && (isFirst || did === 'lifted' || without === 'reported')
  return {
    ...standing,
    bench: benchWith(bench, change, at),
    deleted: isFirst ? (did === 'deleted-by-recovery' ? 'by-recovery' : 'by-settings') : deleted,
    breaches: isBreach ? [...breaches, { at, by, did, without }] : breaches,
  }
}

/** The record with a step in it. Whether it may be made is not asked here. */
function benchWith(bench: BenchRecord, change: BenchChange, at: string): BenchRecord {
  switch (change.kind) {
    case 'chose-method':
      return { ...bench, methodId: change.methodId }
    case 'key-tested':
      return { ...bench, keysTested: { ...bench.keysTested, [change.key]: change.state } }
    case 'charging-started':
      return { ...bench, charging: { startedAt: at, fromPercent: change.fromPercent } }
    case 'charging-ended':
      return bench.charging && !bench.charging.endedAt
        ? { ...bench, charging: { ...bench.charging, endedAt: at } }
        : bench
    case 'in-recovery':
      return { ...bench, inRecoveryAt: bench.inRecoveryAt ?? at }
    case 'back-to-keys': {
      const { inRecoveryAt: _, revealedAt: __, ...rest } = bench
      return rest
    }
    case 'did-not-help': {
      const before = bench.didNotHelp ?? []
      return { ...bench, didNotHelp: [...before.filter((one) => one !== change.action), change.action] }
    }
    case 'right-device': {
      const { by, read, build } = change
      return { ...bench, rightDevice: { by, read, ...(build ? { build } : {}), at } }
    }
    case 'account-taken-off':
      return { ...bench, accountTakenOffAt: bench.accountTakenOffAt ?? at }
    case 'revealed':
      return { ...bench, revealedAt: at }
    case 'wipe-started':
      return {
        ...bench,
        inRecoveryAt: bench.inRecoveryAt ?? at,
        wipeStartedAt: bench.wipeStartedAt ?? at,
      }
    case 'wipe-finished':
      return {
        ...bench,
        inRecoveryAt: bench.inRecoveryAt ?? at,
        wipeStartedAt: bench.wipeStartedAt ?? at,
        wipeFinishedAt: bench.wipeFinishedAt ?? at,
      }
    case 'first-start':
      return { ...bench, firstStartAt: bench.firstStartAt ?? at }
    case 'recovery-again': {
      const { revealedAt: _, wipeStartedAt: __, wipeFinishedAt: ___, firstStartAt: ____, ...still } = bench
      const { setUpAt: _____, woken: ______, ...rest } = still
      return { ...rest, inRecoveryAt: at, cameBack: (bench.cameBack ?? 0) + 1 }
    }
    case 'set-up': {
      const { woken: _, ...rest } = bench
      return { ...rest, setUpAt: bench.setUpAt ?? at }
    }
    case 'screen-lifted': {
      const { woken: _, ...rest } = bench
      return { ...rest, screenLifted: { how: change.how, at } }
    }
    case 'locked-and-woken':
      return { ...bench, woken: { asks: change.asks, at } }
  }
}
