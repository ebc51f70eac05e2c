import type { Outcome, OutcomeOf, Took } from '../results/index.ts'
import { remembersAfter, resetSolves, type RouteAction } from '../route/index.ts'
import { releasedBy } from './orders.ts'
import type { BenchRecord, JobState } from './records.ts'
import { factsOf, foundAtBench } from './standing.ts'
import { spentOf } from './spent.ts'
import { standingOf } from './steps.ts'

/**
 * How what was tried on a job has ended, each of it once. What is still open has no outcome; where the job is closed
 * without it having worked, it has not.
 */
export const outcomesOf = (job: JobState): readonly Outcome[] => [...atTheBench(job), ...ofTheLocks(job)]

type Lifted = NonNullable<BenchRecord['screenLifted']>['how']

/** What was tried at the device itself. Where an answer already said how it would end, nothing is learnt of it. */
function atTheBench(job: JobState): readonly Outcome[] {
  const { bench, deleted } = standingOf(job)
  const { complaint, knowsScreenLock, keysWork, powersOn, modelId, wrongEntries, ...facts } = factsOf(job)
  const isClosed = job.handBack !== null
  const gentle = (of: OutcomeOf, how: Lifted, action: RouteAction): readonly Outcome[] =>
    bench.screenLifted?.how === how
      ? [{ of, worked: true }]
      : bench.didNotHelp?.includes(action)
        ? [{ of, worked: false }]
        : []
  const isForgotten = complaint === 'forgotten-lock' || complaint === 'too-many-entries'
  const mayRemember = isForgotten && knowsScreenLock !== 'yes' && wrongEntries !== undefined
  const isReady = facts.knowsAccountPassword === 'yes' && facts.remoteUnlockSetUp === 'yes'
  const isPlain =
    complaint !== 'restarts-into-recovery' &&
    keysWork !== 'no' &&
    powersOn !== 'no' &&
    foundAtBench(job).brokenKeys.length === 0
  const wasTried = job.attempts.some(({ outcome }) => outcome === 'failed')
  const reached = bench.inRecoveryAt !== undefined || (isClosed && wasTried ? false : undefined)
  const cameBack = bench.cameBack ?? 0
  const solved = bench.setUpAt !== undefined || (isClosed && cameBack > 0 ? false : undefined)
  const settings = complaint === 'freezes' ? 'settings-reset-freezing' : 'settings-reset'
  return [
    ...(mayRemember ? gentle(remembersAfter(wrongEntries), 'remembered', 'remember') : []),
    ...(isForgotten && isReady ? gentle('remote-unlock', 'remote-unlock', 'remote-unlock') : []),
    ...(!isForgotten ? gentle(settings, 'settings', 'reset-from-settings') : []),
    ...gentle('cache-cleared', 'cache-cleared', 'clear-cache'),
    ...gentle('system-installed', 'system-installed', 'install-system-again'),
    ...(isPlain && reached !== undefined
      ? [{ of: modelId ? 'recovery-reached' : 'recovery-unknown-model', worked: reached } as const]
      : []),
    ...(deleted === 'by-recovery' && solved !== undefined
      ? [{ of: resetSolves(complaint), worked: solved }]
      : []),
  ]
}

const NOT_BY_THE_PASSWORD: readonly string[] = ['other-account', 'too-many-entries']

function ofTheLocks(job: JobState): readonly Outcome[] {
  const { account, carrier } = standingOf(job)
  const { proofOfPurchase, contractRunning } = factsOf(job)
  const isClosed = job.handBack !== null
  const isSkipped = job.accountConfirmed?.how === 'step-skipped'
  const end = (of: OutcomeOf, worked: boolean | undefined): readonly Outcome[] =>
    worked === undefined && !isClosed ? [] : [{ of, worked: worked ?? false }]
  const service = proofOfPurchase === 'yes' ? 'service-with-proof' : 'service-without-proof'
  const asked = carrier.asked
  // The skipped step proves whatever was done last: an order for it, else the previous owner.
  const released = ordersOf(job, 'account')
  const ordered = ordersOf(job, 'carrier')
  const shownBy = job.accountConfirmed?.how
  const isRefused = isClosed && NOT_BY_THE_PASSWORD.includes(account.stopped?.why ?? '')
  return [
    ...(shownBy === 'signed-in' || (shownBy === undefined && isRefused)
      ? [{ of: 'sign-in', worked: shownBy !== undefined } as const]
      : []),
    ...(shownBy === 'old-lock-accepted' || (account.oldLockRefused && job.answers.knowsScreenLock === 'yes')
      ? [{ of: 'old-lock', worked: shownBy === 'old-lock-accepted' } as const]
      : []),
    ...(account.seller
      ? end(
          'previous-owner',
          account.seller.removed === false ? false : isSkipped && released.length === 0 ? true : undefined,
        )
      : []),
    ...(account.recovery ? end('account-recovery', account.recovery.found) : []),
    ...(account.service ? end(service, account.service.unlocked) : []),
    ...(released.length > 0 ? end('authorised-release', howOrdersEnded(released)) : []),
    // A carrier that was passed over for a supplier has neither unlocked it nor refused.
    ...(asked && (asked.says === 'refused' || ordered.length === 0)
      ? end(
          contractRunning === 'yes' ? 'carrier-in-contract' : 'carrier',
          asked.says === 'refused' ? false : carrier.worksAt !== undefined ? true : undefined,
        )
      : []),
    ...(ordered.length > 0 ? end('supplier', howOrdersEnded(ordered)) : []),
  ]
}

const ordersOf = ({ orders }: JobState, lock: 'account' | 'carrier') =>
  orders.filter((one) => releasedBy(one) === lock && one.state !== 'cancelled')

/** Undefined while one of them may still work. */
function howOrdersEnded(orders: ReturnType<typeof ordersOf>): boolean | undefined {
  if (orders.some(({ state }) => state === 'released')) return true
  return orders.every(({ state }) => state === 'failed' || state === 'blocked') ? false : undefined
}

const MINUTE_MS = 60_000
/** Keys that took longer were left lying in between. Common practice, no source. */
const LONGEST_AT_THE_KEYS = 8 * 60

/** How long what has ended on a job took, in minutes; of each kind once. */
export function tookOf(job: JobState): readonly Took[] {
  const { bench, account, carrier } = standingOf(job)
  const between = (of: Took['of'], from: string | undefined, to: string | undefined): readonly Took[] => {
    if (from === undefined || to === undefined) return []
    const minutes = (Date.parse(to) - Date.parse(from)) / MINUTE_MS
    return minutes >= 0 ? [{ of, minutes }] : []
  }
  const { recovery, seller, service } = account
  const { asked } = carrier
  const order = (lock: 'account' | 'carrier') => ordersOf(job, lock).find(({ answeredAt }) => answeredAt)
  const [release, unlock] = [order('account'), order('carrier')]
  return [
    ...between('keys', job.attempts[0]?.startedAt, bench.inRecoveryAt).filter(
      ({ minutes }) => minutes <= LONGEST_AT_THE_KEYS,
    ),
    ...between('wipe', bench.wipeStartedAt, bench.wipeFinishedAt),
    ...between('first-start', bench.firstStartAt, bench.setUpAt),
    ...between('wipe-and-start', bench.wipeStartedAt, bench.setUpAt),
    ...between('charge', bench.charging?.startedAt, bench.charging?.endedAt),
    ...between('account-recovery', recovery?.startedAt, recovery?.endedAt),
    ...between('previous-owner', seller?.writtenAt, seller?.answeredAt),
    ...between('makers-service', service?.sentAt, service?.returnedAt),
    ...between('authorised-release', release?.orderedAt, release?.answeredAt),
    ...between('carrier', asked?.at, asked?.says === 'refused' ? asked.answeredAt : carrier.worksAt),
    ...between('supplier', unlock?.orderedAt, unlock?.answeredAt),
    ...spentOf(job),
  ]
}

/** What was promised, with whether it was ready, or came, in time. */
export interface Kept {
  readonly of: 'promise-half' | 'promise-nine-in-ten' | 'promise-supplier'
  readonly worked: boolean
}

/**
 * Whether what was promised was kept: the customer's two instants against the last thing that was done on a job that is
 * closed with something done, and the supplier's last day against its answer.
 */
export function keptOf(job: JobState): readonly Kept[] {
  const { agreement, handBack } = job
  const promised = agreement?.kind === 'signed' ? agreement.told?.promised : undefined
  const doneAt = job.steps.findLast(({ change }) => change.kind !== 'locked-and-woken')?.at
  const order = ordersOf(job, 'carrier').find(({ answeredAt }) => answeredAt)
  return [
    ...(handBack && promised && doneAt
      ? [
          { of: 'promise-half', worked: doneAt <= promised.half } as const,
          { of: 'promise-nine-in-ten', worked: doneAt <= promised.nineInTen } as const,
        ]
      : []),
    ...(order?.answeredAt
      ? [{ of: 'promise-supplier', worked: order.answeredAt < order.promise.latestBefore } as const]
      : []),
  ]
}
